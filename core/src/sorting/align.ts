import { logSum } from './log-sum.ts';

/** What an alignment of a sequence of clips with a sequence of places costs, in logarithms of probabilities. */
export interface AlignmentCosts {
  /** When each clip was made and when each place was thrown, on one clock, in order. */
  readonly clipTimes: ArrayLike<number>;
  readonly placeTimes: ArrayLike<number>;
  /** The places a clip may stand for, from `from` up to, and without, `to`; neither ever goes back from clip to clip, and the place of the clip's own time lies between them. */
  readonly reach: (clip: number) => { readonly from: number; readonly to: number };
  readonly match: (clip: number, place: number) => number;
  /** The clip shows nothing. */
  readonly nothing: (clip: number) => number;
  /** Nothing was filmed of the place. */
  readonly skip: (place: number) => number;
}

/** What a clip stands for: the shares of the places from `from` on, and of "it shows nothing"; together 1. */
interface AlignedClip {
  readonly from: number;
  readonly places: Float64Array;
  readonly nothing: number;
}

export interface Alignment {
  /** Logarithm of the sum over all alignments. */
  readonly total: number;
  readonly clips: readonly AlignedClip[];
}

const NEVER = Number.NEGATIVE_INFINITY;

/** The sums that end in a match, in a place left out, and in a clip that shows nothing: a layer each, over the columns from `from` on. */
class Row {
  readonly from: number;
  readonly matched: Float64Array;
  readonly skipped: Float64Array;
  readonly nothing: Float64Array;
  constructor(from: number, to: number) {
    this.from = from;
    this.matched = new Float64Array(to - from + 1).fill(NEVER);
    this.skipped = new Float64Array(to - from + 1).fill(NEVER);
    this.nothing = new Float64Array(to - from + 1).fill(NEVER);
  }
  get to(): number {
    return this.from + this.matched.length - 1;
  }
  holds(column: number): boolean {
    return column >= this.from && column <= this.to;
  }
  /** All that has come to a column, whichever way. */
  all(column: number): number {
    const k = column - this.from;
    return logSum(logSum(this.matched[k]!, this.skipped[k]!), this.nothing[k]!);
  }
}

/**
 * Sums over every way to lay clips, in their order, on places, in theirs: each clip stands for one place or for nothing, each place has one clip or none. Forward and backward sums in logarithms give each clip
 * the probability of every place.
 *
 * Between two matches, clips that show nothing and places left out follow each other by their times: so each alignment is one path and is counted once, and a path never strays far from the time.
 *
 * Source: forward-backward over a pair sequence, as in Durbin, Eddy, Krogh, Mitchison, Biological Sequence Analysis (1998), ch. 4 (cited from memory); the order by time is our own.
 *
 * @example one clip and one place with all costs 0: it stands for the place, or both are left out: 1/2 each
 */
export function align(costs: AlignmentCosts): Alignment {
  const [clips, places] = [costs.clipTimes.length, costs.placeTimes.length];
  /** Whether a place that is left out comes after a clip that shows nothing. */
  const after = (place: number, clip: number): boolean => costs.placeTimes[place]! >= costs.clipTimes[clip]!;
  const matches = Array.from({ length: clips }, (_, i) => {
    const { from, to } = costs.reach(i);
    return Float64Array.from({ length: Math.max(0, to - from) }, (_, k) => costs.match(i, from + k));
  });
  const width = (i: number): Row => {
    const [last, next] = [i > 0 ? costs.reach(i - 1) : null, i < clips ? costs.reach(i) : null];
    return new Row(last?.from ?? 0, next ? Math.max(last?.to ?? 0, next.to) : places);
  };
  const forward = Array.from({ length: clips + 1 }, (_, i) => width(i));
  forward[0]!.matched[0] = 0;
  for (let i = 0; i <= clips; i += 1) {
    const row = forward[i]!;
    const above = i > 0 ? forward[i - 1]! : null;
    const reach = i > 0 ? costs.reach(i - 1) : { from: 0, to: 0 };
    for (let j = row.from; j <= row.to; j += 1) {
      const k = j - row.from;
      if (above && j > reach.from && j <= reach.to && above.holds(j - 1))
        row.matched[k] = matches[i - 1]![j - 1 - reach.from]! + above.all(j - 1);
      if (above?.holds(j)) {
        const a = j - above.from;
        let came = logSum(above.matched[a]!, above.nothing[a]!);
        if (j > 0 && !after(j - 1, i - 1)) came = logSum(came, above.skipped[a]!);
        row.nothing[k] = costs.nothing(i - 1) + came;
      }
      if (k > 0) {
        let came = logSum(row.matched[k - 1]!, row.skipped[k - 1]!);
        if (i > 0 && after(j - 1, i - 1)) came = logSum(came, row.nothing[k - 1]!);
        row.skipped[k] = costs.skip(j - 1) + came;
      }
    }
  }
  const backward = Array.from({ length: clips + 1 }, (_, i) => width(i));
  for (let i = clips; i >= 0; i -= 1) {
    const row = backward[i]!;
    const below = i < clips ? backward[i + 1]! : null;
    const reach = i < clips ? costs.reach(i) : { from: 0, to: 0 };
    for (let j = row.to; j >= row.from; j -= 1) {
      const k = j - row.from;
      let match = i === clips && j === places ? 0 : NEVER;
      if (below && j >= reach.from && j < reach.to && below.holds(j + 1))
        match = logSum(match, matches[i]![j - reach.from]! + below.matched[j + 1 - below.from]!);
      const none = below?.holds(j) ? costs.nothing(i) + below.nothing[j - below.from]! : NEVER;
      const skip = j < row.to ? costs.skip(j) + row.skipped[k + 1]! : NEVER;
      // What may follow depends on what has come last.
      row.matched[k] = logSum(match, logSum(none, skip));
      row.skipped[k] = logSum(logSum(match, skip), j > 0 && i < clips && !after(j - 1, i) ? none : NEVER);
      row.nothing[k] = logSum(logSum(match, none), i > 0 && j < places && after(j, i - 1) ? skip : NEVER);
    }
  }
  const total = backward[0]!.matched[0]!;
  return {
    total,
    clips: Array.from({ length: clips }, (_, i) => {
      const { from, to } = costs.reach(i);
      const [row, then] = [forward[i + 1]!, backward[i + 1]!];
      let sum = 0;
      const shares = new Float64Array(Math.max(0, to - from));
      for (let p = from; p < to; p += 1) {
        if (!row.holds(p + 1)) continue;
        shares[p - from] = Math.exp(row.matched[p + 1 - row.from]! + then.matched[p + 1 - then.from]! - total);
        sum += shares[p - from]!;
      }
      return { from, places: shares, nothing: Math.max(0, 1 - sum) };
    }),
  };
}
