import type { Estimate } from '../estimate/estimate.ts';
import { fQuantile } from '../estimate/f-quantile.ts';
import { CHILD_FIGURE_IDS, type FigureId } from '../figures/figure-ids.ts';
import { repeatability } from './repeatability.ts';

/** What is measured of one delivery. */
export type MeasuredFigures = ReadonlyMap<FigureId, Estimate>;

/** One figure before and after. */
export interface FigureChange {
  readonly figure: FigureId;
  /** Means over the deliveries that have it; `sd` is the error of the mean. */
  readonly before: Estimate;
  readonly after: Estimate;
  /** After less before. */
  readonly change: Estimate;
  /** In how many deliveries it is measured, before and after. */
  readonly deliveries: readonly [number, number];
  /** The smallest change that is more than chance with 95 %, in the unit of the figure. */
  readonly detectable: number;
  /** The change is larger than that. */
  readonly more: boolean;
  /** False where no day has two deliveries with this figure: then only the error of measuring is known, not how far his own deliveries differ. */
  readonly ownSpreadKnown: boolean;
}

const mean = (of: readonly number[]): number => of.reduce((a, b) => a + b, 0) / of.length;
/** Two-sided 95 % of the normal distribution. */
const NORMAL = 1.959964;
/** Two-sided 95 % of Student's t: the root of F with one degree of freedom above. */
const student = (freedom: number): number => Math.sqrt(fQuantile(0.95, 1, freedom));

/**
 * What changed in a camper from one set of deliveries to another, figure by figure, in the order of the delivery. A change counts as more than the error
 * when it is larger than the smallest detectable change: t times the error of one delivery times root(1/before + 1/after). The error of one
 * delivery is this camper's own spread within a day, over all his days (Weir JP, J Strength Cond Res 2005;19:231-240: 1.96 root(2) SEM for one
 * delivery each; Hopkins WG, Sports Med 2000;30:1-15: t in place of 1.96 where there are few), and never less than the error of measuring, which
 * is in it. Where no day has two deliveries, the error of measuring stands alone, and the answer says so. An error of the camera that is the same
 * in both sets cancels.
 *
 * @param before deliveries of the earlier set, `after` those of the later one; one each at least
 * @param days all deliveries of the camper, day by day, the same maps as in `before` and `after`: how far his own deliveries differ. Two deliveries of
 *   one day that are compared with each other say nothing of that; a third one of the day does
 * @returns figures that are measured in both
 * @throws RangeError when one of the sets is empty
 * @example whatChanged([first], [later], [[first], [later]])[0]?.more // true
 */
export function whatChanged(
  before: readonly MeasuredFigures[],
  after: readonly MeasuredFigures[],
  days: ReadonlyArray<readonly MeasuredFigures[]>,
): FigureChange[] {
  if (before.length === 0 || after.length === 0) throw new RangeError('whatChanged: one delivery each at least');
  /** A day that holds nothing beside what is compared can not say how far his deliveries differ anyway. */
  const nobodyElse = (day: readonly MeasuredFigures[], figure: FigureId): boolean =>
    day.every((d) => !d.has(figure) || before.includes(d) || after.includes(d));
  return CHILD_FIGURE_IDS.flatMap((figure): FigureChange[] => {
    const of = (set: readonly MeasuredFigures[]): Estimate[] => set.flatMap((d) => d.get(figure) ?? []);
    const [one, two] = [of(before), of(after)];
    if (one.length === 0 || two.length === 0) return [];
    const { unit } = one[0]!;
    const measuring = Math.sqrt(mean([...one, ...two].map((e) => e.sd ** 2)));
    const byDay = days
      .filter((day) => !(day.some((d) => before.includes(d)) && day.some((d) => after.includes(d)) && nobodyElse(day, figure)))
      .map((day) => of(day).map((e) => e.value));
    const own = repeatability(byDay);
    const error = Math.max(measuring, own?.withinSd ?? 0);
    const freedom = byDay.reduce((sum, day) => sum + Math.max(0, day.length - 1), 0);
    // Where measuring alone says more than his own spread, its error is known as well as any.
    const sure = own && own.withinSd > measuring ? student(freedom) : NORMAL;
    const spread = error * Math.sqrt(1 / one.length + 1 / two.length);
    const [from, to] = [mean(one.map((e) => e.value)), mean(two.map((e) => e.value))];
    const detectable = sure * spread;
    return [
      {
        figure,
        before: { value: from, sd: error / Math.sqrt(one.length), unit },
        after: { value: to, sd: error / Math.sqrt(two.length), unit },
        change: { value: to - from, sd: spread, unit },
        deliveries: [one.length, two.length],
        detectable,
        more: Math.abs(to - from) > detectable,
        ownSpreadKnown: own !== null,
      },
    ];
  });
}
