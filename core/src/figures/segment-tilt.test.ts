import { describe, expect, test } from 'vitest';
import { segmentTilt } from './segment-tilt.ts';

const from = { x: 200, y: 300 };

describe('segmentTilt', () => {
  test.each([
    [{ x: 200, y: 200 }, 1, 0],
    [{ x: 300, y: 200 }, 1, 45],
    [{ x: 300, y: 200 }, -1, -45],
    [{ x: 100, y: 300 }, 1, -90],
    [{ x: 200, y: 400 }, 1, 180],
    [{ x: 200 + Math.sqrt(3), y: 299 }, 1, 60],
  ] as const)('to %o with the target at %i: %f degrees', (to, towardsTarget, degrees) => {
    expect(segmentTilt({ from, to, towardsTarget, pointSd: 1 }).value).toBeCloseTo(degrees, 10);
  });

  // JCGM 100:2008, 5.1.2: both ends move the direction by one over the length.
  test('the error is that of two ends over the length', () => {
    const { sd } = segmentTilt({ from, to: { x: 200, y: 200 }, towardsTarget: 1, pointSd: 2 });
    expect(sd).toBeCloseTo((Math.SQRT2 * 2 * 180) / (100 * Math.PI), 12);
  });

  test('mistakes are named', () => {
    expect(() => segmentTilt({ from, to: from, towardsTarget: 1, pointSd: 1 })).toThrow('from coincides with to');
    expect(() => segmentTilt({ from, to: { x: 1, y: 1 }, towardsTarget: 0 as 1, pointSd: 1 })).toThrow('towardsTarget');
    expect(() => segmentTilt({ from: null as never, to: from, towardsTarget: 1, pointSd: 1 })).toThrow('from is missing');
  });
});
