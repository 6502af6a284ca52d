import { describe, expect, test } from 'vitest';
import { BODY_POINTS } from './body-points.ts';
import { isWherePitcherCanBe, trunkOf } from './same-pitcher.ts';

describe('where a pitcher can be', () => {
  const stood = { x: 500, high: 200 };
  const can = (x: number, towardsTarget: 1 | -1 | null): boolean => isWherePitcherCanBe(x, stood, { towardsTarget });
  test('in line with the target he stays where he is in the picture', () => {
    expect([500, 550, 450].map((x) => can(x, null))).toEqual([true, true, true]);
    expect([580, 420].map((x) => can(x, null))).toEqual([false, false]);
  });
  test('from the side he goes a stride towards the target, and not past it, and not the other way', () => {
    expect([500, 710, 450].map((x) => can(x, 1))).toEqual([true, true, true]);
    expect([800, 400].map((x) => can(x, 1))).toEqual([false, false]);
    expect([290, 550].map((x) => can(x, -1))).toEqual([true, true]);
    expect([200, 600].map((x) => can(x, -1))).toEqual([false, false]);
  });
  test('his trunk is the middle of shoulders and hips, wherever hands and feet are', () => {
    const x = { leftShoulder: 90, rightShoulder: 110, leftHip: 96, rightHip: 104, rightWrist: 400 };
    expect(trunkOf(BODY_POINTS.map((name) => ({ x: x[name as 'leftHip'] ?? 0, y: 0, score: 1 })))).toBe(100);
  });
});
