import { expect, test } from 'vitest';
import { MIRRORED, atan, drawn } from '../testing/drawn-body.ts';
import { forearmContact } from './forearm-contact.ts';

test('60 degrees up when the wrist stands behind and above the elbow', () => {
  expect(drawn(forearmContact)).toBeCloseTo(60, 8);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(forearmContact, -1, 0, MIRRORED)).toBeCloseTo(drawn(forearmContact), 9);
});

test('a forearm that points straight down and to the target wraps there, and nowhere else', () => {
  const forearm = (x: number, y: number) =>
    drawn(forearmContact, 1, 0, { 'contact.throwingElbow': { x: 0, y: 0 }, 'contact.throwingWrist': { x, y } });
  // Level and back 0, up 90, level and forward 180, down -90; beyond 225 it is -135.
  expect([forearm(-1, 0), forearm(0, -1), forearm(1, 0), forearm(0, 1)].map(Math.round)).toEqual([0, 90, 180, -90]);
  expect(forearm(1, 0.9)).toBeCloseTo(180 + atan(0.9, 1), 9);
  expect(forearm(1, 1)).toBeCloseTo(-135, 9);
  expect(forearm(0.9, 1)).toBeCloseTo(-90 - atan(0.9, 1), 9);
});
