import { describe, expect, test } from 'vitest';
import {
  decodeText,
  findHeading,
  indexRoster,
  loosensConsent,
  matchColumns,
  matchRoster,
  matchRows,
  mustConfirm,
  readDate,
  readHeight,
  readName,
  readNewCamper,
  readRosterRow,
  sameName,
  UNANSWERED,
  wholeRow,
  withDoubles,
  type DateOrder,
  type KnownCamper,
  type RosterField,
  type TextEncoding,
} from './index.ts';
import type { CamperId } from '../record/ids.ts';

describe('dates', () => {
  // Common forms of writing a day; the calendar days behind them are common facts.
  test.each([
    ['2014-03-09', '2014-03-09'],
    ['2014/3/9', '2014-03-09'],
    ['25/03/2014', '2014-03-25'],
    ['3/25/14', '2014-03-25'],
    ['25.3.2014', '2014-03-25'],
    ['9 March 2014', '2014-03-09'],
    ['Mar 9, 2014', '2014-03-09'],
    ['March 9th 2014', '2014-03-09'],
    ['9-Mar-14', '2014-03-09'],
    ['05.05.2014', '2014-05-05'],
    ['20140309', '2014-03-09'],
    ['2012-02-29', '2012-02-29'],
    ['2014-03-09 00:00:00', '2014-03-09'],
    ['2014-03-09T00:00:00Z', '2014-03-09'],
    [' 9  Sept 2014 ', '2014-09-09'],
  ])('%s is %s', (text, day) => expect(readDate(text)).toMatchObject({ kind: 'day', day }));

  const ordered = (order: DateOrder) => ({ order, epoch: null });

  test('the day number of a spreadsheet: 41707 is 9 March 2014', () => {
    // Arithmetic: 25569 is 1 January 1970 in every spreadsheet; 41707 - 25569 = 16138 days.
    expect(readDate('25569')).toMatchObject({ day: '1970-01-01' });
    expect(readDate('41707')).toMatchObject({ day: new Date(16_138 * 86_400_000).toISOString().slice(0, 10) });
  });

  test('days counted from 1904 are asked about where they give a usual day', () => {
    // The two systems lie 1462 days apart (four years and a leap day; known from the spreadsheets' own documentation, value from memory).
    const usual = { from: '2007-07-13', to: '2019-07-13' };
    expect(readDate('40245', UNANSWERED, usual)).toEqual({
      kind: 'ambiguous',
      choices: [
        { day: '2010-03-08', as: 1900 },
        { day: '2014-03-09', as: 1904 },
      ],
    });
    expect(readDate('40245', { order: null, epoch: 1904 }, usual)).toEqual({ kind: 'day', day: '2014-03-09' });
    // Counted from 1904 it would be a day of 2020: nobody asks.
    expect(readDate('42500', UNANSWERED, usual)).toEqual({ kind: 'day', day: '2016-05-10' });
  });

  test('two readings are asked about, never guessed', () => {
    for (const text of ['03/04/2014', '3.4.14', '03-04-2014']) {
      expect(readDate(text)).toEqual({
        kind: 'ambiguous',
        choices: [
          { day: '2014-04-03', as: 'dayFirst' },
          { day: '2014-03-04', as: 'monthFirst' },
        ],
      });
      expect(readDate(text, ordered('dayFirst'))).toMatchObject({ day: '2014-04-03' });
      expect(readDate(text, ordered('monthFirst'))).toMatchObject({ day: '2014-03-04' });
    }
    expect(readDate('25/03/2014')).toEqual({ kind: 'day', day: '2014-03-25' });
    expect(readDate('03/25/2014')).toEqual({ kind: 'day', day: '2014-03-25' });
  });

  test('after the answer "day first" a day that is only month first is asked about', () => {
    expect(readDate('03/25/2014', ordered('dayFirst'))).toEqual({
      kind: 'ambiguous',
      choices: [{ day: '2014-03-25', as: 'monthFirst' }],
    });
  });

  test('a year of two figures in front is asked about where it gives a usual day', () => {
    const usual = { from: '2007-07-13', to: '2019-07-13' };
    expect(readDate('14-03-09', UNANSWERED, usual)).toEqual({
      kind: 'ambiguous',
      choices: [
        { day: '2009-03-14', as: 'dayFirst' },
        { day: '2014-03-09', as: 'yearFirst' },
      ],
    });
    expect(readDate('14-03-09', ordered('yearFirst'), usual)).toEqual({ kind: 'day', day: '2014-03-09' });
    // As a year, 25 would be a day to come.
    expect(readDate('25/03/14', UNANSWERED, usual)).toEqual({ kind: 'day', day: '2014-03-25' });
  });

  test.each(['', '2014-02-30', '31/31/2014', '9 Brumaire 2014', 'tomorrow', '29/02/2013', '12'])('%j is refused', (text) =>
    expect(readDate(text).kind).toBe('wrong'),
  );
});

