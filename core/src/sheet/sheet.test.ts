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

  test('a sheet with a broken reference is refused', () => {
    const broken = structuredClone(defaultSheet);
    broken.causes[0]!.effects.push('Q1');
    expect(sheetSchema.safeParse(broken).success).toBe(false);
    const stray = structuredClone(defaultSheet);
    stray.checkpoints[0]!.faults[0]!.code = 'B2.narrow';
    expect(sheetSchema.safeParse(stray).success).toBe(false);
  });
});
