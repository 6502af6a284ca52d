import { expect, test } from 'vitest';
import { DRAWN, DRAWN_HEIGHT, drawn } from '../testing/drawn-body.ts';
import { gloveDrop } from './glove-drop.ts';

test('a glove that was 40 px higher before the foot landed has dropped by that', () => {
  const points = { ...DRAWN, 'contact.gloveHigh': { x: 460, y: 130 }, 'contact.gloveWrist': { x: 470, y: 170 } };
  expect(drawn(gloveDrop, 1, 0, points)).toBeCloseTo(40 / DRAWN_HEIGHT, 12);
  expect(drawn(gloveDrop, -1, 0, points)).toBeCloseTo(40 / DRAWN_HEIGHT, 12);
});
