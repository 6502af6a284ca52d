import { expect, test } from 'vitest';
import { DRAWN_FRONT, MIRRORED_FRONT, drawnFront } from '../testing/drawn-front.ts';
import { headOffLine } from './head-off-line.ts';

test('a head 30 px beside the line, as far away as the foot, is 15 cm off it', () => {
  expect(drawnFront(headOffLine)).toBeCloseTo(15, 9);
  expect(drawnFront(headOffLine, { ...DRAWN_FRONT, 'release.head': { x: 490, y: 150 } })).toBeCloseTo(5, 9);
  // Seen from behind, with the glove side on the other side, it is the same.
  expect(drawnFront(headOffLine, MIRRORED_FRONT, -1)).toBeCloseTo(drawnFront(headOffLine), 9);
});
