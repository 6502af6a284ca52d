import { momentOf } from './clock-candidates.ts';
import { onServer } from './clock-fit.ts';
import type { CameraFit, Witness } from './fit-camera.ts';

/** How much likelier another camera has a clip of a throw than of a break-off that this camera has filmed too. Our own figure, no source. */
const MOST_RATIO = 2.5;

/** What some cameras say of the places that nobody has told: how their clips change the odds that it was thrown, and when they saw it. */
export function witnessesOf(fits: readonly CameraFit[]): Map<string, Witness[]> {
  const told = new Map<string, Witness[]>();
  for (const { clips, slots, clock, alignment, filmed } of fits) {
    const times = clips.map((c) => onServer(clock, momentOf(c)) + clock.late);
    const seen = slots.map(() => ({ share: 0, at: 0 }));
    for (const [i, one] of alignment.clips.entries())
      for (const [k, share] of one.places.entries()) {
        const of = seen[one.from + k]!;
        of.share += share;
        of.at += share * times[i]!;
      }
    for (const [j, slot] of slots.entries()) {
      // Before it began and after it ended a camera says nothing.
      if (slot.throwId !== null || slot.at < times[0]! - 60_000 || slot.at > times.at(-1)! + 60_000) continue;
      const { share, at } = seen[j]!;
      const unseen = (slot.exists * (1 - filmed)) / (1 - slot.exists * filmed);
      const exists = Math.min(0.999, share + (1 - share) * unseen);
      // A camper who breaks off is filmed by every camera: what another one saw proves no more than that.
      const ratio = Math.min(MOST_RATIO, exists / (1 - exists) / (slot.exists / (1 - slot.exists)));
      told.set(slot.key, [
        ...(told.get(slot.key) ?? []),
        { camera: clips[0]!.camera, ratio, at: share > 0.3 ? at / share : null },
      ]);
    }
  }
  return told;
}

/** When the slates of each bib were seen, by the server's clock. */
export function locatedBy(fits: readonly CameraFit[]): Map<number, number[]> {
  const located = new Map<number, number[]>();
  for (const { clips, clock } of fits)
    for (const clip of clips)
      for (const slate of clip.slates)
        if (slate.bib !== null)
          located.set(slate.bib, [...(located.get(slate.bib) ?? []), onServer(clock, momentOf(clip)) + clock.late]);
  return located;
}
