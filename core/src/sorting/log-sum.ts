/** Beyond this the smaller one is lost in the rounding of the larger one: e^-40 is 4e-18. */
const FAR = 40;

/**
 * The logarithm of the sum of two numbers whose logarithms are given, without leaving the range of a number.
 *
 * @example logSum(Math.log(2), Math.log(3)) // Math.log(5)
 */
export function logSum(a: number, b: number): number {
  const apart = a - b;
  if (apart > FAR || b === Number.NEGATIVE_INFINITY) return a;
  if (apart < -FAR || a === Number.NEGATIVE_INFINITY) return b;
  return apart > 0 ? a + Math.log1p(Math.exp(-apart)) : b + Math.log1p(Math.exp(apart));
}
