import { expect, test } from 'vitest';
import { defaultSheet } from '../sheet/default-sheet.ts';
import type { Sheet } from '../sheet/shape.ts';
import { sheetEffect, type ScoredCamper } from './sheet-effect.ts';

const changed = (change: (sheet: Sheet) => void): Sheet => {
  const copy = structuredClone(defaultSheet) as Sheet;
  change(copy);
  return copy;
};
const everywhere = (checkpoint: string, level: 1 | 3, fault?: string) =>
  ['a', 'b'].map((delivery) => ({ delivery, checkpoint, level, faults: fault ? [fault] : [] }));
const camper: ScoredCamper = {
  id: 'one',
  ageGroup: '13-14',
  deliveries: ['a', 'b'],
  kinds: { a: 'stretch', b: 'stretch' },
  scores: [...everywhere('F2', 1, 'F2.gives-way'), ...everywhere('A1', 1, 'A1.narrow')],
  figures: [
    { delivery: 'a', figure: 'baseWidth', estimate: { value: 0.92, sd: 0.001, unit: 'ratio' } },
    { delivery: 'b', figure: 'baseWidth', estimate: { value: 1.2, sd: 0.001, unit: 'ratio' } },
  ],
  reFilmOn: null,
};

test('the same sheet changes nothing', () => {
  expect(
    sheetEffect(
      defaultSheet,
      changed((s) => {
        s.version = 7;
      }),
      [camper],
    ),
  ).toEqual({
    suggestions: { of: 2, changed: 0 },
    scores: { of: 4, changed: 0 },
    focus: { of: 1, changed: 0, campers: [] },
  });
});

test('a band that is moved over a figure changes what it suggests, and no other', () => {
  const after = changed((s) => {
    s.bands.find((b) => b.figure === 'baseWidth')!.wanted = [95, 150];
  });
  expect(sheetEffect(defaultSheet, after, [camper]).suggestions).toEqual({ of: 2, changed: 1 });
});

test('a checkpoint that is not scored any more leaves the focus; one that is gone leaves levels without a place', () => {
  const later = changed((s) => {
    s.checkpoints.find((c) => c.id === 'A1')!.scoredFor = [];
  });
  expect(sheetEffect(defaultSheet, later, [camper]).focus).toEqual({ of: 1, changed: 1, campers: ['one'] });
  const gone = changed((s) => {
    s.checkpoints = s.checkpoints.filter((c) => c.id !== 'A1');
    s.bands = s.bands.filter((b) => b.checkpoint !== 'A1');
  });
  expect(sheetEffect(defaultSheet, gone, [camper])).toMatchObject({
    suggestions: { of: 2, changed: 2 },
    scores: { of: 4, changed: 2 },
    focus: { changed: 1 },
  });
  const renamed = changed((s) => {
    const fault = s.checkpoints.find((c) => c.id === 'F2')!.faults.find((f) => f.code === 'F2.gives-way')!;
    (fault as { code: string }).code = 'F2.sinks';
  });
  expect(sheetEffect(defaultSheet, renamed, [camper]).scores).toEqual({ of: 4, changed: 2 });
});

test('who is not scored has no focus to change', () => {
  expect(sheetEffect(defaultSheet, defaultSheet, [{ ...camper, scores: [] }]).focus.of).toBe(0);
});
