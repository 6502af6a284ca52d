import { expect, test } from 'vitest';
import { gapPriors } from './gap-prior.ts';

const USUAL = { untold: 0.1, between: 30_000, spread: 0.25 };
const at = (...seconds: number[]): number[] => seconds.map((s) => 1000 * s);

test('all that was planned is told, at the usual pace: nothing is missing', () => {
  for (const prior of gapPriors(at(0, 30, 62, 90), 4, USUAL)) expect(prior.one).toBeLessThan(0.05);
});

test('one is missing and one gap is twice as long: it lies there', () => {
  const priors = gapPriors(at(0, 31, 92), 4, USUAL);
  expect(priors).toHaveLength(4);
  expect(priors[2]!.one).toBeGreaterThan(0.9);
  expect(priors[2]!.two).toBeLessThan(0.05);
});

test('one is missing and the gaps are usual: before the first or after the last, as likely the one as the other', () => {
  const priors = gapPriors(at(0, 30, 60), 4, USUAL);
  expect(priors[0]!.one).toBeCloseTo(priors[3]!.one, 10);
  expect(priors[0]!.one + priors[3]!.one).toBeGreaterThan(0.7);
});

test('more missing than planned is possible, but rare', () => {
  const [four, five] = [4, 5].map((plan) => gapPriors(at(0, 30, 60, 90), plan, USUAL)[0]!.one);
  expect(four!).toBeGreaterThan(0.001);
  expect(five!).toBeGreaterThan(4 * four!);
});

test('two in one gap', () => {
  const priors = gapPriors(at(0, 90), 4, USUAL);
  expect(priors[1]!.two).toBeGreaterThan(0.8);
});

test('thirty throws cost no more than a few, and no weight leaves the range', () => {
  const priors = gapPriors(
    Array.from({ length: 60 }, (_, k) => k * 30_000),
    null,
    USUAL,
  );
  expect(priors).toHaveLength(61);
  for (const { one, two } of priors) {
    expect(one).toBeGreaterThan(0);
    expect(one).toBeLessThan(0.5);
    expect(two).toBeLessThanOrEqual(one);
  }
});
