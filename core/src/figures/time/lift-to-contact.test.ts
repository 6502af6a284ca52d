import { expect, test } from 'vitest';
import { readAt120 } from '../testing/marked-clip.ts';
import { liftToContact } from './lift-to-contact.ts';

test('80.5 frames of a film of 120 a second, with the error of both marks', () => {
  expect(liftToContact.needs).toEqual(['liftTop', 'contact']);
  const estimate = readAt120('liftToContact')!;
  expect(estimate.value).toBeCloseTo(80.5 / 120, 10);
  // Two marks of half a frame interval each: 4.17 ms times the root of two.
  expect(estimate.sd).toBeCloseTo(Math.SQRT2 / 240, 10);
});
