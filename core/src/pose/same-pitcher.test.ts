import { describe, expect, test } from 'vitest';
import { BODY_POINTS } from './body-points.ts';
import { isWherePitcherCanBe, placeOf } from './same-pitcher.ts';

describe('where a pitcher can be', () => {
  const stood = { x: 500, feet: 400, high: 200 };
  const can = (x: number, towardsTarget: 1 | -1 | null, feet = 400): boolean =>
    isWherePitcherCanBe({ x, feet }, stood, { towardsTarget });
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
  test('from the side one foot is on the ground, where he stood or further down the mound; in line with the target the ground goes up in the picture', () => {
    expect([400, 390, 440].map((feet) => can(600, 1, feet))).toEqual([true, true, true]);
    expect(can(600, 1, 376)).toBe(false);
    expect(can(500, null, 376)).toBe(true);
  });
  test('his place is the middle of shoulders and hips, wherever hands and feet are, and his lower foot', () => {
    const x = { leftShoulder: 90, rightShoulder: 110, leftHip: 96, rightHip: 104, rightWrist: 400 };
    const y = { leftAnkle: 280, rightAnkle: 300, leftWrist: 500 };
    const body = BODY_POINTS.map((name) => ({ x: x[name as 'leftHip'] ?? 0, y: y[name as 'leftAnkle'] ?? 0, score: 1 }));
    expect(placeOf(body)).toEqual({ x: 100, feet: 300 });
  });
});