describe('heights', () => {
  // 1 inch = 2.54 cm exactly (international yard and pound agreement, 1959): 64 in = 162.56 cm.
  test.each([
    [`5'4"`, 162.6],
    [`5' 4`, 162.6],
    ['5’4”', 162.6],
    ['5 ft 4 in', 162.6],
    ['5ft4', 162.6],
    [`5'`, 152.4],
    [`4'11 1/2"`, 151.1],
    ['64 in', 162.6],
    ['64"', 162.6],
    ['64', 162.6],
    ['163 cm', 163],
    ['163', 163],
    ['1.63 m', 163],
    ['1,63 m', 163],
    ['1.63', 163],
    ['163.5cm', 163.5],
    [`5'4''`, 162.6],
  ])('%s is %d cm', (text, cm) => expect(readHeight(text)).toEqual({ centimetres: cm }));
  test.each(['', '5.4', '84', `5'14"`, '12 m', '20', 'tall', '300 cm', '0', '2'])('%j is asked about or refused', (text) =>
    expect(readHeight(text)).toHaveProperty('why'),
  );
});

describe('heights under a heading that names their unit', () => {
  test('a bare number is of that unit and of no other', () => {
    expect(readHeight('60', 'cm')).toHaveProperty('why');
    expect(readHeight('2', 'cm')).toHaveProperty('why');
    expect(readHeight('60', 'in')).toEqual({ centimetres: 152.4 });
    expect(readHeight(`5'4"`, 'cm')).toEqual({ centimetres: 162.6 });
  });
  test.each([
    ['Height (cm)', 'cm'],
    ['Height in inches', 'in'],
    ['Height in cm', 'cm'],
    ['Ht (in)', 'in'],
    ['Height [m]', 'm'],
    ['Height ft/in', null],
    ['Height', null],
  ])('%s', (heading, unit) => expect(matchColumns([heading])[0]).toMatchObject({ field: 'height', unit }));
});

describe('names', () => {
  test.each([
    ['Lee, Cal', 'Cal Lee'],
    ['Cal Lee, Jr.', 'Cal Lee Jr.'],
    ['Lee, Cal, Jr.', 'Cal Lee Jr.'],
    ['Lee, Jr., Cal', 'Cal Lee Jr.'],
    ['Cal  Lee III', 'Cal Lee III'],
    ['Van der Lee, Cal', 'Cal Van der Lee'],
  ])('%s is %s', (text, name) => expect(readName(text)).toBe(name));
});

