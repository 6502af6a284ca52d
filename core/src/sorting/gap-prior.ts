/** How many throws may be missing in a gap between two that were told. */
const MOST = 2;

/** What is usual of told throws: how often one is not told, and how far apart throws of one visit are. */
export interface TellingHabits {
  /** Share of throws that nobody has told. */
  readonly untold: number;
  /** Usual time between two throws of a visit, in milliseconds, and the spread of its logarithm. */
  readonly between: number;
  readonly spread: number;
}

/** How probable it is that a gap holds at least one, and at least two, throws that nobody has told. */
export interface GapPrior {
  readonly one: number;
  readonly two: number;
}

/** How probable it is that so many throws were thrown where so many were planned. Our own figures, no source: coaches keep to the number four times out of five. */
const planned = (thrown: number, plan: number | null): number =>
  plan === null ? 1 : ([0.84, 0.07, 0.01][Math.abs(thrown - plan)] ?? 0.001);

/** Density of the time that k + 1 intervals of a visit take: log-normal, their spread shrinking with their number. */
function intervals(milliseconds: number, missing: number, { between, spread }: TellingHabits): number {
  const sd = spread / Math.sqrt(missing + 1);
  const z = Math.log(milliseconds / ((missing + 1) * between)) / sd;
  // A pause happens: a share of the intervals is longer than any habit.
  return 0.95 * (Math.exp((-z * z) / 2) / (milliseconds * sd * Math.sqrt(2 * Math.PI))) + 0.05 / (20 * between);
}

/**
 * Where a visit may hold throws that nobody has told: before the first told one, in each gap, after the last. From how many were planned, how many are told, and how long each gap is against the usual one. Every
 * way to spread up to two missing throws over each gap is weighed (sums by convolution, so that thirty throws cost no more than a few).
 *
 * @param told when the throws of the visit were told, in order, milliseconds
 * @param plan how many were planned; null where no plan says
 * @returns told.length + 1 priors, the first before the first told throw
 * @example gapPriors([0, 30e3, 90e3], 4, { untold: 0.1, between: 30e3, spread: 0.2 })[2].one // close to 1: the gap is twice as long, and one is missing
 */
export function gapPriors(told: readonly number[], plan: number | null, habits: TellingHabits): GapPrior[] {
  const gaps = Array.from({ length: told.length + 1 }, (_, g) => {
    const inner = g > 0 && g < told.length;
    const length = inner ? Math.max(1000, told[g]! - told[g - 1]!) : 0;
    return Array.from({ length: MOST + 1 }, (_, m) => habits.untold ** m * (inner ? intervals(length, m, habits) : 1));
  });
  const before: number[][] = [[1]];
  for (const gap of gaps) before.push(convolve(before.at(-1)!, gap));
  let behind = [1];
  const priors: GapPrior[] = [];
  for (let g = gaps.length - 1; g >= 0; g -= 1) {
    const others = convolve(before[g]!, behind);
    const weights = gaps[g]!.map(
      (w, m) => w * others.reduce((sum, rest, k) => sum + rest * planned(told.length + k + m, plan), 0),
    );
    const all = weights.reduce((a, b) => a + b, 0);
    priors[g] = { one: (weights[1]! + weights[2]!) / all, two: weights[2]! / all };
    behind = convolve(gaps[g]!, behind);
  }
  return priors;
}

/** Weights by the number missing, of two independent parts together; scaled so that long visits stay in range. */
function convolve(a: readonly number[], b: readonly number[]): number[] {
  const sums = Array<number>(a.length + b.length - 1).fill(0);
  for (const [i, x] of a.entries()) for (const [j, y] of b.entries()) sums[i + j]! += x * y;
  const most = Math.max(...sums);
  return sums.map((s) => s / most);
}
