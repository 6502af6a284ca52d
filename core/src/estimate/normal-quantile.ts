import { normalCdf } from './normal-cdf.ts';

/**
 * The value below which a standard normal variable lies with probability `p`: a rational start (Abramowitz M, Stegun IA, Handbook of Mathematical
 * Functions, 26.2.23, good to 4.5e-4), then two steps of Newton on `normalCdf`.
 *
 * @throws RangeError when p is not between 0 and 1
 * @example normalQuantile(0.975) // 1.959963984540054
 */
export function normalQuantile(p: number): number {
  if (!(p > 0 && p < 1)) throw new RangeError(`normalQuantile: a probability between 0 and 1 was expected, not ${p}`);
  const t = Math.sqrt(-2 * Math.log(Math.min(p, 1 - p)));
  const tail = t - (2.515517 + 0.802853 * t + 0.010328 * t * t) / (1 + 1.432788 * t + 0.189269 * t * t + 0.001308 * t ** 3);
  let z = p < 0.5 ? -tail : tail;
  for (let i = 0; i < 2; i++) z -= ((normalCdf(z) - p) * Math.sqrt(2 * Math.PI)) / Math.exp(-0.5 * z * z);
  return z;
}
