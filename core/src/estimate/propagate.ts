/**
 * First-order propagation of independent errors through a function of several numbers (JCGM 100:2008, 5.1.2), with the
 * sensitivity of each input taken by a central difference of half an sd, so that mild curvature does not bias it.
 *
 * @param compute the figure as a function of all inputs
 * @param inputs the inputs' values
 * @param sds one standard deviation for each input, 0 for an exact one
 * @example propagate(([a, b]) => a! + b!, [1, 2], [3, 4]) // { value: 3, sd: 5, moves: [3, 4] }
 */
export function propagate(
  compute: (inputs: readonly number[]) => number,
  inputs: readonly number[],
  sds: readonly number[],
): {
  readonly value: number;
  readonly sd: number;
  /** By how much one sd of each input moves the figure. */
  readonly moves: readonly number[];
} {
  if (inputs.length !== sds.length) throw new RangeError('propagate: one sd for each input is expected');
  const moves = inputs.map((_, i) => {
    const sd = sds[i]!;
    if (sd === 0) return 0;
    const shifted = (by: number): number => compute(inputs.map((x, k) => (k === i ? x + by : x)));
    return shifted(sd / 2) - shifted(-sd / 2);
  });
  return { value: compute(inputs), sd: Math.sqrt(moves.reduce((sum, m) => sum + m ** 2, 0)), moves };
}
