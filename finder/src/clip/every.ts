/**
 * Says of a frame whether it is one of those that are looked at every so many seconds. The last one always is, and so is the second one: where he stands is told from the first few looks of the quick model, and the rules and their limits
 * were set with it. Without it two of 45 films lost the top of their lift, three the start of the drive.
 *
 * @param times when each frame begins, in seconds
 * @example every([0, 1 / 120, 2 / 120, 3 / 120, 4 / 120], 1 / 30)(1) // true
 */
export function every(times: readonly number[], seconds: number): (frame: number) => boolean {
  const chosen = new Set<number>([1, times.length - 1]);
  let next = times[0] ?? 0;
  times.forEach((t, i) => {
    if (t < next - 1e-6) return;
    chosen.add(i);
    next = Math.max(next, t - seconds) + seconds;
  });
  return (frame) => chosen.has(frame);
}