describe('columns', () => {
  test('headings are known by their words', () => {
    expect(
      matchColumns([
        'No.',
        'Player',
        'D.O.B.',
        'Throws (R/L)',
        'Ht.',
        'Parent / Guardian',
        'E-Mail',
        'Video release',
        'T-shirt size',
      ]).map((c) => c.field),
    ).toEqual(['bib', 'name', 'born', 'hand', 'height', 'guardian', 'guardianEmail', 'consentToFilm', null]);
    expect(matchColumns(['BIB', 'First Name', 'Last Name', 'Date of birth']).map((c) => c.field)).toEqual([
      'bib',
      'firstName',
      'lastName',
      'born',
    ]);
  });
  test('a heading that only contains the words is marked, and no field is taken twice', () => {
    expect(matchColumns(['Height (without shoes)', 'Height']).map((c) => [c.field, c.sure])).toEqual([
      [null, false],
      ['height', true],
    ]);
    expect(matchColumns(['Height at entry'])).toMatchObject([{ field: 'height', sure: false }]);
  });

  const guess = (...headings: string[]) => matchColumns(headings);

  test.each([
    'No consent to film',
    'Do not film',
    'Do NOT video',
    'Video release declined',
    "Don't film",
    'Opt out of video',
    'Photo release refused',
    'Without film consent',
  ])('%s is read the other way round, and asked about', (heading) => {
    const [c] = guess(heading);
    expect(c).toMatchObject({ field: 'consentToFilm', sure: false, opposite: true });
    expect(mustConfirm(c!)).toBe(true);
  });

  test.each(['Medical consent', 'Consent to treatment', 'Liability release', 'Consent for emergency care', 'Data consent'])(
    '%s is no consent to film',
    (heading) => expect(guess(heading)[0]!.field).toBeNull(),
  );

  test('the yes and no that a heading names are its answers, not its meaning', () => {
    expect(guess('Consent to film (Y/N)')[0]).toMatchObject({ field: 'consentToFilm', sure: true, opposite: false });
    expect(guess('Consent to film (yes/no)')[0]).toMatchObject({ field: 'consentToFilm', sure: true, opposite: false });
  });

  test('of two columns that speak of consent the plain one is taken, and asked about', () => {
    for (const order of [
      ['Media release', 'Consent to film (Y/N)'],
      ['Consent to film (Y/N)', 'Media release'],
    ]) {
      const columns = guess(...order);
      const taken = columns.find((c) => c.field === 'consentToFilm')!;
      expect(taken.heading).toBe('Consent to film (Y/N)');
      expect(mustConfirm(taken)).toBe(true);
      expect(columns.filter((c) => c.field !== null)).toHaveLength(1);
    }
  });

  test('a parent is not the child, wherever the column stands', () => {
    expect(guess('Parent Last Name', 'Parent First Name', 'Last Name', 'First Name').map((c) => c.field)).toEqual([
      'guardianLastName',
      'guardianFirstName',
      'lastName',
      'firstName',
    ]);
    expect(guess('Name of parent', 'Name of player').map((c) => c.field)).toEqual(['guardian', 'name']);
    expect(guess("Mother's name")[0]!.field).not.toBe('name');
    expect(guess("Coach's name", "Doctor's name").map((c) => c.field)).toEqual([null, null]);
  });

  test('a glove hand is the other hand, and asked about; a batting side is none', () => {
    expect(guess('Glove hand')[0]).toMatchObject({ field: 'hand', opposite: true, sure: false });
    expect(guess('Bats')[0]!.field).toBeNull();
    expect(guess('Batting hand')[0]!.field).toBeNull();
  });

  test('a group is not taken for a family before somebody says so', () => {
    expect(mustConfirm(guess('Group')[0]!)).toBe(true);
    expect(mustConfirm(guess('Kept together')[0]!)).toBe(false);
  });

  test('a guess of a mail or a phone stops nothing, one of a name or a birth date does', () => {
    expect(mustConfirm(guess('Best email for news')[0]!)).toBe(false);
    expect(mustConfirm(guess('Name on the shirt')[0]!)).toBe(true);
    expect(mustConfirm(guess('Birthday of the camper')[0]!)).toBe(true);
    expect(mustConfirm(guess('Throwing hand of the camper')[0]!)).toBe(true);
  });

  test('a title above the heading is passed over', () => {
    expect(
      findHeading([
        ['Camp list 2026', '', ''],
        ['', '', ''],
        ['No.', 'Player', 'DOB'],
        ['7', 'Ann Lee', '2014-03-09'],
      ]),
    ).toBe(2);
    expect(findHeading([['7', 'Ann Lee', '2014-03-09']])).toBe(0);
    expect(findHeading([])).toBe(0);
  });
});

const FIELDS: RosterField[] = [
  'bib',
  'name',
  'born',
  'hand',
  'height',
  'guardian',
  'guardianEmail',
  'consentToFilm',
  'consentUntil',
];
const camp = { firstDay: '2026-07-13' };
const good = ['7', 'Ann Lee', '2014-03-09', 'R', '150 cm', 'Bo Lee', 'bo@lee.example', 'yes', ''];
const withCell = (field: RosterField, value: string): string[] => good.map((c, i) => (FIELDS[i] === field ? value : c));
const rawOf = (cells: readonly string[]) => Object.fromEntries(FIELDS.map((f, i) => [f, cells[i] ?? '']));
/** The rows of a file from line 2 on, against an empty roster. */
const read = (...rows: string[][]) =>
  matchRows(withDoubles(rows.map((cells, i) => readRosterRow(i + 2, rawOf(cells), camp))), indexRoster([]));

