/** Real seconds of the key frames of one view, by event. */
export type EventSeconds = Readonly<Record<string, number>>;

/**
 * Turns a moment of one view into the same moment of another: piecewise linear between the key frames that both have,
 * outside them at true speed with the offset of the nearest one. `null` when no key frame is common to both.
 *
 * @example
 * const toFront = joinViews({ liftTop: 1, contact: 2 }, { liftTop: 3, contact: 4 });
 * toFront?.(1.5); // 3.5
 */
export function joinViews(from: EventSeconds, to: EventSeconds): ((seconds: number) => number) | null {
  const knots = Object.keys(from)
    .filter((event) => to[event] !== undefined)
    .map((event) => [from[event]!, to[event]!] as const)
    .sort((a, b) => a[0] - b[0] || a[1] - b[1])
    .filter((knot, i, all) => i === 0 || knot[0] > all[i - 1]![0]);
  if (knots.length === 0) return null;
  const firstKnot = knots[0]!;
  const lastKnot = knots[knots.length - 1]!;
  return (seconds) => {
    if (seconds <= firstKnot[0]) return firstKnot[1] + seconds - firstKnot[0];
    if (seconds >= lastKnot[0]) return lastKnot[1] + seconds - lastKnot[0];
    const i = knots.findIndex((knot) => knot[0] >= seconds);
    const [a, b] = [knots[i - 1]!, knots[i]!];
    return a[1] + ((seconds - a[0]) * (b[1] - a[1])) / (b[0] - a[0]);
  };
}
