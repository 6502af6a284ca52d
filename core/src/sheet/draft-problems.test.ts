import { expect, test } from 'vitest';
import { defaultSheet } from './default-sheet.ts';
import { readDraft } from './draft-problems.ts';
import type { Sheet } from './shape.ts';

const draft = (change: (sheet: Sheet) => void) => {
  const copy = structuredClone(defaultSheet) as Sheet;
  change(copy);
  return readDraft(copy);
};

test('the sheet that ships has nothing to mend', () => {
  expect(readDraft(defaultSheet)).toEqual({ sheet: defaultSheet, problems: [] });
});

test('a field that is empty is named by its path', () => {
  const { problems } = draft((s) => {
    s.checkpoints[2]!.name = '';
  });
  expect(problems).toMatchObject([{ path: ['checkpoints', 2, 'name'], about: null }]);
});

test('what two parts promise each other is told with whom it is about', () => {
  const { sheet, problems } = draft((s) => {
    s.checkpoints[0]!.faults[0]!.drills = ['nowhere'];
  });
  expect(problems).toMatchObject([{ path: [], about: 'A1.narrow', message: 'A1.narrow: there is no drill nowhere' }]);
  // It is shown all the same.
  expect(sheet!.checkpoints[0]!.faults[0]!.drills).toEqual(['nowhere']);
});

test('level words that two would not see alike are told too', () => {
  const { problems } = draft((s) => {
    s.checkpoints.find((c) => c.id === 'A1')!.levels![3] = 'Feet at 77 % of the shoulder width';
  });
  expect(problems.map((p) => p.about)).toEqual(['A1']);
  expect(problems[0]!.message).toMatch(/^A1 level 3 says 77, which is no end/);
});

test('what is no sheet at all is said, and nothing is taken for one', () => {
  expect(readDraft({ name: 'A list' }).sheet).toBeNull();
  expect(readDraft({ name: 'A list' }).problems.length).toBeGreaterThan(3);
  expect(readDraft(null).sheet).toBeNull();
  expect(readDraft('text').problems).toHaveLength(1);
});
