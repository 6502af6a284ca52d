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
 * @param clips in the order of their moments
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
  const half = Math.round(within / BIN);
  const votes = new Float64Array(2 * half + 1);
  const vote = (offset: number, weight: number, reach: number): void => {
    const bin = Math.round(offset / BIN) + half;
    for (let k = Math.max(-reach, -bin); k <= reach && bin + k < votes.length; k += 1)
      votes[bin + k]! += weight * (1 - Math.abs(k) / (reach + 1));
  };
  const targets =
    told.length > 0
      ? told.map((t) => ({ bib: t.bib, at: t.at - late }))
      : untold.flatMap((v) => (v.at === null ? [] : [{ bib: v.bib, at: v.at }]));
  targets.sort((a, b) => a.at - b.at);
  let first = 0;
  for (const clip of clips) {
    const bibs = clip.slates.flatMap((s) => s.bib ?? []);
    const moment = momentOf(clip);
    while (first < targets.length && targets[first]!.at < moment - within) first += 1;
    for (let t = first; t < targets.length && targets[t]!.at <= moment + within; t += 1)
      if (bibs.length === 0 || bibs.includes(targets[t]!.bib))
        vote(targets[t]!.at - moment, bibs.length === 0 ? 1 : 4, told.length > 0 ? 2 : 20);
  }
  const found: number[] = [];
  const ranked = Array.from(votes, (weight, bin) => ({ weight, offset: (bin - half) * BIN })).filter((v) => v.weight > 0);
  for (const { offset } of ranked.sort((a, b) => b.weight - a.weight || a.offset - b.offset)) {
    if (found.length === MOST_CANDIDATES) break;
    if (found.every((other) => Math.abs(other - offset) > 4 * BIN)) found.push(offset);
  }
  return found.length > 0 ? found : [0];
}
