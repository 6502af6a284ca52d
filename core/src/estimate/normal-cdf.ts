/**
 * Probability that a standard normal variable is at most `z`.
 * Series for small |z| and Laplace's continued fraction for the tails: Abramowitz M, Stegun IA, Handbook of Mathematical
 * Functions, 26.2.10 and 26.2.14. Absolute error below 1e-14. Infinite `z` gives 0 or 1; NaN throws a RangeError.
 *
 * @example normalCdf(1.959963984540054) // 0.975
 */
export function normalCdf(z: number): number {
  if (Number.isNaN(z)) throw new RangeError('normalCdf: z is not a number');
  const density = Math.exp(-0.5 * z * z) / Math.sqrt(2 * Math.PI);
  const a = Math.abs(z);
  if (a > 38) return z > 0 ? 1 : 0;
  if (a < 3) {
    let term = z;
    let sum = z;
    for (let k = 1; Math.abs(term) > 1e-18; k++) {
      term *= (z * z) / (2 * k + 1);
      sum += term;
    }
    return 0.5 + density * sum;
  }
  let fraction = 0;
  for (let k = 80; k >= 1; k--) fraction = k / (a + fraction);
  const tail = density / (a + fraction);
  return z > 0 ? 1 - tail : tail;
}
