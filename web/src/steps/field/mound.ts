import { clockOf, type GateLine } from '@stride-chalk/core';
import { VIEW_NAMES } from '../../parts/view-names.ts';

/** A throw that was tapped on this phone, or its taking back: what the list of the server may not know yet. */
export interface Tap {
  readonly id: string;
  readonly camperId: string;
  /** One thrown, or one taken back. */
  readonly by: 1 | -1;
  /** The throw that it is about: its own id, or that of what is taken back. */
  readonly about: string;
  readonly leftOut: boolean;
  /** This phone has filmed it. */
  readonly filmed: boolean;
  /** By the clock of the server as far as the phone knows it; null while it waits to be sent. */
  readonly takenAt: number | null;
}

/** One camper's turn on a mound. */
export interface Turn {
  readonly line: GateLine;
  /** How many he has thrown for the cameras today. */
  readonly thrown: number;
  /** How many more arm care leaves him. */
  readonly left: number;
  /** Why he does not throw here now; null when he may. */
  readonly why: string | null;
}

/** The mounds of the day as the plan has them, in the order of their names; one where nothing is planned. */
export function moundsOf(lines: readonly GateLine[]): string[] {
  const named = [...new Set(lines.flatMap((l) => (l.session ? [l.session.mound] : [])))];
  return named.length === 0 ? ['Mound'] : named.sort((a, b) => a.localeCompare(b, 'en', { numeric: true }));
}

/** What this phone knows beyond a list that was made at a moment: taps that wait, and those that were taken since. */
const unknownTo = (taps: readonly Tap[], asOf: number): readonly Tap[] =>
  taps.filter((t) => t.takenAt === null || t.takenAt >= asOf);

/**
 * How it stands with one camper at the mound.
 *
 * @param asOf when the list was made, in milliseconds
 */
export function turnOf(line: GateLine, day: string, taps: readonly Tap[], asOf: number): Turn {
  const more = unknownTo(taps, asOf)
    .filter((t) => t.camperId === line.id)
    .reduce((sum, t) => sum + t.by, 0);
  const known = line.thrown.filter((t) => t.day === day && t.kind === 'filming').reduce((sum, t) => sum + t.count, 0);
  const left = Math.max(0, line.left - more);
  const why = line.sore
    ? 'A sore arm: no throwing.'
    : !line.consent
      ? 'Nobody has consented to filming.'
      : left === 0
        ? `Arm care: ${line.says}`
        : null;
  return { line, thrown: Math.max(0, known + more), left, why };
}

/** The turns of a mound in the order of the plan. */
export const turnsOn = (lines: readonly GateLine[], mound: string, day: string, taps: readonly Tap[], asOf: number): Turn[] =>
  lines
    .filter((l) => l.session?.mound === mound)
    .sort((a, b) => a.session!.from - b.session!.from || a.bib - b.bib)
    .map((l) => turnOf(l, day, taps, asOf));

/** Who still comes: those who may throw, have not thrown, and are not known to be away. After somebody: those behind him. Last come those who have thrown and are to be filmed once more. */
export function comingOn(turns: readonly Turn[], after: string | null = null): Turn[] {
  const from = after === null ? 0 : turns.findIndex((t) => t.line.id === after) + 1;
  const here = (t: Turn): boolean => t.why === null && t.line.present !== false;
  const again = turns.filter((t) => here(t) && t.thrown > 0 && t.line.again.length > 0 && t.line.id !== after);
  return [...turns.slice(from).filter((t) => here(t) && t.thrown === 0), ...again];
}

/** From where somebody is to be filmed once more, in words: 'film again: front, open side'; null for nobody. */
export const againInWords = ({ again }: Pick<GateLine, 'again'>): string | null =>
  again.length === 0 ? null : `film again: ${[...new Set(again.map((a) => VIEW_NAMES[a.view].toLowerCase()))].join(', ')}`;

/**
 * Whose turn it is: who has thrown here today and whose time it is by the plan, so that a second phone finds him too; else who comes next.
 *
 * @param minute on the clock of the camp, since midnight; null where it is not known
 */
export function whoseTurn(turns: readonly Turn[], minute: number | null): Turn | null {
  const begun = turns.filter((t) => minute !== null && t.line.session!.from <= minute).at(-1);
  return begun && begun.thrown > 0 && begun.why === null ? begun : (comingOn(turns)[0] ?? null);
}

/**
 * What somebody does who still comes, by the plan.
 *
 * @param minute on the clock of the camp, since midnight; null where it is not known
 */
export function beforeTurn({ session }: Pick<GateLine, 'session'>, minute: number | null): string {
  if (!session) return '';
  if (minute === null || minute < session.warmUpFrom) return `warms up from ${clockOf(session.warmUpFrom)}`;
  return minute < session.from ? `warms up since ${clockOf(session.warmUpFrom)}` : `was to begin at ${clockOf(session.from)}`;
}

/** Whether his throws are counted here now: he may throw, and the day that the page shows is today. Outside the camp it shows a day of the camp. */
export const mayCount = (turn: Pick<Turn, 'why'>, day: string, today: string): boolean => turn.why === null && day === today;

/** The last throw that was tapped and not taken back. */
export function lastTap(taps: readonly Tap[], camperId: string): Tap | null {
  const gone = new Set(taps.filter((t) => t.by === -1).map((t) => t.about));
  return taps.filter((t) => t.camperId === camperId && t.by === 1 && !gone.has(t.id)).at(-1) ?? null;
}
