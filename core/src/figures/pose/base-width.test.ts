import { expect, test } from 'vitest';
import { MIRRORED, drawn, measured } from '../testing/drawn-body.ts';
import { baseWidth } from './base-width.ts';

// Breadth of the shoulders is 0.259 of height, their joints lie 0.226 apart: values from memory.
test('120 px of feet over shoulders whose joints lie 100 px apart', () => {
  expect(drawn(baseWidth)).toBeCloseTo((120 * 0.226) / (100 * 0.259), 12);
  expect(measured(baseWidth)?.unit).toBe('ratio');
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(baseWidth, -1, 0, MIRRORED)).toBeCloseTo(drawn(baseWidth), 9);
});
