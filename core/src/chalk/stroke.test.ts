import { expect, test } from 'vitest';
import { strokeProblem, strokeSchema, type Shape } from './stroke.ts';

const at = (...all: number[]) => all.flatMap((x, i) => (i % 2 === 0 ? [{ x, y: all[i + 1]! }] : []));
const whole = {
  stroke: '01920000-0000-7000-8000-000000000001',
  clipId: '01920000-0000-7000-8000-000000000002',
  frame: 12,
  shape: 'label',
  points: at(10, 20),
  text: 'late',
};

test('a whole drawing is read, and a broken one says what is wrong with it', () => {
  expect(strokeSchema.safeParse(whole).success).toBe(true);
  const { error } = strokeSchema.safeParse({ ...whole, text: ' ' });
  expect(error?.issues.map((i) => i.message)).toEqual(['A label says something.']);
  expect(strokeSchema.safeParse({ ...whole, text: 'x'.repeat(61) }).success).toBe(false);
  expect(strokeSchema.safeParse({ ...whole, frame: -1 }).success).toBe(false);
});

test.each<[Shape, number[], string | null, string | null]>([
  ['line', [0, 0, 5, 5], null, null],
  ['line', [0, 0], null, 'It has 1 points, not 2.'],
  ['ring', [0, 0, 5, 5, 6, 6], null, 'It has 3 points, not 2.'],
  ['arrow', [5, 5, 5, 5], null, 'Two points of it lie in one place.'],
  ['angle', [0, 0, 5, 5, 5, 5], null, 'Two points of it lie in one place.'],
  ['angle', [0, 0, 5, 5, 9, 0], null, null],
  ['freehand', [0, 0, 0, 0, 1, 1], null, null],
  ['freehand', Array.from({ length: 802 }, (_, i) => i), null, 'It has 401 points, not 2 to 400.'],
  ['line', [0, 0, 5, 5], 'why', 'Only a label has words.'],
  ['label', [0, 0], null, 'A label says something.'],
])('%s %j %s: %s', (shape, points, text, problem) => {
  expect(strokeProblem({ shape, points: at(...points), text })).toBe(problem);
});
