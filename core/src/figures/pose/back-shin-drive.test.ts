import { expect, test } from 'vitest';
import { MIRRORED, drawn } from '../testing/drawn-body.ts';
import { backShinDrive } from './back-shin-drive.ts';

test('80 px to the target in 80 px of height is 45 degrees', () => {
  expect(drawn(backShinDrive)).toBeCloseTo(45, 9);
  expect(drawn(backShinDrive, -1)).toBeCloseTo(-45, 9);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(backShinDrive, -1, 0, MIRRORED)).toBeCloseTo(drawn(backShinDrive), 9);
});
