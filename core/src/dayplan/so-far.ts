import type { DayCamper, DayInput, DaySettings, Minute, Session } from './day.ts';

/** True for a session that is over and was thrown: whoever came to the field only after it began has missed it, and so has who never came. */
export const wasThrown = (s: Session, camper: DayCamper | undefined, now: Minute): boolean =>
  s.to <= now && !(camper !== undefined && (camper.noShow || camper.readyFrom > s.from));

/** True when one of a group, warmed up, can begin only after the others are through: they need not wait for him. */
export const comesAfter = (settings: DaySettings, readyFrom: Minute, othersEnd: Minute): boolean =>
  readyFrom + settings.warmUpMinutes > othersEnd;

/**
 * The day with its campers as they can be ready from now on: whoever warms up by the plan so far goes on with it, everybody else
 * begins now at the earliest. Nobody is sent to a mound cold because the plan has changed.
 *
 * @example readyFromNow(input, sessions, 600).campers[0].readyFrom // 600, or since when he warms up
 */
export function readyFromNow(input: DayInput, before: readonly Session[], now: Minute): DayInput {
  const began = new Map(before.filter((s) => s.warmUpFrom <= now).map((s) => [s.camper, s.warmUpFrom]));
  return { ...input, campers: input.campers.map((c) => ({ ...c, readyFrom: Math.max(c.readyFrom, began.get(c.id) ?? now) })) };
}
