/** What a film player wants of its film: a frame, the frames around it, and which way it is going. */
export interface Wanted {
  readonly frame: number;
  readonly from: number;
  readonly to: number;
  readonly direction: 1 | -1;
}

/**
 * Which group of frames is decoded next. A group begins with a key frame and can only be decoded from its begin on. The group of the wanted frame comes first,
 * then those ahead in the wanted direction, then those behind.
 *
 * @param starts first frames of the groups, rising, from 0
 * @param have whether a frame is there already
 * @returns the index of the group; null when nothing is missing
 * @example nextGroup([0, 12, 24], { frame: 13, from: 5, to: 30, direction: 1 }, (f) => f >= 12 && f < 24) // 2
 */
export function nextGroup(starts: readonly number[], wanted: Wanted, have: (frame: number) => boolean): number | null {
  const missing = (group: number, low: number, high: number): boolean => {
    const [first, last] = [Math.max(low, starts[group]!), Math.min(high, (starts[group + 1] ?? Number.POSITIVE_INFINITY) - 1)];
    for (let frame = first; frame <= last; frame++) if (!have(frame)) return true;
    return false;
  };
  const here = groupOf(starts, wanted.frame);
  if (!have(wanted.frame)) return here;
  const ahead: Array<[number, number, number]> = [];
  const behind: Array<[number, number, number]> = [];
  for (let g = here; g < starts.length && starts[g]! <= wanted.to; g++) ahead.push([g, wanted.frame, wanted.to]);
  for (let g = here; g >= 0 && (starts[g + 1] ?? Number.POSITIVE_INFINITY) > wanted.from; g--)
    behind.push([g, wanted.from, wanted.frame]);
  const order = wanted.direction === 1 ? [...ahead, ...behind] : [...behind, ...ahead];
  return order.find(([g, low, high]) => missing(g, low, high))?.[0] ?? null;
}

/** The group that a frame belongs to. */
export function groupOf(starts: readonly number[], frame: number): number {
  let [low, high] = [0, starts.length - 1];
  while (low < high) {
    const middle = (low + high + 1) >> 1;
    if (starts[middle]! <= frame) low = middle;
    else high = middle - 1;
  }
  return low;
}

/**
 * Whether a group under way gives way to a new wish: only when the wished frame is missing and lies elsewhere, and the frame for which the group was begun is out. So
 * a run goes on, and a hand that is faster than the decoder still sees frames.
 */
export const givesWay = (
  starts: readonly number[],
  under: { readonly group: number; readonly servedItsFrame: boolean },
  wanted: Wanted,
  have: (frame: number) => boolean,
): boolean => under.servedItsFrame && !have(wanted.frame) && groupOf(starts, wanted.frame) !== under.group;
