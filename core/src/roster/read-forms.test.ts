import { describe, expect, test } from 'vitest';
import { decodeText, type TextEncoding } from './decode-text.ts';
import { readDate, UNANSWERED, type DateReading } from './read-date.ts';
import { readHeight } from './read-height.ts';
import { readName } from './read-name.ts';
import { plainName } from './same-name.ts';
import { usualHeights } from './usual-height.ts';

const usual = { from: '2007-07-13', to: '2019-07-13' };
const day = (d: string): DateReading => ({ kind: 'day', day: d });
const whyDate = (text: string) => {
  const read = readDate(text);
  return read.kind === 'wrong' ? read.why : read.kind;
};
const whyHeight = (text: string) => {
  const read = readHeight(text);
  return 'why' in read ? read.why : read.centimetres;
};

describe('the forms of a date', () => {
  // The calendar days behind them are common facts.
  test.each([
    ['1st of nothing', null],
    ['1 Jan 2014', '2014-01-01'],
    ['21st December 2013', '2013-12-21'],
    ['22nd-Feb-2014', '2014-02-22'],
    ['3rd.Mar.14', '2014-03-03'],
    ['9Mar2014', '2014-03-09'],
    ['9 Mar., 2014', '2014-03-09'],
    ['Mar. 9 2014', '2014-03-09'],
    ['Mar9 2014', '2014-03-09'],
    ['December 31st, 99', '1999-12-31'],
    ['Dec-31-2013', '2013-12-31'],
    ['Jan 1 14', '2014-01-01'],
    ['2014.12.31', '2014-12-31'],
    ['2014 1 2', '2014-01-02'],
    ['2014-03-09T10:20', '2014-03-09'],
    ['2014-03-09 0:00', '2014-03-09'],
    ['2014-03-09 00:00', '2014-03-09'],
    ['2014-03-09 00:00:00 am', '2014-03-09'],
    ['2014-03-09 00:00am', '2014-03-09'],
    ['25.03.51', '1951-03-25'],
    ['25.03.50', '2050-03-25'],
    ['19991231', '1999-12-31'],
    // A day number is five figures between 1954 and 2064, and no part of something longer.
    ['20000', '1954-10-03'],
    ['60000', '2064-04-08'],
    ['\t25   03  2014', '2014-03-25'],
  ] as const)('%j', (text, expected) =>
    expect(readDate(text)).toEqual(expected ? day(expected) : expect.objectContaining({ kind: 'wrong' })),
  );

  test.each([
    ['', 'no date'],
    ['   ', 'no date'],
    ['9 Brumaire 2014', '"Brumaire" is no month'],
    ['30 February 2014', '"30 February 2014" is no day of the calendar'],
    ['Feb 30, 2014', '"Feb 30, 2014" is no day of the calendar'],
    ['2014-13-01', '"2014-13-01" is no day of the calendar'],
    ['2014-00-10', '"2014-00-10" is no day of the calendar'],
    ['20140230', '"20140230" is no day of the calendar'],
    ['31.31.2014', '"31.31.2014" is no day of the calendar'],
    ['19999', '"19999" is no date in a form we know'],
    ['60001', '"60001" is no date in a form we know'],
    ['141707', '"141707" is no date in a form we know'],
    ['x41707', '"x41707" is no date in a form we know'],
    ['41707x', '"41707x" is no date in a form we know'],
    ['120140309', '"120140309" is no date in a form we know'],
    ['201403091', '"201403091" is no date in a form we know'],
    ['born 9 March 2014', '"born 9 March 2014" is no date in a form we know'],
    ['9 March 2014 or so', '"9 March 2014 or so" is no date in a form we know'],
    ['on Mar 9, 2014', '"on Mar 9, 2014" is no date in a form we know'],
    ['Mar 9, 2014 too', '"Mar 9, 2014 too" is no date in a form we know'],
    ['x25/03/2014', '"x25/03/2014" is no date in a form we know'],
    ['25/03/20145', '"25/03/20145" is no date in a form we know'],
    ['x2014-03-09', '"x2014-03-09" is no date in a form we know'],
    ['2014-03-091', '"2014-03-091" is no date in a form we know'],
    ['125/03/2014', '"125/03/2014" is no date in a form we know'],
  ])('%j is refused: %s', (text, why) => expect(whyDate(text)).toBe(why));

  test('a year of two figures in front: only of three pairs, only where it gives a usual day, or when it was said', () => {
    const as = (text: string, order: 'yearFirst' | null = null, span: typeof usual | null = usual) => {
      const read = readDate(text, { order, epoch: null }, span);
      return read.kind === 'ambiguous' ? read.choices.map((c) => c.as).join(' ') : read.kind === 'day' ? read.day : read.kind;
    };
    expect(as('14-03-09')).toBe('dayFirst yearFirst');
    expect(as('14-03-9')).toBe('wrong');
    expect(as('14-3-09')).toBe('2009-03-14');
    expect(as('14-03-2009')).toBe('2009-03-14');
    expect(as('4-03-09')).toBe('dayFirst monthFirst');
    // Both ends of the usual span count, and no day beyond.
    expect([as('07-07-13'), as('07-07-12')]).toEqual(['dayFirst monthFirst yearFirst', '2012-07-07']);
    expect([as('19-07-13'), as('19-07-14')]).toEqual(['dayFirst yearFirst', '2014-07-19']);
    expect(as('14-03-09', null, null)).toBe('2009-03-14');
    expect(as('14-03-09', 'yearFirst', null)).toBe('2014-03-09');
  });

  test('a day number counted from 1904 is asked only within the usual span, its ends among it', () => {
    // 1904-01-01 plus n days, by the calendar of the platform.
    const epoch1904 = (d: string): string => String((Date.parse(d) - Date.UTC(1904, 0, 1)) / 86_400_000);
    const kind = (d: string) => readDate(epoch1904(d), UNANSWERED, usual).kind;
    expect([kind('2007-07-13'), kind('2019-07-13')]).toEqual(['ambiguous', 'ambiguous']);
    expect([kind('2007-07-12'), kind('2019-07-14')]).toEqual(['day', 'day']);
    expect(readDate(epoch1904('2014-03-09'), UNANSWERED, null).kind).toBe('day');
  });
});

