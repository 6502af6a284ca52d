import { expect, test } from 'vitest';
import { DRAWN, DRAWN_HEIGHT, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { elbowLineContact } from './elbow-line-contact.ts';

test('an elbow level with the shoulder of an upright trunk is in line; half an arm up it is 30 degrees above', () => {
  expect(drawn(elbowLineContact)).toBeCloseTo(0, 9);
  const raised = (by: number) =>
    drawn(elbowLineContact, 1, 0, { ...DRAWN, 'contact.throwingElbow': { x: 300, y: 150 - by * 0.186 * DRAWN_HEIGHT } });
  // The sine of 30 degrees is a half. An arm longer than the body's share of height ends at upright.
  expect(raised(0.5)).toBeCloseTo(30, 9);
  expect(raised(-0.5)).toBeCloseTo(-30, 9);
  expect(raised(1.2)).toBe(90);
  // A trunk that leans takes the line of the shoulders with it: 45 degrees back, and an elbow straight behind is 45 above.
  const leaning = {
    ...DRAWN,
    ...{ 'contact.throwingShoulder': { x: 200, y: 101.5 }, 'contact.gloveShoulder': { x: 200, y: 101.5 } },
    'contact.throwingElbow': { x: 200 - 0.186 * DRAWN_HEIGHT, y: 101.5 },
  };
  expect(drawn(elbowLineContact, 1, 0, leaning)).toBeCloseTo(45, 9);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(elbowLineContact, -1, 0, MIRRORED)).toBeCloseTo(drawn(elbowLineContact), 9);
});
