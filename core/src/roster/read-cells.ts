import { z } from 'zod';
import { addDays } from '../calendar/add-days.ts';
import { ageOrZero, isCampAge } from './age-group.ts';
import type { RosterField } from './match-columns.ts';
import { readDate, type DateAnswers, type DateOrder, type DaySpan } from './read-date.ts';
import { readHeight, type HeightUnit } from './read-height.ts';
import { readName } from './read-name.ts';
import type { RosterPatch } from './roster-row.ts';
import { usualHeights } from './usual-height.ts';

export interface CampFacts {
  readonly firstDay: string;
}

/** Why a cell was not read. Programs go by this, not by the words. */
type CellProblemCode = 'unreadable' | 'dateOrder' | 'dayNumber' | 'missing' | 'outsideAges' | 'unusual' | 'double';

export interface RosterProblem {
  readonly field: RosterField;
  readonly code: CellProblemCode;
  readonly why: string;
  /** Answers that mend it with one tap. */
  readonly offers?: ReadonlyArray<{ readonly label: string; readonly value: string }>;
}

/** The cells of a row by field, as the file has them. */
export type RawRow = Readonly<Partial<Record<RosterField, string>>>;

/** How the columns are to be read, where it is not the plain way. */
export interface ColumnReading {
  readonly opposite: readonly RosterField[];
  readonly heightUnit: HeightUnit | null;
}
export const PLAIN_COLUMNS: ColumnReading = { opposite: [], heightUnit: null };

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
/** Behind a value that is unusual and was confirmed. */
const CHECKED = ' (checked)';
const ORDER_NAMES: Readonly<Record<DateOrder | 1900 | 1904, string>> = {
  dayFirst: 'day first',
  monthFirst: 'month first',
  yearFirst: 'year first',
  1900: 'counted from 1900',
  1904: 'counted from 1904',
};

