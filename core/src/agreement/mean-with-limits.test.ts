import { expect, test } from 'vitest';
import { meanWithLimits } from './mean-with-limits.ts';

test('a mean with its limits, as R reckons it', () => {
  // R: x <- c(0, 1, -1, 2, 0, 0); mean(x) + c(-1, 1) * qnorm(.975) * sd(x) / sqrt(length(x))
  const { value, lower, upper } = meanWithLimits([0, 1, -1, 2, 0, 0])!;
  expect(value).toBeCloseTo(0.333333333333333, 12);
  expect(lower).toBeCloseTo(-0.493060043072749, 12);
  expect(upper).toBeCloseTo(1.159726709739415, 12);
});

test('one value has no limits', () => {
  expect(meanWithLimits([2])).toBeNull();
  expect(meanWithLimits([1, 1, 1])).toEqual({ value: 1, lower: 1, upper: 1 });
});
