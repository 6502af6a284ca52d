/** A square matrix, row by row. */
export type Matrix = Float64Array[];

export const zeros = (n: number, m = n): Matrix => Array.from({ length: n }, () => new Float64Array(m));

/**
 * The lower Cholesky factor of a symmetric matrix; null where it is not positive definite.
 *
 * @example cholesky([Float64Array.of(4, 2), Float64Array.of(2, 5)]) // [[2, 0], [1, 2]]
 */
export function cholesky(a: Matrix): Matrix | null {
  const n = a.length;
  const l = zeros(n);
  for (let j = 0; j < n; j++) {
    for (let i = j; i < n; i++) {
      let s = a[i]![j]!;
      for (let k = 0; k < j; k++) s -= l[i]![k]! * l[j]![k]!;
      if (i > j) l[i]![j] = s / l[j]![j]!;
      else if (s > 1e-10 * Math.max(1e-300, Math.abs(a[j]![j]!))) l[j]![j] = Math.sqrt(s);
      else return null;
    }
  }
  return l;
}

/** Solves `l l' x = b`. */
export function solveCholesky(l: Matrix, b: ArrayLike<number>): Float64Array {
  const n = l.length;
  const x = Float64Array.from(b);
  for (let i = 0; i < n; i++) {
    for (let k = 0; k < i; k++) x[i]! -= l[i]![k]! * x[k]!;
    x[i] = x[i]! / l[i]![i]!;
  }
  for (let i = n - 1; i >= 0; i--) {
    for (let k = i + 1; k < n; k++) x[i]! -= l[k]![i]! * x[k]!;
    x[i] = x[i]! / l[i]![i]!;
  }
  return x;
}

/** The inverse of `l l'`. */
export function inverseOf(l: Matrix): Matrix {
  const n = l.length;
  const columns = Array.from({ length: n }, (_, j) =>
    solveCholesky(
      l,
      Float64Array.from({ length: n }, (_u, i) => (i === j ? 1 : 0)),
    ),
  );
  return columns;
}
