import { expect, test } from 'vitest';
import { readAt120 } from '../testing/marked-clip.ts';
import { contactToRelease } from './contact-to-release.ts';

test('17.5 frames of a film of 120 a second, with the error of both marks', () => {
  expect(contactToRelease.needs).toEqual(['contact', 'release']);
  const estimate = readAt120('contactToRelease')!;
  expect(estimate.value).toBeCloseTo(17.5 / 120, 10);
  // Two marks of half a frame interval each: 4.17 ms times the root of two.
  expect(estimate.sd).toBeCloseTo(Math.SQRT2 / 240, 10);
});
