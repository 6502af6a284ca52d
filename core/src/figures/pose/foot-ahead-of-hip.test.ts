import { expect, test } from 'vitest';
import { DRAWN_HEIGHT, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { footAheadOfHip } from './foot-ahead-of-hip.ts';

test('the front foot hangs 30 px behind the hip', () => {
  expect(drawn(footAheadOfHip)).toBeCloseTo(-30 / DRAWN_HEIGHT, 12);
  expect(drawn(footAheadOfHip, -1)).toBeCloseTo(30 / DRAWN_HEIGHT, 12);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(footAheadOfHip, -1, 0, MIRRORED)).toBeCloseTo(drawn(footAheadOfHip), 9);
});
