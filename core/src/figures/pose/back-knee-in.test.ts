import { expect, test } from 'vitest';
import { DRAWN_FRONT, MIRRORED_FRONT, drawnFront } from '../testing/drawn-front.ts';
import { backKneeIn } from './back-knee-in.ts';

test('a back knee 20 px out over the toes of a leg of 80 px each way: bent by twice the angle of that, to the throwing side', () => {
  const out = (2 * Math.atan2(20, 80) * 180) / Math.PI;
  expect(drawnFront(backKneeIn)).toBeCloseTo(-out, 9);
  // As far on the other side of hip and ankle it has dived in.
  const { x, y } = DRAWN_FRONT['driveStart.backKnee']!;
  expect(drawnFront(backKneeIn, { ...DRAWN_FRONT, 'driveStart.backKnee': { x: x + 40, y } })).toBeCloseTo(out, 9);
  // Seen from behind it is the same.
  expect(drawnFront(backKneeIn, MIRRORED_FRONT, -1)).toBeCloseTo(-out, 9);
});
