import { armStanding, type ArmCareRules, type DayThrows } from '@stride-chalk/core';

export interface GateLine {
  readonly id: string;
  readonly bib: number;
  readonly name: string;
  readonly age: number;
  readonly heightCentimetres: number;
  readonly consent: boolean;
  readonly sore: boolean;
  /** null: not at the gate yet. */
  readonly present: boolean | null;
  readonly says: string;
  readonly left: number;
  /** The lead has allowed more today. */
  readonly allowed: boolean;
  readonly born: string;
  readonly thrown: ReadonlyArray<DayThrows & { readonly saidToday: boolean }>;
  readonly session: { readonly mound: string; readonly warmUpFrom: number; readonly from: number } | null;
}
export interface CheckInEntry {
  readonly camperId: string;
  readonly day: string;
  readonly notedAt: string;
  readonly present: boolean;
  readonly heightCentimetres: number | null;
  readonly sore: { readonly place: string; readonly since: string } | null;
  readonly drillsDone: 'none' | 'some' | 'all' | null;
  readonly goals: string | null;
  readonly mobility: readonly string[];
  readonly throwsReported: ReadonlyArray<{
    readonly day: string;
    readonly count: number;
    readonly kind: 'game' | 'bullpen' | 'drill';
  }>;
}

/** What is left to throw with what the family has just reported, reckoned on the phone: the server may be far. */
export function standingAfter(
  l: GateLine,
  entry: CheckInEntry,
  rules: ArmCareRules,
): { readonly left: number; readonly says: string } {
  if (l.sore || l.allowed || entry.throwsReported.length === 0) return l;
  const { leftToday, says } = armStanding({
    rules,
    born: l.born,
    day: entry.day,
    thrown: [...l.thrown.filter((t) => !t.saidToday), ...entry.throwsReported],
  });
  return { left: leftToday, says };
}

type Noted = Pick<CheckInEntry, 'camperId' | 'notedAt' | 'present' | 'sore' | 'heightCentimetres'>;
const NOTED = 'stride-chalk.gate.';

/** What was checked in on this phone today, sent or not: the list that is kept for times without a network may be older. */
export const noted = (day: string): Noted[] => JSON.parse(localStorage.getItem(NOTED + day) ?? '[]') as Noted[];
export function note(day: string, { camperId, notedAt, present, sore, heightCentimetres }: CheckInEntry): void {
  for (const key of Object.keys(localStorage)) if (key.startsWith(NOTED) && key !== NOTED + day) localStorage.removeItem(key);
  localStorage.setItem(
    NOTED + day,
    JSON.stringify([
      ...noted(day).filter((n) => n.camperId !== camperId),
      { camperId, notedAt, present, sore, heightCentimetres },
    ]),
  );
}

export const withCheckIn = (all: readonly GateLine[], entry: Noted): GateLine[] =>
  all.map((l) =>
    l.id === entry.camperId
      ? {
          ...l,
          present: entry.present,
          sore: l.sore || entry.sore !== null,
          heightCentimetres: entry.heightCentimetres ?? l.heightCentimetres,
        }
      : l,
  );
