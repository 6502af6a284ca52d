import type { Estimate } from '../estimate/estimate.ts';
import type { FigureId } from '../figures/figure-ids.ts';
import { FIGURES } from '../figures/registry.ts';
import type { MeasuredFigures } from './what-changed.ts';
import { repeatability } from './repeatability.ts';

/** How alike a camper's deliveries are in one figure. */
export interface OwnSpread {
  readonly figure: FigureId;
  /** One a delivery in the order given; null where it is not measured. */
  readonly values: ReadonlyArray<Estimate | null>;
  /** Mean, with the standard deviation between his deliveries: the typical error (Hopkins). */
  readonly typical: Estimate;
  /** The typical error over the mean; null for a figure whose zero is no nothing (an angle, a place that can lie on either side). */
  readonly variation: number | null;
  /** True where the error of measuring alone is as large: then the films can not tell his deliveries apart. */
  readonly withinError: boolean;
}

/**
 * How far a camper's deliveries differ in some figures: the standard deviation between them, and the coefficient of variation where it makes sense
 * (Hopkins WG, Sports Med 2000;30:1-15). Figures that fewer than two deliveries have are left out.
 *
 * @param deliveries what is measured of each delivery of the set
 * @example ownSpread([first, second, third], ['stride'])[0]?.typical // 84 ± 2 % of height
 */
export function ownSpread(deliveries: readonly MeasuredFigures[], figures: readonly FigureId[]): OwnSpread[] {
  return figures.flatMap((figure): OwnSpread[] => {
    const values = deliveries.map((d) => d.get(figure) ?? null);
    const found = values.filter((v) => v !== null);
    const own = repeatability([found.map((v) => v.value)]);
    if (!own) return [];
    const mean = own.perCamper[0]!.mean!;
    const { unit } = found[0]!;
    const measuring = Math.sqrt(found.reduce((sum, v) => sum + v.sd ** 2, 0) / found.length);
    const fromNothing = unit !== 'degrees' && FIGURES[figure].bands.limits[0] === 0;
    return [
      {
        figure,
        values,
        typical: { value: mean, sd: own.withinSd, unit },
        variation: fromNothing && mean > 0 ? own.withinSd / mean : null,
        withinError: own.withinSd <= measuring,
      },
    ];
  });
}
