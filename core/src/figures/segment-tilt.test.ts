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
    expect(segmentTilt(from, to, towardsTarget)).toBeCloseTo(degrees, 10);
  });

  test('points that coincide have no direction', () => {
    expect(() => segmentTilt(from, from, 1)).toThrow('the lower end coincides with the upper end');
  });
});
