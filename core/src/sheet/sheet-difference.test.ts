import { expect, test } from 'vitest';
import { defaultSheet } from './default-sheet.ts';
import { sheetDifference } from './sheet-difference.ts';
import type { Sheet } from './shape.ts';

const changed = (change: (sheet: Sheet) => void): Sheet => {
  const copy = structuredClone(defaultSheet) as Sheet;
  change(copy);
  return copy;
};
const told = (change: (sheet: Sheet) => void) => sheetDifference(defaultSheet, changed(change));

test('a sheet and itself, or the same under another number, differ in nothing', () => {
  expect(told(() => undefined)).toEqual([]);
  expect(
    told((s) => {
      s.version = 9;
    }),
  ).toEqual([]);
});

test('a word, a band, a cue, a list: each with what stood there', () => {
  const a1 = defaultSheet.checkpoints.find((c) => c.id === 'A1')!;
  expect(
    told((s) => {
      s.checkpoints.find((c) => c.id === 'A1')!.levels![3] = 'Feet wide';
    }),
  ).toEqual([{ about: 'A1 Base', says: `level 3: “Feet wide” instead of “${a1.levels![3]}”` }]);
  expect(
    told((s) => {
      s.bands.find((b) => b.figure === 'baseWidth')!.wanted = [95, 150];
    }),
  ).toEqual([{ about: 'Band of baseWidth at A1 Base', says: 'wanted: 95, 150 instead of 90, 150' }]);
  expect(
    told((s) => {
      s.checkpoints.find((c) => c.id === 'A1')!.faults[0]!.cue.young = 'Wide feet.';
    }),
  ).toEqual([
    {
      about: 'A1 Base',
      says: `fault ${a1.faults[0]!.code} cue up to 12: “Wide feet.” instead of “${a1.faults[0]!.cue.young}”`,
    },
  ]);
  expect(
    told((s) => {
      s.checkpoints.find((c) => c.id === 'A1')!.scoredFor = ['17-18'];
    })[0]!.says,
  ).toBe(`ages: 17-18 instead of ${a1.scoredFor.join(', ')}`);
});

test('what is new and what is gone', () => {
  const drill = { ...defaultSheet.drills[0]!, id: 'another', name: 'Another' };
  expect(told((s) => void s.drills.push(drill))).toEqual([{ about: 'Drill Another', says: 'is new' }]);
  const cause = defaultSheet.causes[0]!;
  expect(told((s) => void s.causes.shift())).toEqual([{ about: `Cause ${cause.cause} → ${cause.effect}`, says: 'is gone' }]);
  const fault = { ...defaultSheet.checkpoints[0]!.faults[0]!, code: 'A1.new', name: 'something new' };
  expect(told((s) => void s.checkpoints[0]!.faults.push(fault))).toEqual([
    { about: 'A1 Base', says: 'fault A1.new is new: “something new”' },
  ]);
  expect(
    told((s) => {
      s.checkpoints[0]!.span = ['set', 'liftTop'];
    }),
  ).toEqual([{ about: 'A1 Base', says: 'span is new: set, liftTop' }]);
});

test('a choice of a school by age', () => {
  const school = defaultSheet.schools[0]!;
  const other = school.options.find((o) => o.id !== school.defaults['7-8'])!.id;
  expect(
    told((s) => {
      s.schools[0]!.defaults['7-8'] = other;
    }),
  ).toEqual([
    {
      about: `School ${school.question}`,
      says: `the sheet’s own choice at 7-8: “${other}” instead of “${school.defaults['7-8']}”`,
    },
  ]);
});
