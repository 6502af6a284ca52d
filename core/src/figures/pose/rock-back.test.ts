import { expect, test } from 'vitest';
import { DRAWN_HEIGHT, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { rockBack } from './rock-back.ts';

test('the head went 15 px back', () => {
  expect(drawn(rockBack)).toBeCloseTo(15 / DRAWN_HEIGHT, 12);
  expect(drawn(rockBack, -1)).toBeCloseTo(-15 / DRAWN_HEIGHT, 12);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(rockBack, -1, 0, MIRRORED)).toBeCloseTo(drawn(rockBack), 9);
});
