/** A quantity over time, given at key times and interpolated so that it never overshoots between them. */
export type Track = (seconds: number) => number;

/**
 * Monotone cubic interpolation after Fritsch FN, Carlson RE, SIAM J Numer Anal 1980;17:238-246, with the harmonic mean
 * of the neighbouring slopes (Fritsch-Butland). Constant outside the first and last key.
 */
export function monotoneTrack(keys: ReadonlyArray<readonly [seconds: number, value: number]>): Track {
  const t = keys.map((k) => k[0]);
  const v = keys.map((k) => k[1]);
  const n = keys.length;
  for (let i = 1; i < n; i++) if (!(t[i]! > t[i - 1]!)) throw new Error(`key times must increase: ${t[i - 1]} then ${t[i]}`);
  const slope = new Array<number>(n).fill(0);
  for (let i = 1; i < n - 1; i++) {
    const before = (v[i]! - v[i - 1]!) / (t[i]! - t[i - 1]!);
    const after = (v[i + 1]! - v[i]!) / (t[i + 1]! - t[i]!);
    if (before * after > 0) {
      const w1 = 2 * (t[i + 1]! - t[i]!) + (t[i]! - t[i - 1]!);
      const w2 = t[i + 1]! - t[i]! + 2 * (t[i]! - t[i - 1]!);
      slope[i] = (w1 + w2) / (w1 / before + w2 / after);
    }
  }
  return (seconds) => {
    if (seconds <= t[0]!) return v[0]!;
    if (seconds >= t[n - 1]!) return v[n - 1]!;
    let i = 0;
    while (seconds > t[i + 1]!) i++;
    const h = t[i + 1]! - t[i]!;
    const u = (seconds - t[i]!) / h;
    const u2 = u * u;
    const u3 = u2 * u;
    return (
      (2 * u3 - 3 * u2 + 1) * v[i]! +
      (u3 - 2 * u2 + u) * h * slope[i]! +
      (3 * u2 - 2 * u3) * v[i + 1]! +
      (u3 - u2) * h * slope[i + 1]!
    );
  };
}
