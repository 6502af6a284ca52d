import { zeros, type Matrix } from './linear-algebra.ts';

/** Where coaches, checkpoints and steps stand in one list of parameters; each facet sums to 0, so that its last one follows from the others. */
export interface Layout {
  readonly coaches: number;
  readonly checkpoints: number;
  readonly steps: number;
  /** All of them. */
  readonly all: number;
  /** Those that are free. */
  readonly free: number;
}

export const layoutOf = (coaches: number, checkpoints: number, steps: number): Layout => ({
  coaches,
  checkpoints,
  steps,
  all: coaches + checkpoints + steps,
  free: coaches + checkpoints + steps - 3,
});

/** First place of each facet among all, and among the free. */
const facets = ({ coaches, checkpoints, steps }: Layout): ReadonlyArray<readonly [all: number, free: number, size: number]> => [
  [0, 0, coaches],
  [coaches, coaches - 1, checkpoints],
  [coaches + checkpoints, coaches + checkpoints - 2, steps],
];

/** Free parameters as all of them. */
export function expand(layout: Layout, free: Float64Array): Float64Array {
  const all = new Float64Array(layout.all);
  for (const [a, f, size] of facets(layout)) {
    let sum = 0;
    for (let i = 0; i < size - 1; i++) {
      all[a + i] = free[f + i]!;
      sum += free[f + i]!;
    }
    all[a + size - 1] = -sum;
  }
  return all;
}

/** A gradient by all parameters as one by the free ones. */
export function project(layout: Layout, all: Float64Array): Float64Array {
  const free = new Float64Array(layout.free);
  for (const [a, f, size] of facets(layout)) for (let i = 0; i < size - 1; i++) free[f + i] = all[a + i]! - all[a + size - 1]!;
  return free;
}

/** Information about all parameters as that about the free ones: each row, then each column. */
export function projectMatrix(layout: Layout, all: Matrix): Matrix {
  const rows = all.map((row) => project(layout, row));
  const out = zeros(layout.free);
  const column = new Float64Array(layout.all);
  for (let j = 0; j < layout.free; j++) {
    for (let i = 0; i < layout.all; i++) column[i] = rows[i]![j]!;
    const projected = project(layout, column);
    for (let i = 0; i < layout.free; i++) out[i]![j] = projected[i]!;
  }
  return out;
}

/** Standard errors of all parameters, from the covariance of the free ones: that of a facet's last one is of the sum of the others. */
export function expandErrors(layout: Layout, covariance: Matrix): Float64Array {
  const all = new Float64Array(layout.all);
  for (const [a, f, size] of facets(layout)) {
    let sum = 0;
    for (let i = 0; i < size - 1; i++) {
      all[a + i] = Math.sqrt(Math.max(0, covariance[f + i]![f + i]!));
      for (let j = 0; j < size - 1; j++) sum += covariance[f + i]![f + j]!;
    }
    all[a + size - 1] = Math.sqrt(Math.max(0, sum));
  }
  return all;
}
