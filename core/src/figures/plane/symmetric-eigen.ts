const SWEEPS = 60;

/**
 * Eigenvalues of a symmetric matrix in rising order, each with its vector of length one, by Jacobi's rotations (Golub GH, Van Loan CF, Matrix Computations, 8.5).
 *
 * @example symmetricEigen([[2, 1], [1, 2]])[0].value // 1
 */
export function symmetricEigen(
  matrix: ReadonlyArray<readonly number[]>,
): Array<{ readonly value: number; readonly vector: readonly number[] }> {
  const n = matrix.length;
  const a = matrix.map((row) => [...row]);
  const v = matrix.map((_, i) => matrix.map((__, j): number => (i === j ? 1 : 0)));
  for (let sweep = 0; sweep < SWEEPS; sweep++) {
    let off = 0;
    for (let p = 0; p < n; p++) for (let q = p + 1; q < n; q++) off += a[p]![q]! ** 2;
    if (off < 1e-30) break;
    for (let p = 0; p < n; p++)
      for (let q = p + 1; q < n; q++) {
        if (a[p]![q] === 0) continue;
        const theta = (a[q]![q]! - a[p]![p]!) / (2 * a[p]![q]!);
        const t = (theta >= 0 ? 1 : -1) / (Math.abs(theta) + Math.sqrt(theta * theta + 1));
        const c = 1 / Math.sqrt(t * t + 1);
        const s = t * c;
        for (let k = 0; k < n; k++) {
          const [kp, kq] = [a[k]![p]!, a[k]![q]!];
          a[k]![p] = c * kp - s * kq;
          a[k]![q] = s * kp + c * kq;
        }
        for (let k = 0; k < n; k++) {
          const [pk, qk] = [a[p]![k]!, a[q]![k]!];
          a[p]![k] = c * pk - s * qk;
          a[q]![k] = s * pk + c * qk;
          const [vp, vq] = [v[k]![p]!, v[k]![q]!];
          v[k]![p] = c * vp - s * vq;
          v[k]![q] = s * vp + c * vq;
        }
      }
  }
  return a.map((row, i) => ({ value: row[i]!, vector: v.map((r) => r[i]!) })).sort((x, y) => x.value - y.value);
}
