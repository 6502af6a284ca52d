import { expect, test } from 'vitest';
import { DRAWN_FRONT, MIRRORED_FRONT, drawnFront } from '../testing/drawn-front.ts';
import { elbowLineRelease } from './elbow-line-release.ts';

test('an elbow as far above the level shoulders as beside them stands 45 degrees above their line', () => {
  expect(drawnFront(elbowLineRelease)).toBeCloseTo(45, 9);
  // A line of shoulders that rises as the arm does has the elbow in line.
  const tilted = { ...DRAWN_FRONT, 'release.gloveShoulder': { x: 580, y: 280 } };
  expect(drawnFront(elbowLineRelease, tilted)).toBeCloseTo(0, 9);
  // Shoulders that still point the other way turn nothing round by a whole turn.
  const turned = { ...DRAWN_FRONT, 'release.gloveShoulder': { x: 420, y: 201 }, 'release.throwingElbow': { x: 580, y: 201 } };
  expect(Math.abs(drawnFront(elbowLineRelease, turned))).toBeLessThan(5);
  // Seen from behind, with the glove side on the other side, it is the same.
  expect(drawnFront(elbowLineRelease, MIRRORED_FRONT, -1)).toBeCloseTo(drawnFront(elbowLineRelease), 9);
});
