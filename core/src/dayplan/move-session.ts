import { deliveriesFor, overlaps, type DayInput, type Minute, type Session } from './day.ts';
import type { CamperId } from '../record/ids.ts';

/**
 * Moves one camper by hand to a mound and a time, or places him there. Somebody who films and a camera that are free then are
 * taken where there are any; where there are none they stay, and `planProblems` names what is broken. Nobody else moves.
 *
 * @param now the warm-up begins now at the earliest, unless he warms up by the plan so far; it may become too short by that
 * @throws RangeError for a camper or a mound that the day does not know
 * @example moveSession(input, sessions, camper, { mound: 'Mound 2', from: 600 })
 */
export function moveSession(
  input: DayInput,
  sessions: readonly Session[],
  camperId: CamperId,
  to: { readonly mound: string; readonly from: Minute },
  now?: Minute,
): Session[] {
  const { settings } = input;
  const camper = input.campers.find((c) => c.id === camperId);
  if (!camper) throw new RangeError(`the day knows no camper ${camperId}`);
  if (!settings.mounds.some((m) => m.name === to.mound)) throw new RangeError(`the day knows no mound ${to.mound}`);
  const others = sessions.filter((s) => s.camper !== camperId);
  const own = sessions.find((s) => s.camper === camperId);
  const span = { from: to.from, to: to.from + settings.minutes[camper.ageGroup] };
  const meanwhile = others.filter((s) => overlaps(s, span));
  const open = (w: { from: Minute; to: Minute }): boolean => span.from >= w.from && span.to <= w.to;
  const filmers = settings.staff.filter((p) => p.films && open(p) && !meanwhile.some((s) => s.filmer === p.id)).map((p) => p.id);
  const cameras = settings.cameras.filter((c) => open(c) && !meanwhile.some((s) => s.camera === c.name)).map((c) => c.name);
  const filmer =
    own && filmers.includes(own.filmer) ? own.filmer : (filmers[0] ?? own?.filmer ?? settings.staff.find((p) => p.films)!.id);
  const camera = own && cameras.includes(own.camera) ? own.camera : (cameras[0] ?? own?.camera ?? settings.cameras[0]!.name);
  const warmUpFrom = span.from - settings.warmUpMinutes;
  const warmSince = now === undefined ? warmUpFrom : own && own.warmUpFrom <= now ? own.warmUpFrom : now;
  return [
    ...others,
    {
      camper: camperId,
      mound: to.mound,
      camera,
      warmUpFrom: Math.max(warmUpFrom, Math.min(warmSince, span.from)),
      ...span,
      deliveries: Math.max(1, deliveriesFor(settings, camper)),
      filmer,
    },
  ].sort((a, b) => a.from - b.from || (a.mound < b.mound ? -1 : 1));
}
