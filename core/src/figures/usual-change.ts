/**
 * How much something usually changes by a cause of some size, straight between the sizes that were tried, from nothing at 0 and on as it went beyond the last.
 *
 * @param sizes what was tried, rising
 * @param changes what came of each
 * @example usualChange(3, [2, 4], [10, 30]) // 20
 */
export function usualChange(size: number, sizes: readonly number[], changes: readonly number[]): number {
  const [xs, ys] = [
    [0, ...sizes],
    [0, ...changes],
  ];
  const next = xs.findIndex((x, i) => i > 0 && size <= x);
  const i = next < 0 ? xs.length - 1 : next;
  return ys[i - 1]! + ((ys[i]! - ys[i - 1]!) * (size - xs[i - 1]!)) / (xs[i]! - xs[i - 1]!);
}
