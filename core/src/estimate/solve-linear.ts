/**
 * The solution of linear equations, by elimination with the largest pivot (Golub GH, Van Loan CF, Matrix Computations, 3.4). null where a pivot is no larger than `least`: the equations do not tell.
 *
 * @example solveLinear([[2, 1], [1, 3]], [3, 5]) // [0.8, 1.4]
 */
export function solveLinear(matrix: ReadonlyArray<readonly number[]>, right: readonly number[], least = 0): number[] | null {
  const n = right.length;
  const rows = matrix.map((row, i) => [...row, right[i]!]);
  for (let i = 0; i < n; i++) {
    let pivot = i;
    for (let j = i + 1; j < n; j++) if (Math.abs(rows[j]![i]!) > Math.abs(rows[pivot]![i]!)) pivot = j;
    [rows[i], rows[pivot]] = [rows[pivot]!, rows[i]!];
    if (!(Math.abs(rows[i]![i]!) > least)) return null;
    for (let j = i + 1; j < n; j++) {
      const factor = rows[j]![i]! / rows[i]![i]!;
      for (let k = i; k <= n; k++) rows[j]![k]! -= factor * rows[i]![k]!;
    }
  }
  const out = new Array<number>(n).fill(0);
  for (let i = n - 1; i >= 0; i--) {
    let sum = rows[i]![n]!;
    for (let k = i + 1; k < n; k++) sum -= rows[i]![k]! * out[k]!;
    out[i] = sum / rows[i]![i]!;
  }
  return out;
}
