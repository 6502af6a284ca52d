import { expect, test } from 'vitest';
import { DRAWN_HEIGHT, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { pelvisAhead } from './pelvis-ahead.ts';

test('the hips stand ahead of the back ankle by the way of their middle', () => {
  expect(drawn(pelvisAhead)).toBeCloseTo(30 / DRAWN_HEIGHT, 12);
  expect(drawn(pelvisAhead, -1)).toBeCloseTo(-30 / DRAWN_HEIGHT, 12);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(pelvisAhead, -1, 0, MIRRORED)).toBeCloseTo(drawn(pelvisAhead), 9);
});
