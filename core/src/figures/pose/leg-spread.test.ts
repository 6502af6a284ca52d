import { expect, test } from 'vitest';
import { DRAWN, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { legSpread } from './leg-spread.ts';

test('the angle between the thighs, wherever the hips stand', () => {
  // Front thigh (90, 82.5), back thigh (-50, 100): by the law of cosines in their dot product.
  const degrees = (Math.acos((90 * -50 + 82.5 * 100) / (Math.hypot(90, 82.5) * Math.hypot(50, 100))) * 180) / Math.PI;
  expect(drawn(legSpread)).toBeCloseTo(degrees, 9);
  expect(() => drawn(legSpread, 1, 0, { ...DRAWN, 'contact.backKnee': DRAWN['contact.backHip']! })).toThrow(
    /front knee|back knee/,
  );
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(legSpread, -1, 0, MIRRORED)).toBeCloseTo(drawn(legSpread), 9);
});
