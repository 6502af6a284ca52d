import { differencesOf } from './differences.ts';
import { samePage, type StaffLevel } from './same-page.ts';

/** A checkpoint of a delivery that teaches: people saw different things in it. */
export interface TeachingClip {
  readonly delivery: string;
  readonly camper: string;
  readonly checkpoint: string;
  readonly apart: number;
}

/**
 * The clips that teach the staff most in a few minutes: of the checkpoints that are read least alike, the deliveries on which people are furthest apart; one a
 * checkpoint, and one a delivery, as long as there are enough.
 *
 * @param levels every level that was given
 * @param shows whether a film that can be played shows the checkpoint of the delivery
 * @example teachingClips(levels, (delivery) => filmed.has(delivery), 5)
 */
export function teachingClips(
  levels: readonly StaffLevel[],
  shows: (delivery: string, checkpoint: string) => boolean,
  most: number,
): TeachingClip[] {
  const order = samePage(levels).repairFirst;
  const rank = (checkpoint: string): number => (order.includes(checkpoint) ? order.indexOf(checkpoint) : order.length);
  const all = differencesOf(levels.map((l) => ({ ...l, level: l.level === null ? ('NV' as const) : (l.level as 0 | 1 | 2 | 3) })))
    .filter((d) => (d.apart ?? 0) > 0 && shows(d.delivery, d.checkpoint))
    .map(
      (d): TeachingClip => ({
        ...{ delivery: d.delivery, camper: d.said[0]!.camper, checkpoint: d.checkpoint, apart: d.apart! },
      }),
    )
    .sort((a, b) => rank(a.checkpoint) - rank(b.checkpoint) || b.apart - a.apart || (a.delivery < b.delivery ? -1 : 1));
  const chosen: TeachingClip[] = [];
  const isNew = (c: TeachingClip): boolean => !chosen.some((x) => x.checkpoint === c.checkpoint && x.delivery === c.delivery);
  const rules: ReadonlyArray<(c: TeachingClip) => boolean> = [
    (c) => !chosen.some((x) => x.checkpoint === c.checkpoint || x.delivery === c.delivery),
    (c) => !chosen.some((x) => x.checkpoint === c.checkpoint),
    isNew,
  ];
  for (const allowed of rules) for (const c of all) if (chosen.length < most && isNew(c) && allowed(c)) chosen.push(c);
  return chosen;
}
