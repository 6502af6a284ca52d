import { describe, expect, test } from 'vitest';
import { AGE_GROUPS } from '../roster/age-group.ts';
import { defaultSheet } from './default-sheet.ts';
import { bandsFor, resolveSheet, schoolOption } from './resolve-sheet.ts';
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
    ['an effect that the sheet does not know', (s) => s.causes[0]!.effects.push('Q1'), /^cause Q1 is unknown$/],
    [
      'a drill for nothing that it knows',
      (s) => s.drills[0]!.for.push('A1.none'),
      /^drill .+ is for A1\.none, which is unknown$/,
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
