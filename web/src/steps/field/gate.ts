import {
  addDays,
  armStanding,
  type ArmCareRules,
  type DayThrows,
  type GateLine,
  type GateList,
  type CamperId,
} from '@stride-chalk/core';
import { shelfOf, type Shelf } from '../../parts/device-store.ts';
import { tall } from '../../parts/tall.ts';

type ThrowsReported = readonly DayThrows[];
/** What was said at the gate. What nobody asked about is null, and changes nothing that was said before. */
export interface CheckInEntry {
  readonly camperId: CamperId;
  readonly day: string;
  readonly notedAt: string;
  readonly present: boolean;
  readonly heightCentimetres: number | null;
  readonly sore: { readonly place: string; readonly since: string } | null;
  readonly drillsDone: 'none' | 'some' | 'all' | null;
  readonly goals: string | null;
  readonly mobility: readonly string[] | null;
  readonly throwsReported: ThrowsReported | null;
  /** What stood reported on this phone when it asked; it takes back nothing else. */
  readonly throwsKnown: ThrowsReported | null;
  /** Tells the server that null and an empty list mean different things here. */
  readonly form: 2;
}

/** How many days back the gate asks about throws. */
export const DAYS_ASKED = 4;

/** True where nothing is known of the last days' throws: then a tap more asks about them. */
export const mustAskThrows = (l: GateLine, day: string): boolean =>
  l.throwsReported === null && !l.thrown.some((t) => t.day < day && t.day >= addDays(day, -DAYS_ASKED));

/** What is in hand for one camper and not entered yet, in words; empty when it is nothing. */
export function inHandInWords(more: Partial<CheckInEntry>, units: 'metric' | 'imperial'): string {
  const thrown = more.throwsReported?.reduce((sum, t) => sum + t.count, 0);
  return [
    ...(thrown === undefined ? [] : [thrown === 0 ? 'nothing thrown' : `${thrown} throws reported`]),
    ...(more.drillsDone ? [`drills done: ${more.drillsDone}`] : []),
    ...(more.heightCentimetres ? [tall(more.heightCentimetres, units)] : []),
    ...(more.mobility ?? []),
    ...(more.goals ? [`“${more.goals}”`] : []),
  ].join(', ');
}

/** What a phone needs of a camp to say how an arm stands. */
export interface GateRules {
  readonly armCare: ArmCareRules;
  readonly timeZone: string;
}

/** What is left to throw with what the family has just reported, reckoned on the phone: the server may be far. */
export function standingAfter(
  l: GateLine,
  entry: CheckInEntry,
  { armCare: rules, ...at }: GateRules,
): { readonly left: number; readonly says: string } {
  if (l.sore || l.allowed || entry.throwsReported === null) return l;
  const { leftToday, says } = armStanding({
    rules,
    at,
    born: l.born,
    day: entry.day,
    thrown: [...l.thrown.filter((t) => !t.saidToday), ...entry.throwsReported],
  });
  return { left: leftToday, says };
}

/**
 * The list for a day that began after it was made: nobody has been at the gate, nothing is planned that this phone knows of, and
 * arm care is reckoned from the throws that it knows.
 */
export function linesOn(list: GateList, day: string, { armCare: rules, ...at }: GateRules): readonly GateLine[] {
  if (list.day === day) return list.lines;
  return list.lines.map((l) => {
    const thrown = l.thrown.map((t) => ({ ...t, saidToday: false }));
    const { leftToday, says } = armStanding({ rules, at, born: l.born, day, thrown });
    return {
      ...l,
      thrown,
      left: l.sore ? 0 : leftToday,
      says,
      present: null,
      throwsReported: null,
      allowed: false,
      session: null,
    };
  });
}

