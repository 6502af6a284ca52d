import { expect, test } from 'vitest';
import { POSE_FIGURES } from './registry.ts';
import turnedCamera from './data/turned-camera.json' with { type: 'json' };
import { turnError } from './turn-error.ts';

test('the further off square the larger, whichever way; nothing from a square camera, and nothing for what is read in line', () => {
  expect(turnError('stride', 0)).toBe(0);
  expect(turnError('stride', 10)).toBeGreaterThan(turnError('stride', 5));
  expect(turnError('stride', -10)).toBe(turnError('stride', 10));
  expect(turnError('landingOffset', 10)).toBe(0);
});

// What is foreshortened by the cosine alone: 1.5 % of the stride at ten degrees, and more where feet lie beside the line.
test('a stride loses at least what the cosine takes', () => {
  expect(turnError('stride', 10)).toBeGreaterThan(0.8 * (1 - Math.cos(Math.PI / 18)));
});

test('every figure of a side view stands in the table; run turned-camera of accuracy where one does not', () => {
  const side = POSE_FIGURES.filter((f) => f.views[0] === 'openSide' && f.id !== 'cameraTurn').map((f) => f.id);
  expect(Object.keys(turnedCamera).sort()).toEqual(side.sort());
});
