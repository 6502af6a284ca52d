import { describe, expect, test } from 'vitest';
import {
  decodeText,
  matchColumns,
  matchRoster,
  readDate,
  readHeight,
  readRoster,
  sameName,
  type KnownCamper,
  type RosterField,
  type TextEncoding,
} from './index.ts';

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

  test('the day number of a spreadsheet: 41707 is 9 March 2014', () => {
    // Arithmetic: 25569 is 1 January 1970 in every spreadsheet; 41707 - 25569 = 16138 days.
    expect(readDate('25569')).toMatchObject({ day: '1970-01-01' });
    expect(readDate('41707')).toMatchObject({ day: new Date(16_138 * 86_400_000).toISOString().slice(0, 10) });
  });

  test('two readings are asked about, never guessed', () => {
    for (const text of ['03/04/2014', '3.4.14', '03-04-2014']) {
      expect(readDate(text)).toEqual({ kind: 'ambiguous', dayFirst: '2014-04-03', monthFirst: '2014-03-04' });
      expect(readDate(text, 'dayFirst')).toMatchObject({ day: '2014-04-03' });
      expect(readDate(text, 'monthFirst')).toMatchObject({ day: '2014-03-04' });
    }
    expect(readDate('25/03/2014')).toMatchObject({ order: 'dayFirst' });
    expect(readDate('03/25/2014')).toMatchObject({ order: 'monthFirst' });
    // An answer for the others does not make an impossible day.
    expect(readDate('03/25/2014', 'dayFirst')).toMatchObject({ day: '2014-03-25' });
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
  test.each(['', '5.4', '84', `5'14"`, '12 m', '20', 'tall', '300 cm', '0'])('%j is asked about or refused', (text) =>
    expect(readHeight(text)).toHaveProperty('why'),
  );
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
    expect(matchColumns(['Height (without shoes)', 'Height'])).toEqual([
      { heading: 'Height (without shoes)', field: null, sure: false },
      { heading: 'Height', field: 'height', sure: true },
    ]);
    expect(matchColumns(['Height at entry'])).toEqual([{ heading: 'Height at entry', field: 'height', sure: false }]);
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
const read = (...rows: string[][]) => readRoster(rows, FIELDS, camp, null);

describe('a roster', () => {
  test('a good row is read whole; empty rows are left out', () => {
    const [first, ...rest] = read(good, ['', ' ', '', '', '', '', '', '', '']);
    expect(rest).toEqual([]);
    expect(first).toMatchObject({
      line: 2,
      problems: [],
      row: {
        bib: 7,
        name: 'Ann Lee',
        born: '2014-03-09',
        hand: 'R',
        throwsBoth: false,
        heightCentimetres: 150,
        guardian: 'Bo Lee',
        guardianEmail: 'bo@lee.example',
        consentToFilm: true,
        consentUntil: null,
      },
    });
  });

  test.each<[RosterField, string, string]>([
    ['bib', '', 'no bib'],
    ['bib', 'A7', 'no bib number'],
    ['bib', '0', 'no bib number'],
    ['name', ' ', 'no name'],
    ['born', '31.31.2014', 'calendar'],
    ['born', '2022-03-09', '4 years old'],
    ['born', '2001-03-09', '25 years old'],
    ['born', '2027-01-01', 'after the camp'],
    ['hand', 'up', 'no throwing hand'],
    ['hand', '', 'no throwing hand'],
    ['height', '5.4', 'feet or metres'],
    ['guardian', '', 'no guardian'],
    ['guardianEmail', 'bo at lee', 'no mail address'],
    ['consentToFilm', 'perhaps', 'neither'],
  ])('%s %j is listed with its reason', (field, value, reason) => {
    const [r] = read(withCell(field, value));
    expect(r!.row).toBeNull();
    expect(r!.problems).toEqual([expect.objectContaining({ field, why: expect.stringContaining(reason) })]);
  });

  test('questions come with their answers: an ambiguous date, a camper of both hands', () => {
    expect(read(withCell('born', '03/04/2014'))[0]!.problems[0]!.offers).toEqual([
      { label: '2014-04-03', value: '2014-04-03' },
      { label: '2014-03-04', value: '2014-03-04' },
    ]);
    const both = read(withCell('hand', 'Both'))[0]!.problems[0]!;
    expect(both.offers!.map((o) => o.label)).toEqual(['Right', 'Left']);
    expect(read(withCell('hand', both.offers![1]!.value))[0]!.row).toMatchObject({ hand: 'L', throwsBoth: true });
  });

  test('no consent stops nothing and is remarked', () => {
    expect(read(withCell('consentToFilm', ''))[0]).toMatchObject({
      row: { consentToFilm: false },
      remarks: [expect.stringContaining('no consent')],
    });
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
    expect([a!.row, b!.row].every(Boolean)).toBe(true);
    expect(c!.problems[0]!.why).toContain('line 2');
    expect(d!.problems[0]!.why).toContain('the same child stands in line 2');
  });

  test('"Last, First" is turned, a guard against formulas is taken off', () => {
    expect(read(withCell('name', 'Lee, Ann'))[0]!.row!.name).toBe('Ann Lee');
    expect(readRoster([[...good, "'+1 555 0100"]], [...FIELDS, 'guardianPhone'], camp, null)[0]!.row!.guardianPhone).toBe(
      '+1 555 0100',
    );
  });
});

describe('a second file', () => {
  const row = read(good)[0]!.row!;
  const known: KnownCamper[] = [
    { ...row, id: 'ann' },
    { ...row, id: 'cy', bib: 8, name: 'Cy Ode', born: '2013-05-20' },
  ];
  test('the same child is known by bib or by name and birth date', () => {
    expect(matchRoster(row, known)).toEqual({ kind: 'same', id: 'ann' });
    expect(matchRoster({ ...row, heightCentimetres: 152 }, known)).toEqual({
      kind: 'update',
      id: 'ann',
      changes: [{ field: 'heightCentimetres', from: '150', to: '152' }],
    });
    expect(matchRoster({ ...row, bib: 70 }, known)).toMatchObject({ kind: 'update', id: 'ann', changes: [{ field: 'bib' }] });
    expect(matchRoster({ ...row, name: 'Anne Lee' }, known)).toMatchObject({ kind: 'update', id: 'ann' });
    expect(matchRoster({ ...row, bib: 50, name: 'Eve Roy', born: '2012-01-01' }, known)).toEqual({ kind: 'new' });
  });
  test('what lies between is asked about', () => {
    expect(matchRoster({ ...row, name: 'Eve Roy', born: '2012-01-01' }, known)).toMatchObject({
      kind: 'unsure',
      candidates: ['ann'],
    });
    expect(matchRoster({ ...row, bib: 50, born: '2012-01-01' }, known)).toMatchObject({ kind: 'unsure', candidates: ['ann'] });
    expect(matchRoster({ ...row, bib: 8 }, known)).toMatchObject({
      kind: 'unsure',
      candidates: ['ann'],
      why: expect.stringContaining("Cy Ode's"),
    });
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
