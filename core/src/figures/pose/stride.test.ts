import { expect, test } from 'vitest';
import { DRAWN_HEIGHT, MIRRORED, drawn, measured } from '../testing/drawn-body.ts';
import { stride } from './stride.ts';

test('the way of the ankle along the line, over body height', () => {
  expect(drawn(stride)).toBeCloseTo(400 / DRAWN_HEIGHT, 12);
  expect(drawn(stride, -1)).toBeLessThan(0);
  expect(measured(stride)?.unit).toBe('heightShare');
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(stride, -1, 0, MIRRORED)).toBeCloseTo(drawn(stride), 9);
});
