import { expect, test } from 'vitest';
import { atan, DRAWN, MIRRORED, drawn } from '../testing/drawn-body.ts';
import { shoulderLineContact } from './shoulder-line-contact.ts';

test('level shoulders are 0; the glove shoulder higher is +', () => {
  expect(drawn(shoulderLineContact)).toBeCloseTo(0, 12);
  const up = { ...DRAWN, 'contact.gloveShoulder': { x: 440, y: 130 } };
  expect(drawn(shoulderLineContact, 1, 0, up)).toBeCloseTo(atan(20, 80), 9);
  // Seen from the other side of the line, with the target there, it is the same.
  expect(drawn(shoulderLineContact, -1, 0, MIRRORED)).toBeCloseTo(drawn(shoulderLineContact), 9);
  const at = { x: 1, y: 1 };
  expect(() => drawn(shoulderLineContact, 1, 0, { 'contact.throwingShoulder': at, 'contact.gloveShoulder': at })).toThrow(
    'throwing shoulder coincides with glove shoulder',
  );
});
