const LANCZOS = [
  0.99999999999980993, 676.5203681218851, -1259.1392167224028, 771.32342877765313, -176.61502916214059, 12.507343278686905,
  -0.13857109526572012, 9.9843695780195716e-6, 1.5056327351493116e-7,
];

/** ln Γ(x) for x > 0 (Lanczos C, SIAM J Numer Anal 1964;1:86-96, coefficients for g = 7, n = 9, from memory). */
function lnGamma(x: number): number {
  const t = x + 6.5;
  const series = LANCZOS.slice(1).reduce((s, c, i) => s + c / (x + i), LANCZOS[0]!);
  return 0.5 * Math.log(2 * Math.PI) + (x - 0.5) * Math.log(t) - t + Math.log(series);
}

/** The continued fraction of the incomplete beta function (Abramowitz, Stegun, 26.5.8), by Lentz's way. */
function fraction(x: number, a: number, b: number): number {
  const tiny = 1e-300;
  let c = 1;
  let d = 1 - ((a + b) * x) / (a + 1);
  d = 1 / (Math.abs(d) < tiny ? tiny : d);
  let f = d;
  for (let m = 1; m <= 500; m++) {
    for (const step of [
      (m * (b - m) * x) / ((a + 2 * m - 1) * (a + 2 * m)),
      (-(a + m) * (a + b + m) * x) / ((a + 2 * m) * (a + 2 * m + 1)),
    ]) {
      d = 1 + step * d;
      d = 1 / (Math.abs(d) < tiny ? tiny : d);
      c = 1 + step / c;
      if (Math.abs(c) < tiny) c = tiny;
      f *= c * d;
    }
    if (Math.abs(c * d - 1) < 1e-16) break;
  }
  return f;
}

/** The regularised incomplete beta function I_x(a, b) (Abramowitz, Stegun, 26.5). */
function betaShare(x: number, a: number, b: number): number {
  if (x <= 0) return 0;
  if (x >= 1) return 1;
  const front = Math.exp(lnGamma(a + b) - lnGamma(a) - lnGamma(b) + a * Math.log(x) + b * Math.log1p(-x));
  return x < (a + 1) / (a + b + 2) ? (front * fraction(x, a, b)) / a : 1 - (front * fraction(1 - x, b, a)) / b;
}

/**
 * The value below which a variable of the F distribution lies with probability `p` (Abramowitz M, Stegun IA, Handbook of Mathematical Functions, 26.6.2),
 * found by halving.
 *
 * @param d1 degrees of freedom of the numerator, above 0; need not be whole
 * @param d2 those of the denominator
 * @throws RangeError when p is not between 0 and 1, or a degree of freedom is not above 0
 * @example fQuantile(0.95, 1, 10) // 4.9646
 */
export function fQuantile(p: number, d1: number, d2: number): number {
  if (!(p > 0 && p < 1)) throw new RangeError(`fQuantile: a probability between 0 and 1 was expected, not ${p}`);
  if (!(d1 > 0 && d2 > 0)) throw new RangeError(`fQuantile: degrees of freedom above 0 were expected, not ${d1} and ${d2}`);
  const below = (f: number): number => betaShare((d1 * f) / (d1 * f + d2), d1 / 2, d2 / 2);
  let [low, high] = [0, 1];
  while (below(high) < p) [low, high] = [high, high * 2];
  for (let i = 0; i < 200 && high - low > high * 1e-16; i++) {
    const middle = (low + high) / 2;
    if (below(middle) < p) low = middle;
    else high = middle;
  }
  return (low + high) / 2;
}
