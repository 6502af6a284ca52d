/**
 * The rating-scale model at one place: log(Pk / Pk-1) = location - step k. Andrich D, Psychometrika 1978;43:561-573; with coaches as a facet beside
 * checkpoints Linacre JM, Many-Facet Rasch Measurement, 1989.
 */
export interface Scale {
  /** How many categories there are: one more than steps. */
  readonly categories: number;
  /** Sums of the steps up to each category; the first is 0. */
  readonly passed: Float64Array;
  /** Filled by `at`: the probability of each category. */
  readonly probability: Float64Array;
  /** Of the last call of `at`. */
  expected: number;
  variance: number;
}

/** @param steps in order; `k` of them for `k + 1` categories */
export function scaleOf(steps: ArrayLike<number>): Scale {
  const passed = new Float64Array(steps.length + 1);
  for (let k = 0; k < steps.length; k++) passed[k + 1] = passed[k]! + steps[k]!;
  return { categories: passed.length, passed, probability: new Float64Array(passed.length), expected: 0, variance: 0 };
}

/** Reckons probabilities, expected category and its variance at a location; the log of the probabilities' common divisor is returned. */
export function at(scale: Scale, location: number): number {
  const { categories, passed, probability } = scale;
  let top = -Infinity;
  for (let k = 0; k < categories; k++) top = Math.max(top, k * location - passed[k]!);
  let sum = 0;
  for (let k = 0; k < categories; k++) {
    probability[k] = Math.exp(k * location - passed[k]! - top);
    sum += probability[k]!;
  }
  let [mean, square] = [0, 0];
  for (let k = 0; k < categories; k++) {
    probability[k] = probability[k]! / sum;
    mean += k * probability[k]!;
    square += k * k * probability[k]!;
  }
  scale.expected = mean;
  scale.variance = Math.max(0, square - mean * mean);
  return top + Math.log(sum);
}
