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

/**
 * The same where the cause is of any size up to a limit, each as likely as the other: root mean square. Where a change grows faster than its cause, the middle of
 * the causes tells too little of it.
 *
 * @param limit above 0
 * @example usualChangeUpTo(2, [2], [10]) // 5.77: 10 / sqrt(3), as for anything that grows evenly
 */
export function usualChangeUpTo(limit: number, sizes: readonly number[], changes: readonly number[]): number {
  const ends = [...sizes.filter((x) => x < limit), limit];
  let [from, at, sum] = [0, 0, 0];
  for (const to of ends) {
    const there = usualChange(to, sizes, changes);
    // The square of a straight line between two values, integrated.
    sum += ((to - from) * (at ** 2 + at * there + there ** 2)) / 3;
    [from, at] = [to, there];
  }
  return Math.sqrt(sum / limit);
}
