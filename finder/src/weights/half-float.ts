/** A number of 16 bits (IEEE 754-2008, binary16) as a number. */
export function halfFloat(bits: number): number {
  const sign = bits >> 15 === 0 ? 1 : -1;
  const exponent = (bits >> 10) & 31;
  const fraction = bits & 1023;
  if (exponent === 0) return sign * fraction * 2 ** -24;
  if (exponent === 31) return fraction === 0 ? sign * Number.POSITIVE_INFINITY : Number.NaN;
  return sign * (1 + fraction / 1024) * 2 ** (exponent - 15);
}
