import { z } from 'zod';
import { ageOn } from './age-group.ts';
import { FIELD_NAMES, type RosterField } from './match-columns.ts';
import { type DateOrder, readDate } from './read-date.ts';
import { readHeight } from './read-height.ts';
import type { RosterRow } from './roster-row.ts';
import { sameName } from './same-name.ts';

interface CampFacts {
  readonly firstDay: string;
}

interface RosterProblem {
  readonly field: RosterField;
  readonly why: string;
  /** Answers that mend it with one tap. */
  readonly offers?: ReadonlyArray<{ readonly label: string; readonly value: string }>;
}

export interface RosterReading {
  /** The line in the file, the heading being line 1. */
  readonly line: number;
  /** What stands in the file, by field; mended in place. */
  readonly raw: Readonly<Partial<Record<RosterField, string>>>;
  readonly problems: readonly RosterProblem[];
  /** Read without a problem; null while one is left. */
  readonly row: RosterRow | null;
  /** Things that are worth a look and stop nothing. */
  readonly remarks: readonly string[];
}

const YES = ['yes', 'y', 'true', '1', 'x', 'ok', 'signed', 'given', 'granted', '✓', '✔', 'ja', 'si', 'oui'];
const NO = ['no', 'n', 'false', '0', '-', 'not given', 'refused', 'declined', 'nein', 'none', 'pending', 'missing'];
const HANDS: Readonly<Record<string, 'R' | 'L' | 'both'>> = {
  r: 'R',
  right: 'R',
  'right handed': 'R',
  rh: 'R',
  rhp: 'R',
  'right hand': 'R',
  l: 'L',
  left: 'L',
  'left handed': 'L',
  lh: 'L',
  lhp: 'L',
  'left hand': 'L',
  lefty: 'L',
  righty: 'R',
  b: 'both',
  both: 'both',
  s: 'both',
  switch: 'both',
  'r/l': 'both',
  'l/r': 'both',
  'r+l': 'both',
  ambidextrous: 'both',
  'both (films r)': 'R',
  'both (films l)': 'L',
};
/** A spreadsheet's guard against formulas is taken off again. */
const bare = (text: string | undefined): string =>
  (text ?? '')
    .trim()
    .replace(/^'(?=[=+\-@\t\r])/, '')
    .trim();

/** Reads one row; `order` is the answer to the question about ambiguous dates. */
export function readRosterRow(line: number, raw: RosterReading['raw'], camp: CampFacts, order: DateOrder | null): RosterReading {
  const problems: RosterProblem[] = [];
  const remarks: string[] = [];
  const bad = (field: RosterField, why: string, offers?: RosterProblem['offers']): void =>
    void problems.push({ field, why, ...(offers ? { offers } : {}) });
  const text = (field: RosterField): string => bare(raw[field]);

  const bib = Number(text('bib').replace(/^#/, ''));
  if (!/^#?\d{1,4}$/.test(text('bib')) || bib < 1)
    bad('bib', text('bib') ? `"${text('bib')}" is no bib number` : 'no bib number');

  const whole = text('name') || [text('firstName'), text('lastName')].filter(Boolean).join(' ');
  const name = whole
    .replace(/\s+/g, ' ')
    .replace(/^([^,]+), ?([^,]+)$/, '$2 $1')
    .trim();
  if (!name) bad('name', 'no name');
  else if (name.length > 120) bad('name', 'the name is longer than 120 letters');

  const day = (field: 'born' | 'consentUntil'): string | null => {
    const reading = readDate(text(field), order);
    if (reading.kind === 'day') return reading.day;
    if (reading.kind === 'wrong') bad(field, reading.why);
    else
      bad(field, `"${text(field)}" may be two days: which one?`, [
        { label: reading.dayFirst, value: reading.dayFirst },
        { label: reading.monthFirst, value: reading.monthFirst },
      ]);
    return null;
  };
  const born = day('born');
  if (born) {
    const age = born < camp.firstDay ? ageOn(born, camp.firstDay) : -1;
    if (age < 7 || age > 18)
      bad(
        'born',
        age < 0 ? `born on ${born}, after the camp begins` : `born on ${born}: ${age} years old, the camp takes 7 to 18`,
      );
  }

  const hand = HANDS[text('hand').toLowerCase()];
  const throwsBoth = text('hand').toLowerCase().startsWith('both (');
  if (!text('hand')) bad('hand', 'no throwing hand');
  else if (!hand) bad('hand', `"${text('hand')}" is no throwing hand: R, L or both`);
  else if (hand === 'both')
    bad('hand', 'throws with both: which arm is filmed and counted?', [
      { label: 'Right', value: 'both (films R)' },
      { label: 'Left', value: 'both (films L)' },
    ]);

  const height = readHeight(text('height'));
  if ('why' in height) bad('height', height.why);

  if (!text('guardian')) bad('guardian', 'no guardian');
  const email = text('guardianEmail');
  if (email && !z.email().safeParse(email).success) bad('guardianEmail', `"${email}" is no mail address`);

  const said = (field: 'consentToFilm' | 'consentToShare'): boolean => {
    const t = text(field).toLowerCase();
    if (YES.includes(t)) return true;
    if (t !== '' && !NO.includes(t))
      bad(field, `"${text(field)}" is neither yes nor no`, [
        { label: 'Yes', value: 'yes' },
        { label: 'No', value: 'no' },
      ]);
    return false;
  };
  const consentToFilm = said('consentToFilm');
  const consentToShare = said('consentToShare');
  const consentUntil = text('consentUntil') ? day('consentUntil') : null;
  if (!consentToFilm && !problems.some((p) => p.field === 'consentToFilm'))
    remarks.push('no consent: not filmed, nothing handed out');
  if (consentToFilm && consentUntil && consentUntil < camp.firstDay)
    remarks.push(`the consent ends on ${consentUntil}, before the camp`);

  if (problems.length > 0) return { line, raw, problems, row: null, remarks };
  return {
    line,
    raw,
    problems,
    remarks,
    row: {
      bib,
      name,
      born: born!,
      hand: hand as 'R' | 'L',
      throwsBoth,
      heightCentimetres: (height as { centimetres: number }).centimetres,
      guardian: text('guardian'),
      guardianEmail: email || null,
      guardianPhone: text('guardianPhone') || null,
      consentToFilm,
      consentToShare,
      consentUntil,
      togetherWith: text('together') || null,
    },
  };
}

/**
 * Reads every row of a table. Rows that say the same child or the same bib twice are told apart from the first of them. Empty
 * rows are left out.
 *
 * @param rows the cells of each row, the heading left out
 * @param fields the field of each column; null for a column that is left out
 * @param order how ambiguous dates are read; null as long as nobody has said
 * @example readRoster([['7', 'Ann Lee', '2014-03-09', 'R', '150 cm', 'Bo Lee']], ['bib', 'name', 'born', 'hand', 'height', 'guardian'], { firstDay: '2026-07-13' }, null)
 */
export function readRoster(
  rows: readonly (readonly string[])[],
  fields: ReadonlyArray<RosterField | null>,
  camp: CampFacts,
  order: DateOrder | null,
): RosterReading[] {
  const readings = rows.flatMap((cells, i) => {
    if (cells.every((c) => c.trim() === '')) return [];
    const raw = Object.fromEntries(fields.flatMap((field, column) => (field ? [[field, cells[column] ?? '']] : [])));
    return [readRosterRow(i + 2, raw, camp, order)];
  });
  return withDoubles(readings);
}

/** Marks rows that repeat an earlier one: the same bib, or the same name and birth date. */
export function withDoubles(readings: readonly RosterReading[]): RosterReading[] {
  return readings.map((r, i) => {
    if (!r.row) return r;
    const row = r.row;
    const earlier = readings
      .slice(0, i)
      .find((o) => o.row && (o.row.bib === row.bib || (o.row.born === row.born && sameName(o.row.name, row.name))));
    if (!earlier) return r;
    const what =
      earlier.row!.bib === row.bib
        ? `${FIELD_NAMES.bib} ${row.bib} stands in line ${earlier.line} too`
        : `the same child stands in line ${earlier.line} too`;
    return { ...r, row: null, problems: [{ field: 'bib' as const, why: `${what}: change it or leave this line out` }] };
  });
}
