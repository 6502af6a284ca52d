import { expect, test } from 'vitest';
import { cameraRoll } from './camera-roll.ts';

test('upright it is level, leaning it says how far and to which side', () => {
  expect(cameraRoll(90, 0, 0)).toBeCloseTo(0, 9);
  // Tilted back or forward it is as level.
  expect(cameraRoll(60, 0, 0)).toBeCloseTo(0, 9);
  expect(cameraRoll(120, 0, 0)).toBeCloseTo(0, 9);
  // Upright and turned by a quarter about the camera: the left or the right side is up (W3C: gamma is ±90 there, with beta 0).
  expect(cameraRoll(0, 90, 0)).toBeCloseTo(90, 9);
  expect(cameraRoll(0, -90, 0)).toBeCloseTo(-90, 9);
  // The screen turns with it, by 90 for a quarter to the left and by 270 for one to the right (value from memory): level again.
  expect(cameraRoll(0, -90, 90)).toBeCloseTo(0, 9);
  expect(cameraRoll(0, 90, 270)).toBeCloseTo(0, 9);
});

test('a small lean is that lean; flat on a table nothing is level', () => {
  // Up in the plane of the screen: sin 5° to one side, cos 5° along it.
  const [beta, gamma] = [(Math.asin(Math.cos(5 * (Math.PI / 180))) * 180) / Math.PI, 90];
  expect(cameraRoll(beta, gamma, 0)).toBeCloseTo(5, 6);
  expect(cameraRoll(beta, -gamma, 0)).toBeCloseTo(-5, 6);
  expect(cameraRoll(0, 0, 0)).toBeNull();
  expect(cameraRoll(5, 5, 0)).toBeNull();
});
