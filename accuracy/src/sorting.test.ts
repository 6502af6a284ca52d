import { expect, test } from 'vitest';
import { sortingStudy } from './sorting-study.ts';

// The figures of the issue, on a short set; `npm run sorting -w accuracy` has all of it.
test('clips of simulated days: what is said to be sure is right, and nearly all of it is sure', () => {
  const study = sortingStudy(8);
  expect(study.right).toBeGreaterThan(0.995);
  expect(study.placed).toBeGreaterThan(0.95);
  expect(study.unknown).toBe(0);
});

test('without slates the taps suffice', () => {
  const study = sortingStudy(4, { withSlates: false });
  expect(study.right).toBeGreaterThan(0.99);
  expect(study.placed).toBeGreaterThan(0.85);
});

test('without slates and taps every camera says that it cannot know, and hardly a clip is placed', () => {
  const study = sortingStudy(2, { cameras: 2, withSlates: false, withTaps: false });
  expect(study.unknown).toBe(4);
  expect(study.placed).toBeLessThan(0.05);
});
