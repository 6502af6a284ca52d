import type { Estimate } from '../estimate/estimate.ts';
import type { FigureId } from '../figures/figure-ids.ts';
import { figureLimits } from '../figures/registry.ts';
import { inBandUnits } from './in-band-units.ts';
import { suggestLevel, type LevelBand, type LevelSuggestion } from './suggest-level.ts';

/**
 * The level that a measured figure suggests under a band of the sheet, in the band's own units and within the limits of the figure.
 *
 * @param estimate as it was measured; without a unit it is in the units of the band already
 * @example suggestForFigure({ value: 0.97, sd: 0.03, unit: 'ratio' }, band)?.level // 3
 */
export function suggestForFigure(
  estimate: Estimate | { readonly value: number; readonly sd: number },
  band: (LevelBand & { readonly figure: FigureId }) | null,
): LevelSuggestion | null {
  if (band === null) return null;
  return suggestLevel('unit' in estimate ? inBandUnits(estimate) : estimate, band, figureLimits(band.figure));
}
