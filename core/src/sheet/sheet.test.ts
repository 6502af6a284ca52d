import { describe, expect, test } from 'vitest';
import { AGE_GROUPS } from '../roster/age-group.ts';
import { defaultSheet } from './default-sheet.ts';
import { askedOfSet, bandsFor, resolveSheet, schoolOption, unseenIn } from './resolve-sheet.ts';
import { sheetSchema } from './schema.ts';

describe('the shipped sheet', () => {
  test('has the 39 checkpoints, each level described under every school, for every age', () => {
    expect(defaultSheet.checkpoints).toHaveLength(39);
    for (const age of AGE_GROUPS)
      for (const c of resolveSheet(defaultSheet, age)) {
        expect(c.descriptions).toHaveLength(4);
        expect(new Set(c.descriptions).size, c.id).toBe(4);
      }
  });

  test('from 7 to 12 only the simpler checkpoints are scored', () => {
    const young = resolveSheet(defaultSheet, '9-10')
      .filter((c) => c.scored)
      .map((c) => c.id);
    expect(young).toEqual([
      'A1',
      'A2',
      'A3',
      'A4',
      'B1',
      'B2',
      'B3',
      'B4',
      'C1',
      'C2',
      'D3',
      'D5',
      'E1',
      'E2',
      'F3',
      'G2',
      'G3',
      'G4',
      'H1',
      'H2',
      'H3',
      'X1',
      'X3',
    ]);
    expect(resolveSheet(defaultSheet, '13-14').filter((c) => c.scored)).toHaveLength(39);
  });

  test('a quick delivery does not score the lift', () => {
    const lift = resolveSheet(defaultSheet, '15-16', 'quick').find((c) => c.id === 'B1')!;
    expect(lift).toMatchObject({ scored: false, notScoredBecause: 'not scored in this kind of delivery' });
  });

  test('schools: defaults by age, the camp can choose, bands follow', () => {
    expect(schoolOption(defaultSheet, 'B3', '11-12')).toBe('gather');
    expect(schoolOption(defaultSheet, 'B3', '13-14')).toBe('early');
    expect(schoolOption(defaultSheet, 'B3', '13-14', { B3: 'gather' })).toBe('gather');
    expect(bandsFor(defaultSheet, 'B3', '11-12').map((b) => b.wanted)).toEqual([[-3, 3]]);
    expect(bandsFor(defaultSheet, 'B3', '13-14').map((b) => b.wanted)).toEqual([[4, 12]]);
    expect(() => schoolOption(defaultSheet, 'Z9', '13-14')).toThrow('Z9');
  });

  test('bands nest, faults are at most eight a checkpoint', () => {
    for (const b of defaultSheet.bands) {
      expect(b.acceptable[0] ?? -Infinity, b.figure).toBeLessThanOrEqual(b.wanted[0] ?? -Infinity);
      expect(b.acceptable[1] ?? Infinity, b.figure).toBeGreaterThanOrEqual(b.wanted[1] ?? Infinity);
    }
    expect(Math.max(...defaultSheet.checkpoints.map((c) => c.faults.length))).toBeLessThanOrEqual(8);
  });

  test('the words never name a body side left or right, and promise nothing', () => {
    expect(JSON.stringify(defaultSheet)).not.toMatch(
      /\b(left|right) (knee|hip|shoulder|elbow|foot|leg|arm|ankle)\b|velocity|faster|injur/i,
    );
  });

  test('the shipped sheet breaks no rule of its own', () => {
    expect(sheetSchema.safeParse(structuredClone(defaultSheet)).error).toBeUndefined();
  });

  type Broken = ReturnType<typeof structuredClone<typeof defaultSheet>>;
  const schooled = (sheet: Broken) => sheet.checkpoints.find((c) => c.readings)!;
  const plain = (sheet: Broken) => sheet.checkpoints.find((c) => c.levels)!;
  test.each<[string, (sheet: Broken) => void, RegExp]>([
    ['a cause that the sheet does not know', (s) => Object.assign(s.causes[0]!, { cause: 'Q1' }), /^cause Q1 is unknown$/],
    ['an effect that it does not know', (s) => Object.assign(s.causes[0]!, { effect: 'A1.none' }), /^cause A1\.none is unknown$/],
    ['a drill that it does not have', (s) => plain(s).faults[0]!.drills.push('nap'), /^[A-X]\d\.\S+: there is no drill nap$/],
    ['a drill twice', (s) => s.drills.push(structuredClone(s.drills[0]!)), /^two drills have the same id$/],
    [
      'an opposite that is not there',
      (s) => plain(s).faults[0]!.opposes.push('A1.none'),
      /^A1\.narrow: it opposes A1\.none, which its checkpoint does not have$/,
    ],
    [
      'a band whose fault it does not know',
      (s) => Object.assign(s.bands[0]!, { faultBelow: 'A1.none' }),
      /^band of .+: A1\.none is unknown$/,
    ],
    [
      'the same with the fault above',
      (s) => Object.assign(s.bands[0]!, { faultAbove: 'A1.none' }),
      /^band of .+: A1\.none is unknown$/,
    ],
    [
      'a fault of another checkpoint',
      (s) => plain(s).faults.push({ ...plain(s).faults[0]!, code: 'X9.stray' }),
      /^[A-X]\d: fault X9\.stray belongs to another checkpoint$/,
    ],
    [
      'levels and readings at once',
      (s) => Object.assign(schooled(s), { levels: ['a', 'b', 'c', 'd'] }),
      /either levels or readings/,
    ],
    ['neither levels nor readings', (s) => void delete plain(s).levels, /either levels or readings/],
    [
      'one reading without its option',
      (s) => Object.assign(schooled(s).readings![1]!, { option: 'third' }),
      /a reading has no school option/,
    ],
    [
      'readings of a school that is not there',
      (s) => Object.assign(schooled(s), { school: 'Z9' }),
      /a reading has no school option/,
    ],
    ['a checkpoint twice', (s) => s.checkpoints.push(structuredClone(plain(s))), /^two checkpoints have the same id$/],
  ])('refused, and said: %s', (_, breakIt, says) => {
    const broken = structuredClone(defaultSheet);
    breakIt(broken);
    expect(sheetSchema.safeParse(broken).error?.issues.map((i) => i.message)).toEqual([expect.stringMatching(says)]);
  });

  const faultOf = (s: Broken, code: string) => s.checkpoints.flatMap((c) => c.faults).find((f) => f.code === code)!;
  test.each<[string, (sheet: Broken) => void, RegExp]>([
    [
      'causes in a circle',
      (s) => s.causes.push({ cause: 'E3.shoulders-open', effect: 'E5', why: 'x' }),
      /^causes run in a circle: (E3\.shoulders-open → E5\.glove-drops|E5\.glove-drops → E3\.shoulders-open) → /,
    ],
    [
      'a cause that comes after what it causes',
      (s) => s.causes.push({ cause: 'H3.crossed', effect: 'A1.narrow', why: 'x' }),
      /^cause H3\.crossed → A1\.narrow runs backwards in time/,
    ],
    [
      'a span that ends before it begins',
      (s) => Object.assign(s.checkpoints.find((c) => c.id === 'H3')!, { span: ['finish', 'release'] }),
      /^H3: its span ends/,
    ],
    [
      'a side without a margin, from which a figure would fall from 3 to 0',
      (s) => Object.assign(s.bands[0]!, { acceptable: [70, 150] }),
      /^band of baseWidth \(A1\): its upper side has no margin/,
    ],
    [
      'the same below',
      (s) => Object.assign(s.bands[0]!, { acceptable: [90, 180] }),
      /^band of baseWidth \(A1\): its lower side has no margin/,
    ],
    [
      'a side that is open for one level only',
      (s) => Object.assign(s.bands[0]!, { acceptable: [null, 180] }),
      /^band of baseWidth \(A1\): its lower side is open in one/,
    ],
    [
      'opposites of one side only',
      (s) => void faultOf(s, 'A3.open').opposes.pop(),
      /^A3\.closed opposes A3\.open, and A3\.open does not/,
    ],
    [
      'opposites that give the same reason',
      (s) => Object.assign(faultOf(s, 'A3.open'), { why: faultOf(s, 'A3.closed').why }),
      /share why$/,
    ],
    [
      'opposites that look for the same',
      (s) => Object.assign(faultOf(s, 'A3.open'), { lookAgain: faultOf(s, 'A3.closed').lookAgain }),
      /share what the re-film should show$/,
    ],
    [
      'opposites with one cue',
      (s) => Object.assign(faultOf(s, 'A3.open').cue, { older: faultOf(s, 'A3.closed').cue.older }),
      /share a cue$/,
    ],
    [
      'opposites that were seen alike',
      (s) => void faultOf(s, 'A3.open').seen.splice(1, 1, faultOf(s, 'A3.closed').seen[1]),
      /share what was seen$/,
    ],
    [
      'opposites with one drill',
      (s) => void faultOf(s, 'A3.open').drills.push(...faultOf(s, 'A3.closed').drills),
      /^A3\.closed and A3\.open are opposites and share a drill$/,
    ],
    ['no dose at an age', (s) => void s.doses.shift(), /^drills of step hand: no dose at 7-8$/],
    [
      'two doses at an age',
      (s) => s.doses.push({ ...s.doses[0]!, ageGroups: ['7-8'] }),
      /^drills of step hand: more than one dose at 7-8$/,
    ],
    [
      'the two sides of a band that do not oppose each other',
      (s) => Object.assign(s.bands[0]!, { faultAbove: 'A1.crouched' }),
      /^A1\.narrow and A1\.crouched lie on either side of a band/,
    ],
  ])('a sheet of the present form is refused for %s', (_, breakIt, says) => {
    const broken = structuredClone(defaultSheet);
    breakIt(broken);
    expect(sheetSchema.safeParse(broken).error?.issues[0]?.message).toMatch(says);
  });

  test('a cause may run backwards when it says so', () => {
    const sheet = structuredClone(defaultSheet);
    sheet.causes.push({ cause: 'H3.crossed', effect: 'A1.narrow', why: 'x', backwards: 'Fear of falling shows at the start.' });
    expect(sheetSchema.safeParse(sheet).error).toBeUndefined();
  });

  test('words and bands follow the school; a school without words is an error, not another school', () => {
    const words = (choices: object) =>
      resolveSheet(defaultSheet, '13-14', 'stretch', { ...choices }).find((c) => c.id === 'B3')!.descriptions;
    const own = defaultSheet.checkpoints.find((c) => c.id === 'B3')!.readings!;
    for (const { option, levels } of own) expect(words({ B3: option })).toEqual(levels);
    expect(() => words({ B3: 'third' })).toThrow(/^B3 has no level descriptions for third$/);
    const mute = structuredClone(defaultSheet);
    delete plain(mute).levels;
    expect(() => resolveSheet(mute, '13-14')).toThrow(/has no level descriptions for null/);
  });

  test('a band of some ages holds at no other', () => {
    const narrow = structuredClone(defaultSheet);
    narrow.bands = [{ ...narrow.bands.find((b) => b.checkpoint === 'B1')!, ageGroups: ['17-18'], school: undefined }];
    expect(bandsFor(narrow, 'B1', '17-18')).toHaveLength(1);
    expect(bandsFor(narrow, 'B1', '15-16')).toHaveLength(0);
  });
});

describe('what is asked, and from where', () => {
  test('quiet hands and repeating are asked once of the set, the rest of each delivery', () => {
    expect([...askedOfSet(defaultSheet)]).toEqual(['A4', 'X1']);
  });

  test('what happens in motion names a span', () => {
    const spans = defaultSheet.checkpoints.filter((c) => c.span).map((c) => c.id);
    expect(spans).toEqual(expect.arrayContaining(['A2', 'C2', 'C3', 'D1', 'F1', 'X2', 'H1']));
  });

  test('a view that is missing shows nothing: the landing is not judged from the side', () => {
    const d3 = defaultSheet.checkpoints.find((c) => c.id === 'D3')!;
    expect(unseenIn(d3, ['openSide', 'closedSide'])).toBe(true);
    expect(unseenIn(d3, ['openSide', 'rear'])).toBe(false);
    expect(unseenIn(d3, [])).toBe(true);
  });
});