describe('a roster', () => {
  test('a good row is read whole', () => {
    const [first] = read(good);
    expect(first).toMatchObject({ line: 2, problems: [], match: { kind: 'new' } });
    expect(wholeRow(first!.said)).toEqual({
      bib: 7,
      name: 'Ann Lee',
      born: '2014-03-09',
      hand: 'R',
      throwsBoth: false,
      heightCentimetres: 150,
      guardian: 'Bo Lee',
      guardianEmail: 'bo@lee.example',
      guardianPhone: null,
      consentToFilm: true,
      consentToShare: false,
      consentUntil: null,
      togetherWith: null,
    });
  });

  test.each<[RosterField, string, string]>([
    ['bib', '', 'no bib'],
    ['bib', 'A7', 'no bib number'],
    ['bib', '0', 'no bib number'],
    ['name', ' ', 'no name'],
    ['born', '', 'no birth date'],
    ['born', '31.31.2014', 'calendar'],
    ['born', '2022-03-09', '4 years old'],
    ['born', '2019-07-14', '6 years old'],
    ['born', '2007-07-13', '19 years old'],
    ['born', '2027-01-01', 'after the camp'],
    ['hand', 'up', 'no throwing hand'],
    ['hand', '', 'no throwing hand'],
    ['height', '', 'no height'],
    ['height', '5.4', 'feet or metres'],
    ['guardian', '', 'no guardian'],
    ['guardianEmail', 'bo at lee', 'no mail address'],
    ['consentToFilm', 'perhaps', 'neither'],
    ['bib', '=A2+1', 'formula'],
    ['guardian', '=VLOOKUP(A2,B:C,2)', 'formula'],
    ['name', '@SUM(A1)', 'formula'],
    ['height', '+B2', 'formula'],
  ])('%s %j is listed with its reason', (field, value, reason) => {
    const [r] = read(withCell(field, value));
    expect(r!.problems).toEqual([expect.objectContaining({ field, why: expect.stringContaining(reason) })]);
  });

  test('the ages at the edges are taken: 7 and 18 on the first day', () => {
    expect(read(withCell('born', '2019-07-13').map((c, i) => (FIELDS[i] === 'height' ? '122 cm' : c)))[0]!.problems).toEqual([]);
    expect(read(withCell('born', '2007-07-14').map((c, i) => (FIELDS[i] === 'height' ? '176 cm' : c)))[0]!.problems).toEqual([]);
  });

  test('a height that is unusual for the age is asked about, and taken when confirmed', () => {
    // 4 ft 1 in = 49 in = 124.5 cm, at 17 years far below any usual height.
    const row = good.map((c, i) => (FIELDS[i] === 'born' ? '2009-03-09' : FIELDS[i] === 'height' ? `4'1"` : c));
    const [asked] = read(row);
    expect(asked!.problems).toEqual([expect.objectContaining({ field: 'height', code: 'unusual' })]);
    const yes = asked!.problems[0]!.offers![0]!.value;
    expect(read(row.map((c, i) => (FIELDS[i] === 'height' ? yes : c)))[0]).toMatchObject({
      problems: [],
      said: { heightCentimetres: 124.5 },
    });
  });

  test('questions come with their answers: an ambiguous date, a camper of both hands', () => {
    expect(read(withCell('born', '03/04/2014'))[0]!.problems[0]).toMatchObject({
      code: 'dateOrder',
      offers: [
        { label: '2014-04-03', value: '2014-04-03' },
        { label: '2014-03-04', value: '2014-03-04' },
      ],
    });
    const both = read(withCell('hand', 'Both'))[0]!.problems[0]!;
    expect(both.offers!.map((o) => o.label)).toEqual(['Right', 'Left']);
    expect(read(withCell('hand', both.offers![1]!.value))[0]!.said).toMatchObject({ hand: 'L', throwsBoth: true });
  });

  test('a column that says no is read the other way round; so is a glove hand', () => {
    const opposite = { opposite: ['consentToFilm', 'hand'] as const, heightUnit: null };
    const said = (cells: string[]) => readRosterRow(2, rawOf(cells), camp, UNANSWERED, opposite).said;
    expect(said(withCell('consentToFilm', 'x'))).toMatchObject({ consentToFilm: false, hand: 'L' });
    expect(said(withCell('consentToFilm', 'no'))).toMatchObject({ consentToFilm: true });
    expect(said(withCell('consentToFilm', ''))).not.toHaveProperty('consentToFilm');
  });

  test('an empty cell says nothing: nobody has consented', () => {
    const [r] = read(withCell('consentToFilm', ''));
    expect(r!.problems).toEqual([]);
    expect(wholeRow(r!.said)).toMatchObject({ consentToFilm: false });
    expect(read(withCell('consentToFilm', 'no'))[0]!.remarks).toEqual([expect.stringContaining('no consent')]);
    expect(read(withCell('consentUntil', '2026-07-01'))[0]!.remarks[0]).toContain('before the camp');
  });

  test('doubles in a file: the same bib, or the same child under another bib', () => {
    const other = ['8', 'Cy Ode', '2013-05-20', 'L', '160 cm', 'Di Ode', '', 'yes', ''];
    const [a, b, c, d] = read(
      good,
      other,
      ['7', 'Eve Roy', '2013-01-01', 'R', '150', 'F', '', '', ''],
      ['9', 'ann  LEE', '2014-03-09', 'R', '150', 'Bo', '', '', ''],
    );
    expect([a!.problems, b!.problems]).toEqual([[], []]);
    expect(c!.problems[0]!.why).toContain('line 2');
    expect(d!.problems[0]!.why).toContain('the same child stands in line 2');
  });

  test('"Last, First" is turned, a guard against formulas is taken off', () => {
    expect(read(withCell('name', 'Lee, Ann'))[0]!.said.name).toBe('Ann Lee');
    expect(readRosterRow(2, { guardianPhone: "'+1 555 0100" }, camp).said.guardianPhone).toBe('+1 555 0100');
    expect(readRosterRow(2, { guardianPhone: '+1 555 0100' }, camp).said.guardianPhone).toBe('+1 555 0100');
    expect(readRosterRow(2, { name: "'=Ann" }, camp).said.name).toBe('=Ann');
  });

  test('a guardian may come in two columns', () => {
    expect(readRosterRow(2, { guardianFirstName: 'Bo', guardianLastName: 'Lee' }, camp).said.guardian).toBe('Bo Lee');
  });

  test('somebody new by hand lacks what is not said', () => {
    expect(readNewCamper({ bib: '7' }, camp)).toMatchObject({
      row: null,
      problems: ['name', 'born', 'hand', 'height', 'guardian'].map((field) => ({ field, code: 'missing' })),
    });
    expect(readNewCamper(rawOf(good), camp).row).toMatchObject({ bib: 7 });
  });
});