/** A cell that is a formula of a spreadsheet, not the value that it shows. */
const isFormula = (text: string): boolean => /^[=@]/.test(text) || /^[+-][A-Za-z(]/.test(text);

/** A spreadsheet's guard against formulas is taken off again. */
const bare = (text: string): string => text.replace(/^'(?=[=+\-@\t\r])/, '').trim();

export interface CellReading {
  readonly said: RosterPatch;
  readonly problems: readonly RosterProblem[];
}

/**
 * Reads the cells of one row. A cell that is empty says nothing; one that cannot be read, or that can be read in two ways, is a problem with its
 * reason, and is not part of what was said.
 *
 * @example readCells({ bib: '7', born: '25/03/2014' }, { firstDay: '2026-07-13' }).said // { bib: 7, born: '2014-03-25' }
 */
export function readCells(
  raw: RawRow,
  camp: CampFacts,
  answers: DateAnswers,
  columns: ColumnReading = PLAIN_COLUMNS,
): CellReading {
  const problems: RosterProblem[] = [];
  const said: { -readonly [K in keyof RosterPatch]: RosterPatch[K] } = {};
  const bad = (field: RosterField, why: string, code: CellProblemCode = 'unreadable', offers?: RosterProblem['offers']): void =>
    void problems.push({ field, code, why, ...(offers ? { offers } : {}) });
  /** The words of a cell; empty where it says nothing, or is a formula, which is a problem. */
  const text = (field: RosterField): string => {
    const cell = (raw[field] ?? '').trim();
    if (!isFormula(cell)) return bare(cell);
    if (!problems.some((p) => p.field === field)) bad(field, `"${cell}" is a formula: write the value that it shows`);
    return '';
  };

  const bib = text('bib').replace(/^#/, '');
  if (bib && (!/^\d{1,4}$/.test(bib) || Number(bib) < 1)) bad('bib', `"${text('bib')}" is no bib number`);
  else if (bib) said.bib = Number(bib);

  const name = text('name') ? readName(text('name')) : [text('firstName'), text('lastName')].filter(Boolean).join(' ');
  if (name.length > 120) bad('name', 'the name is longer than 120 letters');
  else if (name) said.name = name;

  const day = (field: 'born' | 'consentUntil', usual: DaySpan): string | null => {
    if (!text(field)) return null;
    const reading = readDate(text(field), answers, usual);
    if (reading.kind === 'day') return reading.day;
    if (reading.kind === 'wrong') bad(field, reading.why);
    else {
      const serial = reading.choices.some((c) => c.as === 1904);
      const [only, ...others] = reading.choices;
      bad(
        field,
        others.length === 0
          ? `"${text(field)}" is ${only!.day} only when read ${ORDER_NAMES[only!.as]}: is that right?`
          : `"${text(field)}" may be ${reading.choices.length === 2 ? 'two' : 'three'} days: which one?`,
        serial ? 'dayNumber' : 'dateOrder',
        reading.choices.map((c) => ({ label: c.day, value: c.day })),
      );
    }
    return null;
  };
  const years = (n: number): string =>
    `${Number(camp.firstDay.slice(0, 4)) - n}${camp.firstDay.slice(4)}`.replace('-02-29', '-02-28');
  const born = day('born', { from: years(19), to: years(7) });
  const age = born === null ? null : ageOrZero(born, camp.firstDay);
  if (born !== null && age !== null) {
    if (isCampAge(age)) said.born = born;
    else
      bad(
        'born',
        born > camp.firstDay
          ? `born on ${born}, after the camp begins`
          : `born on ${born}: ${age} years old, the camp takes 7 to 18`,
        'outsideAges',
      );
  }

  const handText = text('hand').toLowerCase();
  const hand = HANDS[handText];
  const chosen = handText.startsWith('both (');
  if (handText && !hand) bad('hand', `"${text('hand')}" is no throwing hand: R, L or both`);
  else if (hand === 'both')
    bad('hand', 'throws with both: which arm is filmed and counted?', 'unreadable', [
      { label: 'Right', value: 'both (films R)' },
      { label: 'Left', value: 'both (films L)' },
    ]);
  else if (hand) {
    said.hand = columns.opposite.includes('hand') && !chosen ? (hand === 'R' ? 'L' : 'R') : hand;
    said.throwsBoth = chosen;
  }

  const heightText = text('height');
  if (heightText) {
    const checked = heightText.endsWith(CHECKED);
    const height = readHeight(checked ? heightText.slice(0, -CHECKED.length) : heightText, columns.heightUnit);
    const usual = age === null ? null : usualHeights(age);
    if ('why' in height) bad('height', height.why);
    else if (usual && !checked && (height.centimetres < usual.from || height.centimetres > usual.to))
      bad('height', `"${heightText}" is ${height.centimetres} cm at ${age} years: is that right?`, 'unusual', [
        { label: `Yes, ${height.centimetres} cm`, value: `${height.centimetres} cm${CHECKED}` },
      ]);
    else said.heightCentimetres = height.centimetres;
  }

  const guardian = text('guardian')
    ? readName(text('guardian'))
    : [text('guardianFirstName'), text('guardianLastName')].filter(Boolean).join(' ');
  if (guardian) said.guardian = guardian.slice(0, 120);
  const email = text('guardianEmail');
  if (email && !z.email().safeParse(email).success) bad('guardianEmail', `"${email}" is no mail address`);
  else if (email) said.guardianEmail = email;
  if (text('guardianPhone')) said.guardianPhone = text('guardianPhone').slice(0, 60);

  for (const field of ['consentToFilm', 'consentToShare'] as const) {
    const t = text(field).toLowerCase();
    if (!t) continue;
    const yes = YES.includes(t);
    if (yes || NO.includes(t)) said[field] = yes !== columns.opposite.includes(field);
    else
      bad(field, `"${text(field)}" is neither yes nor no`, 'unreadable', [
        { label: 'Yes', value: 'yes' },
        { label: 'No', value: 'no' },
      ]);
  }
  const until = day('consentUntil', { from: years(1), to: addDays(camp.firstDay, 3650) });
  if (until) said.consentUntil = until;
  if (text('together')) said.togetherWith = text('together').slice(0, 60);
  return { said, problems };
}
