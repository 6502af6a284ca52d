import { expect, test } from 'vitest';
import { eventOf, partsOf, pointAt } from './point-at.ts';

test('a code of a point is built and read in one place', () => {
  expect(pointAt('contact', 'frontKnee')).toBe('contact.frontKnee');
  expect(partsOf('contact.frontKnee')).toEqual(['contact', 'frontKnee']);
  expect(eventOf('release.ballLater')).toBe('release');
  for (const wrong of ['contact', 'contact.', '.frontKnee', 'landing.frontKnee', 'contact.thirdKnee', 'contact.frontKnee.x'])
    expect(() => partsOf(wrong), wrong).toThrow(RangeError);
});