describe('a second file', () => {
  const row = wholeRow(read(good)[0]!.said)!;
  const known: KnownCamper[] = [
    { ...row, id: 'ann' as CamperId },
    { ...row, id: 'cy' as CamperId, bib: 8, name: 'Cy Ode', born: '2013-05-20' },
  ];
  const roster = () => indexRoster(known);
  const match = (more: object) => matchRoster({ ...row, ...more }, roster());

  test('the same child is known by bib or by name and birth date', () => {
    expect(match({})).toEqual({ kind: 'same', id: 'ann' as CamperId });
    expect(match({ heightCentimetres: 152 })).toEqual({
      kind: 'update',
      id: 'ann' as CamperId,
      changes: [{ field: 'heightCentimetres', from: '150', to: '152' }],
    });
    expect(match({ bib: 70 })).toMatchObject({ kind: 'update', id: 'ann' as CamperId, changes: [{ field: 'bib' }] });
    expect(match({ bib: 50, name: 'Eve Roy', born: '2012-01-01' })).toEqual({ kind: 'new' });
  });

  test('what it does not hold changes nothing: a missing column, an empty cell', () => {
    const full: KnownCamper = {
      ...row,
      id: 'ann' as CamperId,
      guardianPhone: '555',
      togetherWith: 'Lee',
      consentUntil: '2026-08-01',
    };
    const index = indexRoster([full]);
    expect(matchRoster({ bib: 7, name: 'Ann Lee' }, index)).toEqual({ kind: 'same', id: 'ann' as CamperId });
    const said = readRosterRow(2, { bib: '7', name: 'Ann Lee', guardianPhone: '', consentToFilm: ' ', together: '' }, camp).said;
    expect(matchRoster(said, index)).toEqual({ kind: 'same', id: 'ann' as CamperId });
    // Of somebody who is known nothing is missing.
    expect(matchRows([readRosterRow(2, { bib: '7', name: 'Ann Lee' }, camp)], index)[0]!.problems).toEqual([]);
    expect(matchRows([readRosterRow(2, { bib: '9', name: 'Eve Roy' }, camp)], index)[0]!.problems.map((p) => p.code)).toEqual(
      Array(4).fill('missing'),
    );
  });

  test('what lies between is asked about', () => {
    expect(match({ name: 'Eve Roy', born: '2012-01-01' })).toMatchObject({ kind: 'unsure', candidates: ['ann'] });
    expect(match({ bib: 50, born: '2012-01-01' })).toMatchObject({ kind: 'unsure', candidates: ['ann'] });
    expect(match({ bib: 8 })).toMatchObject({ kind: 'unsure', candidates: ['ann'], why: expect.stringContaining("Cy Ode's") });
    expect(matchRoster({ bib: 7, hand: 'L' }, roster())).toMatchObject({ kind: 'unsure', candidates: ['ann'] });
    expect(matchRoster({ bib: 7, born: row.born }, roster())).toEqual({ kind: 'same', id: 'ann' as CamperId });
    expect(matchRoster({ name: 'Ann Lee' }, roster())).toEqual({ kind: 'same', id: 'ann' as CamperId });
    expect(matchRoster({ bib: 50, name: 'Ann Lee' }, roster())).toMatchObject({ kind: 'unsure', candidates: ['ann'] });
  });

  test('a twin who takes the bib of a child of the same birth date is asked about, not renamed', () => {
    expect(match({ name: 'Bea Lee' })).toMatchObject({
      kind: 'unsure',
      candidates: ['ann'],
      why: expect.stringContaining('twin'),
    });
  });

  test('consent that a file would loosen or lengthen is known for what it is', () => {
    const withdrawn = { ...row, consentToFilm: false };
    const limited = { ...row, consentUntil: '2026-07-20' };
    expect(loosensConsent(withdrawn, { consentToFilm: true })).toBe(true);
    expect(loosensConsent(row, { consentToShare: true })).toBe(true);
    expect(loosensConsent(limited, { consentUntil: '2026-07-21' })).toBe(true);
    expect(loosensConsent(limited, { consentUntil: '2026-07-19' })).toBe(false);
    expect(loosensConsent(limited, { consentToFilm: true, heightCentimetres: 160 })).toBe(false);
    expect(loosensConsent(row, { consentToFilm: false })).toBe(false);
    expect(loosensConsent(withdrawn, { consentUntil: '2027-07-21', consentToShare: true })).toBe(false);
  });

  test('names without accents and signs are the same', () => {
    expect(sameName("José O'Álvarez", 'jose o alvarez')).toBe(true);
    expect(sameName('Ann Lee', 'Ann Leigh')).toBe(false);
  });
});

