import { comesAfter } from './so-far.ts';
import { deliveriesFor, overlaps, startsAt, type DayCamper, type DaySettings, type Minute, type Session } from './day.ts';
import type { CamperId } from '../record/ids.ts';

/** Campers who follow one another on one mound: a group kept together, or one alone. */
export type Block = readonly DayCamper[];

interface Placed {
  readonly sessions: readonly Session[];
  /** Campers for whom the day has no room. */
  readonly unplaced: readonly CamperId[];
}

const STAY_MINUTES = 15;

interface Busy {
  readonly from: Minute;
  readonly to: Minute;
}
const isFree = (busy: readonly Busy[], span: Busy): boolean => {
  for (let i = busy.length - 1; i >= 0; i--) if (overlaps(busy[i]!, span)) return false;
  return true;
};

/**
 * Places blocks one after the other, each at the earliest time at which a mound, a camera and somebody who films are free for
 * all of it, around the sessions that stand. No break comes between a block or into a warm-up. Of a block in which somebody comes only after the others
are through, the others do not wait for him. A block that fits nowhere whole stays unplaced. (Serial schedule generation:
 * Kolisch R, Eur J Oper Res 1996;90:320-333, value from memory.)
 */
export function placeBlocks(
  settings: DaySettings,
  order: readonly Block[],
  standing: readonly Session[],
  notBefore: Minute,
  arrival: (camper: DayCamper) => Minute = (c) => c.readyFrom,
): Placed {
  const sessions: Session[] = [...standing];
  const unplaced: CamperId[] = [];
  const [mounds, cameras, filmers] = [new Map<string, Busy[]>(), new Map<string, Busy[]>(), new Map<string, Busy[]>()];
  const load = new Map<string, number>();
  const of = (map: Map<string, Busy[]>, name: string): Busy[] => {
    const known = map.get(name);
    if (known) return known;
    const list: Busy[] = [];
    map.set(name, list);
    return list;
  };
  const take = (s: Session): void => {
    const span = { from: s.from, to: s.to };
    of(mounds, s.mound).push(span);
    of(cameras, s.camera).push(span);
    of(filmers, s.filmer).push(span);
    load.set(s.filmer, (load.get(s.filmer) ?? 0) + s.to - s.from);
  };
  for (const s of standing) take(s);
  const films = settings.staff.filter((p) => p.films);
  const { breaks } = settings;
  const shortest = Math.min(...order.flat().map((c) => settings.minutes[c.ageGroup]));
  /** Who filmed at a mound last. */
  const filmerAt = new Map(standing.map((s) => [s.mound, s.filmer]));
  // Whoever stands at a mound stays there, until he has filmed two sessions more than somebody else.
  const burden = (filmer: string, mound: string): number =>
    (load.get(filmer) ?? 0) - (filmerAt.get(mound) === filmer ? STAY_MINUTES : 0);
  /** The camera that stands at a mound. */
  const cameraAt = new Map(standing.map((s) => [s.mound, s.camera]));
  let times: Minute[] = [];
  const consider = (t: Minute): void => {
    let i = times.length;
    while (i > 0 && times[i - 1]! > t) i -= 1;
    if (t >= notBefore && times[i - 1] !== t) times.splice(i, 0, t);
  };
  for (const t of [
    notBefore,
    ...[...settings.mounds, ...settings.cameras, ...films].map((w) => w.from),
    ...breaks.map((b) => b.to + settings.warmUpMinutes),
    ...standing.map((s) => s.to),
  ])
    consider(t);

  /** One session at a time on a mound, or null when something is missing. */
  const sessionAt = (camper: DayCamper, mound: DaySpan, from: Minute): Session | null => {
    const to = from + settings.minutes[camper.ageGroup];
    const span = { from, to };
    const warmUpFrom = from - settings.warmUpMinutes;
    if (from < notBefore || warmUpFrom < camper.readyFrom || from < mound.from || to > mound.to) return null;
    if (breaks.some((b) => overlaps(b, { from: warmUpFrom, to })) || !isFree(of(mounds, mound.name), span)) return null;
    const open = (w: Busy): boolean => from >= w.from && to <= w.to;
    const usable = (c: DaySpan): boolean => open(c) && isFree(of(cameras, c.name), span);
    const own = settings.cameras.find((c) => c.name === cameraAt.get(mound.name));
    // A camera that stands at another mound is taken last.
    const camera =
      own && usable(own)
        ? own
        : (settings.cameras.find((c) => ![...cameraAt.values()].includes(c.name) && usable(c)) ?? settings.cameras.find(usable));
    if (!camera) return null;
    let filmer: (typeof films)[number] | null = null;
    for (const p of films)
      if (open(p) && (!filmer || burden(p.id, mound.name) < burden(filmer.id, mound.name)) && isFree(of(filmers, p.id), span))
        filmer = p;
    if (!filmer) return null;
    return {
      camper: camper.id,
      mound: mound.name,
      camera: camera.name,
      warmUpFrom,
      from,
      to,
      deliveries: deliveriesFor(settings, camper),
      filmer: filmer.id,
    };
  };

  const blockAt = (block: Block, mound: DaySpan, from: Minute): Session[] | null => {
    const made: Session[] = [];
    let at = from;
    for (const camper of block) {
      const s = sessionAt(camper, mound, at);
      if (!s) return null;
      made.push(s);
      at = s.to;
    }
    return made;
  };

  const find = (block: Block): Session[] | null => {
    // The earliest time for each, less what those before him take.
    let before = 0;
    for (const camper of block) {
      consider(startsAt(settings, camper, notBefore) - before);
      before += settings.minutes[camper.ageGroup];
    }
    // A time at which every mound is taken stays so: nothing is ever taken back.
    times = times.filter((t) => settings.mounds.some((m) => isFree(of(mounds, m.name), { from: t, to: t + shortest })));
    for (const at of times)
      for (const mound of settings.mounds) {
        const found = blockAt(block, mound, at);
        if (found) return found;
      }
    return null;
  };
  const accept = (found: readonly Session[]): void => {
    for (const s of found) {
      sessions.push(s);
      take(s);
      cameraAt.set(s.mound, s.camera);
      filmerAt.set(s.mound, s.filmer);
      consider(s.to);
    }
  };
  const place = (block: Block): void => {
    const inOrder = [...block].sort((a, b) => arrival(a) - arrival(b));
    for (let i = 1; i < inOrder.length; i++) {
      if (arrival(inOrder[i]!) <= arrival(inOrder[i - 1]!)) continue;
      const head = find(inOrder.slice(0, i));
      if (!head || !comesAfter(settings, arrival(inOrder[i]!), head.at(-1)!.to)) continue;
      accept(head);
      return place(inOrder.slice(i));
    }
    const found = find(inOrder);
    if (found) accept(found);
    else unplaced.push(...block.map((c) => c.id));
  };
  for (const block of order) place(block);
  return { sessions, unplaced };
}

type DaySpan = DaySettings['mounds'][number];
