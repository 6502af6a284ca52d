interface Span {
  readonly from: number;
  readonly to: number;
}

/**
 * Where things that overlap in time stand side by side, so that none hides another: a lane for each, and how many lanes its group
 * of overlapping ones needs.
 *
 * @param spans in the order of their beginning
 * @example sideBySide([{ from: 0, to: 7 }, { from: 5, to: 12 }, { from: 12, to: 19 }]) // lanes 0 of 2, 1 of 2, 0 of 1
 */
export function sideBySide(spans: readonly Span[]): ReadonlyArray<{ readonly lane: number; readonly lanes: number }> {
  const places: Array<{ lane: number; lanes: number }> = [];
  let group: Array<{ lane: number; lanes: number }> = [];
  let ends: number[] = [];
  for (const s of spans) {
    if (ends.every((end) => end <= s.from)) {
      group = [];
      ends = [];
    }
    const free = ends.findIndex((end) => end <= s.from);
    const place = { lane: free < 0 ? ends.length : free, lanes: 1 };
    ends[place.lane] = s.to;
    group.push(place);
    places.push(place);
    for (const p of group) p.lanes = ends.length;
  }
  return places;
}