describe('encodings that spreadsheets write', () => {
  const decode = (b: Uint8Array, encoding: TextEncoding, fatal: boolean): string =>
    new TextDecoder(encoding, { fatal }).decode(b);
  const text = 'Name;Größe\nZoë Nuñez;150';
  const utf16 = (big: boolean): Uint8Array =>
    Uint8Array.from(
      [...text].flatMap((c) =>
        big ? [c.charCodeAt(0) >> 8, c.charCodeAt(0) & 255] : [c.charCodeAt(0) & 255, c.charCodeAt(0) >> 8],
      ),
    );
  test.each<[string, Uint8Array, TextEncoding]>([
    ['UTF-8', new TextEncoder().encode(text), 'utf-8'],
    ['UTF-8 with its mark', Uint8Array.from([0xef, 0xbb, 0xbf, ...new TextEncoder().encode(text)]), 'utf-8'],
    ['UTF-16 with its mark', Uint8Array.from([0xff, 0xfe, ...utf16(false)]), 'utf-16le'],
    ['UTF-16, the other way round', Uint8Array.from([0xfe, 0xff, ...utf16(true)]), 'utf-16be'],
    ['UTF-16 without a mark', utf16(false), 'utf-16le'],
    ['Windows-1252', Uint8Array.from([...text].map((c) => c.charCodeAt(0))), 'windows-1252'],
  ])('%s', (_, bytes, encoding) => expect(decodeText(bytes, decode)).toEqual({ text, encoding }));
  test('the reader may say that it is another one', () => {
    // Mac OS Roman, byte 0x96: n with tilde (Apple's published table); Windows-1252 has a dash there.
    expect(decodeText(Uint8Array.from([0x4e, 0x75, 0x96]), decode, 'macintosh').text).toBe('Nuñ');
  });
});
