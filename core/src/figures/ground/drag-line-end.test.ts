import { expect, test } from 'vitest';
import { DRAWN_FRONT, MIRRORED_FRONT, drawnFront } from '../testing/drawn-front.ts';
import { dragLineEnd } from './drag-line-end.ts';

test('the back toe 12 px beside the line is 6 cm, on either side of it', () => {
  expect(drawnFront(dragLineEnd)).toBeCloseTo(6, 9);
  expect(drawnFront(dragLineEnd, { ...DRAWN_FRONT, 'backFootOff.backToe': { x: 512, y: 430 } })).toBeCloseTo(6, 9);
  // Seen from behind, with the glove side on the other side, it is the same.
  expect(drawnFront(dragLineEnd, MIRRORED_FRONT, -1)).toBeCloseTo(drawnFront(dragLineEnd), 9);
});
