import { expect, test } from 'vitest';
import { DRAWN, atan, drawn } from '../testing/drawn-body.ts';
import { trunkContact } from './trunk-contact.ts';

test('the middles of hips and shoulders stand over each other here', () => {
  expect(drawn(trunkContact)).toBeCloseTo(0, 9);
  // Both shoulders 60 px to the target: 151.5 px above the hips.
  const leaning = {
    ...DRAWN,
    'contact.throwingShoulder': { x: 420, y: 150 },
    'contact.gloveShoulder': { x: 500, y: 150 },
  };
  expect(drawn(trunkContact, 1, 0, leaning)).toBeCloseTo(atan(60, 151.5), 9);
  expect(drawn(trunkContact, -1, 0, leaning)).toBeCloseTo(-atan(60, 151.5), 9);
});