describe('the forms of a height', () => {
  // 1 inch = 2.54 cm exactly; the rest is arithmetic.
  test.each([
    [`4'11.5"`, 151.1],
    [`4'11,5`, 151.1],
    ['4 feet 11 inches', 149.9],
    ['5 foot', 152.4],
    ['5 ft. 4 in.', 162.6],
    [`5 ' 4 "`, 162.6],
    [`4'11½`, null],
    [`4'111/2`, 151.1],
    [`5'10 1/2`, 179.1],
    [`5'11`, 180.3],
    ['64.5 inches', 163.8],
    ['64 inch', 162.6],
    ['1.6 metres', 160],
    ['1.6 meter', 160],
    ['160 centimetres', 160],
    ['160 centimeter', 160],
    ['80 cm', 80],
    ['230 cm', 230],
    ['2.3', 230],
    ['80', null],
    [' 5´4` ', null],
    ['5´4″', 162.6],
    ["5`4''", 162.6],
    ['163   cm', 163],
    ['0.8', 80],
    ['230', 230],
  ] as const)('%j', (text, cm) =>
    cm === null ? expect(typeof whyHeight(text)).toBe('string') : expect(whyHeight(text)).toBe(cm),
  );

  test.each([
    ['', 'no height'],
    [' 5\'12" ', '"5\'12"" has 12 inches in a foot'],
    [' tall ', '"tall" is no height in a form we know'],
    ['163 ells', '"163 ells" is no height in a form we know'],
    ['about 163', '"about 163" is no height in a form we know'],
    ['163 or so', '"163 or so" is no height in a form we know'],
    ['15\'4"', '"15\'4"" is no height in a form we know'],
    ['5\'4" tall', '"5\'4" tall" is no height in a form we know'],
    ['a 163 cm', '"a 163 cm" is no height in a form we know'],
    ['163 cm tall', '"163 cm tall" is no height in a form we know'],
    [' 2 ', '"2" is no height: write 5\'4" or 163 cm'],
    ['3', '"3" may be feet or metres: write 5\'4" or 1.63 m'],
    [' 2.4 ', '"2.4" may be feet or metres: write 5\'4" or 1.63 m'],
    ['9.9', '"9.9" may be feet or metres: write 5\'4" or 1.63 m'],
    ['10', '"10" would be 10 cm: between 80 and 230 cm was expected'],
    [' 84 ', '"84" may be inches or centimetres: write the unit'],
    ['79.9 cm', '"79.9 cm" would be 79.9 cm: between 80 and 230 cm was expected'],
    [' 230.1 cm ', '"230.1 cm" would be 230.1 cm: between 80 and 230 cm was expected'],
  ])('%j is asked or refused: %s', (text, why) => expect(whyHeight(text)).toBe(why));

  test('usual are four standard deviations around the medians of girls and boys', () => {
    // From the table beside it: at 14 the girls' 160.5 and the boys' 164, 7.8 each; at 12 the girls are the taller ones, 151 and 149, 7.4.
    expect(usualHeights(14)).toEqual({ from: expect.closeTo(129.3, 9), to: expect.closeTo(195.2, 9) });
    expect(usualHeights(12)).toEqual({ from: expect.closeTo(119.4, 9), to: expect.closeTo(180.6, 9) });
    expect(usualHeights(19)).toBeNull();
  });
});

