import { expect, test } from 'vitest';
import { DRAWN_HEIGHT, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { backHipAhead } from './back-hip-ahead.ts';

test('the back hip is 100 px out from where the back ankle stood', () => {
  expect(drawn(backHipAhead)).toBeCloseTo(100 / DRAWN_HEIGHT, 12);
  expect(drawn(backHipAhead, -1)).toBeCloseTo(-100 / DRAWN_HEIGHT, 12);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(backHipAhead, -1, 0, MIRRORED)).toBeCloseTo(drawn(backHipAhead), 9);
});