type Noted = Pick<CheckInEntry, 'camperId' | 'notedAt' | 'present' | 'sore' | 'heightCentimetres' | 'throwsReported'> & {
  /** When the server has taken it, by the server's clock; null while it waits. */
  readonly takenAt: string | null;
};
/** What was noted on one day. */
export interface DayNotes {
  readonly id: string;
  readonly notes: readonly Noted[];
}
/** The shelf of the device, and what lies on it: pages read it while they draw. */
let shelf: Shelf<DayNotes> | null = null;
/** While the shelf is read nothing is laid over what lies there. */
let reading = false;
const known = new Map<string, readonly Noted[]>();
const notes = (day: string): readonly Noted[] => known.get(day) ?? [];
function keep(day: string, all: readonly Noted[]): void {
  known.set(day, all);
  // A device that keeps nothing says so where entries wait.
  if (!reading) void shelf?.put({ id: day, notes: all }).catch(() => undefined);
}

/** Notes with a newer one over that of the same camper: what it did not ask about is what the one before said. */
function withNote(all: readonly Noted[], newer: Noted): readonly Noted[] {
  const before = all.find((n) => n.camperId === newer.camperId);
  return [
    ...all.filter((n) => n !== before),
    {
      ...newer,
      sore: newer.sore ?? before?.sore ?? null,
      heightCentimetres: newer.heightCentimetres ?? before?.heightCentimetres ?? null,
      throwsReported: newer.throwsReported ?? before?.throwsReported ?? null,
    },
  ];
}

/** Reads what was noted on this phone. What is noted while it reads stands over what lies there. */
export async function openNotes(
  on: Shelf<DayNotes> = shelfOf('gate', {
    prefix: 'stride-chalk.gate.',
    read: (text, day) => (Array.isArray(text) ? { id: day, notes: text as Noted[] } : null),
  }),
): Promise<void> {
  shelf = on;
  known.clear();
  reading = true;
  const lying = await on.all().catch(() => []);
  const noted = [...known.entries()];
  known.clear();
  for (const day of lying) known.set(day.id, day.notes);
  reading = false;
  for (const [day, now] of noted) keep(day, now.reduce(withNote, notes(day)));
}

/**
 * What was checked in on this phone on a day, sent or not, that a list does not know: the list that is kept for times without a
 * network may be old.
 */
export const notedOver = (list: Pick<GateList, 'asOf'>, day: string): readonly Noted[] =>
  notes(day).filter((n) => n.takenAt === null || n.takenAt >= list.asOf);

/** Notes what is on its way to the server; notes of other days go. */
export function note({ camperId, day, notedAt, present, sore, heightCentimetres, throwsReported }: CheckInEntry): void {
  for (const other of [...known.keys()].filter((k) => k !== day)) {
    known.delete(other);
    void shelf?.remove(other).catch(() => undefined);
  }
  keep(day, withNote(notes(day), { camperId, notedAt, present, sore, heightCentimetres, throwsReported, takenAt: null }));
}

/** The server has taken an entry, or has refused it: then nothing is left of its note. */
export function settle(entry: CheckInEntry, takenAt: string | null): void {
  const own = (n: Noted): boolean => n.camperId === entry.camperId && n.notedAt === entry.notedAt;
  keep(
    entry.day,
    notes(entry.day).flatMap((n) => (!own(n) ? [n] : takenAt === null ? [] : [{ ...n, takenAt }])),
  );
}

export const withCheckIn = (all: readonly GateLine[], entry: Omit<Noted, 'takenAt' | 'notedAt'>): GateLine[] =>
  all.map((l) =>
    l.id === entry.camperId
      ? {
          ...l,
          present: entry.present,
          sore: l.sore || entry.sore !== null,
          heightCentimetres: entry.heightCentimetres ?? l.heightCentimetres,
          throwsReported: entry.throwsReported ?? l.throwsReported,
          thrown: entry.throwsReported
            ? [...l.thrown.filter((t) => !t.saidToday), ...entry.throwsReported.map((t) => ({ ...t, saidToday: true }))]
            : l.thrown,
        }
      : l,
  );
