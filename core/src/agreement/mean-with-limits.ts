/** Two-sided 95 % of a normal distribution. */
const Z95 = 1.959963984540054;

/** A mean with its 95 % limits. */
export interface MeanWithLimits {
  readonly value: number;
  readonly lower: number;
  readonly upper: number;
}

/**
 * A mean with 95 % limits by the normal distribution, from the standard error of the mean (s / sqrt(n), as in every textbook of statistics).
 *
 * @returns null for fewer than two values
 * @example meanWithLimits([0, 1]) // { value: 0.5, lower: -0.48, upper: 1.48 }
 */
export function meanWithLimits(values: readonly number[]): MeanWithLimits | null {
  const n = values.length;
  if (n < 2) return null;
  const value = values.reduce((a, b) => a + b, 0) / n;
  const error = Math.sqrt(values.reduce((s, v) => s + (v - value) ** 2, 0) / (n - 1) / n);
  return { value, lower: value - Z95 * error, upper: value + Z95 * error };
}
