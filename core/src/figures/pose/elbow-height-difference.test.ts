import { expect, test } from 'vitest';
import { DRAWN_HEIGHT, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { elbowHeightDifference } from './elbow-height-difference.ts';

test('the throwing elbow is 10 px lower than the glove elbow', () => {
  expect(drawn(elbowHeightDifference)).toBeCloseTo(-10 / DRAWN_HEIGHT, 12);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(elbowHeightDifference, -1, 0, MIRRORED)).toBeCloseTo(drawn(elbowHeightDifference), 9);
});
