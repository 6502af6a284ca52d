import { FIELD_NAMES, type RosterField } from './match-columns.ts';
import { matchRoster, type RosterIndex, type RosterMatch } from './match-roster.ts';
import {
  PLAIN_COLUMNS,
  readCells,
  type CampFacts,
  type CellReading,
  type ColumnReading,
  type RawRow,
  type RosterProblem,
} from './read-cells.ts';
import { UNANSWERED, type DateAnswers } from './read-date.ts';
import { wholeRow, type RosterPatch, type RosterRow } from './roster-row.ts';
import { plainName } from './same-name.ts';

export interface RosterReading {
  /** The line in the file at which the row begins. */
  readonly line: number;
  /** What stands in the file, by field; mended in place. */
  readonly raw: RawRow;
  /** What the row says: nothing of an empty cell, and nothing of one that could not be read. */
  readonly said: RosterPatch;
  readonly problems: readonly RosterProblem[];
  /** Things that are worth a look and stop nothing. */
  readonly remarks: readonly string[];
}

/** What a camper must have before he is in the roster. */
const NEEDED: ReadonlyArray<readonly [RosterField, keyof RosterRow, string]> = [
  ['bib', 'bib', 'no bib number'],
  ['name', 'name', 'no name'],
  ['born', 'born', 'no birth date'],
  ['hand', 'hand', 'no throwing hand'],
  ['height', 'heightCentimetres', 'no height'],
  ['guardian', 'guardian', 'no guardian'],
];

/** What a new camper lacks, as problems of the cells that could say it. */
const missingOf = ({ said, problems }: Pick<RosterReading, 'said' | 'problems'>): RosterProblem[] =>
  NEEDED.flatMap(([field, key, why]) =>
    said[key] === undefined && !problems.some((p) => p.field === field) ? [{ field, code: 'missing' as const, why }] : [],
  );

function remarksOn(said: RosterPatch, camp: CampFacts): string[] {
  if (said.consentToFilm === false) return ['no consent: not filmed, nothing handed out'];
  return said.consentToFilm && said.consentUntil && said.consentUntil < camp.firstDay
    ? [`the consent ends on ${said.consentUntil}, before the camp`]
    : [];
}

/** Reads one row of a file. */
export function readRosterRow(
  line: number,
  raw: RawRow,
  camp: CampFacts,
  answers: DateAnswers = UNANSWERED,
  columns: ColumnReading = PLAIN_COLUMNS,
): RosterReading {
  const cells: CellReading = readCells(raw, camp, answers, columns);
  return { line, raw, ...cells, remarks: remarksOn(cells.said, camp) };
}

/**
 * A whole new camper, as a form or a file has him, with everything that he lacks.
 *
 * @example readNewCamper({ bib: '7' }, { firstDay: '2026-07-13' }).problems.map((p) => p.field) // ['name', 'born', ...]
 */
export function readNewCamper(
  raw: RawRow,
  camp: CampFacts,
): { readonly row: RosterRow | null; readonly problems: readonly RosterProblem[] } {
  const reading = readRosterRow(0, raw, camp);
  const problems = [...reading.problems, ...missingOf(reading)];
  return { row: problems.length === 0 ? wholeRow(reading.said) : null, problems };
}

/**
 * Marks rows that repeat an earlier one: the same bib, or the same name and birth date.
 *
 * @example withDoubles(readings).filter((r) => r.problems.some((p) => p.code === 'double'))
 */
export function withDoubles(readings: readonly RosterReading[]): RosterReading[] {
  const byBib = new Map<number, number>();
  const byChild = new Map<string, number>();
  return readings.map((r) => {
    const { bib, name, born } = r.said;
    const child = name !== undefined && born !== undefined ? `${born} ${plainName(name)}` : null;
    const sameBib = bib === undefined ? undefined : byBib.get(bib);
    const sameChild = child === null ? undefined : byChild.get(child);
    if (sameBib === undefined && sameChild === undefined) {
      if (bib !== undefined) byBib.set(bib, r.line);
      if (child !== null) byChild.set(child, r.line);
      return r;
    }
    const what =
      sameBib !== undefined
        ? `${FIELD_NAMES.bib} ${bib} stands in line ${sameBib} too`
        : `the same child stands in line ${sameChild} too`;
    return {
      ...r,
      problems: [
        ...r.problems,
        { field: 'bib' as const, code: 'double' as const, why: `${what}: change it or leave this line out` },
      ],
    };
  });
}

/** A row of a file with the camper whom it means, and what has to be mended before it is taken. */
export interface MatchedRow extends RosterReading {
  /** null while the row cannot be told apart from others. */
  readonly match: RosterMatch | null;
}

/**
 * Finds the camper of each row. Whoever is new needs everything; of a camper who is known a row may say as little as it likes.
 *
 * @param decided what a reader said of rows, by line: somebody new, or one of the roster
 */
export function matchRows(
  readings: readonly RosterReading[],
  roster: RosterIndex,
  decided: (line: number) => 'match' | 'new' | { readonly update: string } = () => 'match',
): MatchedRow[] {
  return readings.map((r) => {
    if (r.problems.some((p) => p.code === 'double')) return { ...r, match: null };
    const decision = decided(r.line);
    const match: RosterMatch = decision === 'new' ? { kind: 'new' } : matchRoster(r.said, roster);
    const isNew = decision === 'new' || (decision === 'match' && match.kind === 'new');
    return { ...r, match, problems: isNew ? [...r.problems, ...missingOf(r)] : r.problems };
  });
}