describe('names', () => {
  test.each([
    ['Lee, Cal, Ann', 'Lee, Cal, Ann'],
    ['Lee, Cal, Ann, Sr.', 'Lee, Cal, Ann Sr.'],
    ['V, Cal', 'Cal V'],
    [' Cal   Lee ', 'Cal Lee'],
    ['Lee,,Cal', 'Cal Lee'],
    ['Cal Lee,', 'Cal Lee'],
  ])('%j is %j', (text, name) => expect(readName(text)).toBe(name));

  test('plain: no accents, capitals, signs, and one space', () => {
    expect(plainName('  José -- O’ÁLVAREZ ')).toBe('jose o alvarez');
  });
});

describe('the bytes of a file', () => {
  const decode = (b: Uint8Array, encoding: TextEncoding, fatal: boolean): string =>
    new TextDecoder(encoding, { fatal }).decode(b);
  const read = (...bytes: number[]) => decodeText(Uint8Array.from(bytes), decode);

  test('a mark of two bytes, and nothing less, says UTF-16', () => {
    // Read as UTF-8 these bytes do not fit: without its second half the first is no mark.
    expect(read(0xff, 0xfe, 0x41, 0x00)).toEqual({ text: 'A', encoding: 'utf-16le' });
    expect(read(0xfe, 0xff, 0x00, 0x41)).toEqual({ text: 'A', encoding: 'utf-16be' });
    expect(read(0xff, 0x41, 0x42, 0x43).encoding).toBe('windows-1252');
    expect(read(0x41, 0xfe, 0x42, 0x43).encoding).toBe('windows-1252');
    expect(read(0xfe, 0x41, 0x42, 0x43).encoding).toBe('windows-1252');
    expect(read(0x41, 0xff, 0x42, 0x43).encoding).toBe('windows-1252');
  });

  test('a mark without a single letter of Latin, so that no zero byte tells', () => {
    // Greek alpha and beta, U+03B1 and U+03B2 (Unicode).
    expect(read(0xff, 0xfe, 0xb1, 0x03, 0xb2, 0x03)).toEqual({ text: 'αβ', encoding: 'utf-16le' });
    expect(read(0xfe, 0xff, 0x03, 0xb1, 0x03, 0xb2)).toEqual({ text: 'αβ', encoding: 'utf-16be' });
  });

  test('zero bytes at every other place say UTF-16; a few of them do not', () => {
    expect(read(0x41, 0, 0x42, 0).encoding).toBe('utf-16le');
    expect(read(0, 0x41, 0, 0x42).encoding).toBe('utf-16be');
    // A quarter exactly is not more than a quarter.
    expect(read(0x41, 0, 0x42, 0x43).encoding).toBe('utf-8');
    expect(read(0, 0x41, 0x42, 0x43).encoding).toBe('utf-8');
  });

  test('a byte-order mark goes at the very beginning only, and strange bytes are shown, not thrown', () => {
    expect(read(0xef, 0xbb, 0xbf, 0xef, 0xbb, 0xbf, 0x41).text.endsWith('A')).toBe(true);
    expect(read(0x41, 0xef, 0xbb, 0xbf, 0x42).text).toBe('A\ufeffB');
    expect(decodeText(Uint8Array.from([0x41, 0xff]), decode, 'utf-8').text).toBe('A\ufffd');
  });
});
