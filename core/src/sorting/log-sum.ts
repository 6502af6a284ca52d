/**
 * The logarithm of the sum of two numbers whose logarithms are given, without leaving the range of a number.
 *
 * @example logSum(Math.log(2), Math.log(3)) // Math.log(5)
 */
export function logSum(a: number, b: number): number {
  if (a === Number.NEGATIVE_INFINITY) return b;
  if (b === Number.NEGATIVE_INFINITY) return a;
  return a > b ? a + Math.log1p(Math.exp(b - a)) : b + Math.log1p(Math.exp(a - b));
}
