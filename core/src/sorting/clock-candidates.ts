import type { CameraClip } from './shape.ts';
import type { Slot, UntoldVisit } from './visits.ts';
import { median } from './visits.ts';

/** How fine offsets are told apart at first, in milliseconds. */
const BIN = 3000;
const MOST_CANDIDATES = 4;

/** The middle of a clip, or its throw, by the camera's clock. */
export const momentOf = (clip: CameraClip): number => clip.release ?? (clip.start + clip.end) / 2;

/**
 * Offsets of a camera's clock that are worth a closer look: exactly, where slates tell the time; else those at which most clips fall on told throws (each clip votes for every throw that its slate does not rule
 * out). Planned visits vote, broadly, where nothing was told.
 *
 * @returns offsets in milliseconds, server minus camera, at most four, the likeliest first
 */
export function clockCandidates(
  clips: readonly CameraClip[],
  slots: readonly Slot[],
  untold: readonly UntoldVisit[],
  late: number,
  within: number,
): number[] {
  const exact = clips.flatMap((c) => c.slates.flatMap((s) => (s.instant === null ? [] : [s.instant - s.at])));
  if (exact.length > 0) return [median(exact)];
  const told = slots.filter((s) => s.known === 'tap');
  const votes = new Map<number, number>();
  const vote = (offset: number, weight: number, reach: number): void => {
    if (Math.abs(offset) > within) return;
    const bin = Math.round(offset / BIN);
    for (let k = -reach; k <= reach; k += 1)
      votes.set(bin + k, (votes.get(bin + k) ?? 0) + weight * (1 - Math.abs(k) / (reach + 1)));
  };
  const targets =
    told.length > 0
      ? told.map((t) => ({ bib: t.bib, at: t.at - late }))
      : untold.flatMap((v) => (v.at === null ? [] : [{ bib: v.bib, at: v.at }]));
  for (const clip of clips) {
    const bibs = clip.slates.flatMap((s) => s.bib ?? []);
    for (const target of targets)
      if (bibs.length === 0 || bibs.includes(target.bib))
        vote(target.at - momentOf(clip), bibs.length === 0 ? 1 : 4, told.length > 0 ? 2 : 20);
  }
  const found: number[] = [];
  const ranked = [...votes].sort((a, b) => b[1] - a[1] || a[0] - b[0]);
  for (const [bin] of ranked) {
    if (found.length === MOST_CANDIDATES) break;
    if (found.every((other) => Math.abs(other - bin * BIN) > 4 * BIN)) found.push(bin * BIN);
  }
  return found.length > 0 ? found : [0];
}
