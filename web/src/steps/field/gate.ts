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
const known = new Map<string, readonly Noted[]>();
const notes = (day: string): readonly Noted[] => known.get(day) ?? [];
function keep(day: string, all: readonly Noted[]): void {
  known.set(day, all);
  // A device that keeps nothing says so where entries wait.
  void shelf?.put({ id: day, notes: all }).catch(() => undefined);
}

/** Reads what was noted on this phone, before anything is noted anew. */
export async function openNotes(
  on: Shelf<DayNotes> = shelfOf('gate', {
    prefix: 'stride-chalk.gate.',
    read: (text, day) => (Array.isArray(text) ? { id: day, notes: text as Noted[] } : null),
  }),
): Promise<void> {
  shelf = on;
  known.clear();
  for (const { id, notes } of await on.all().catch(() => [])) known.set(id, notes);
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
  const before = notes(day).find((n) => n.camperId === camperId);
  const others = notes(day).filter((n) => n.camperId !== camperId);
  keep(day, [
    ...others,
    {
      camperId,
      notedAt,
      present,
      // What this one did not ask about is what the one before said.
      sore: sore ?? before?.sore ?? null,
      heightCentimetres: heightCentimetres ?? before?.heightCentimetres ?? null,
      throwsReported: throwsReported ?? before?.throwsReported ?? null,
      takenAt: null,
    },
  ]);
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
