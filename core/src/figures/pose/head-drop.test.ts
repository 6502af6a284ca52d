import { expect, test } from 'vitest';
import { DRAWN_HEIGHT, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { headDrop } from './head-drop.ts';

test('a drop is downwards in the picture', () => {
  expect(drawn(headDrop)).toBeCloseTo(40 / DRAWN_HEIGHT, 12);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(headDrop, -1, 0, MIRRORED)).toBeCloseTo(drawn(headDrop), 9);
});
