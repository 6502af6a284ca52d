import { formatEstimate, type Estimate } from '../estimate/estimate.ts';
import type { FigureId } from './figure-ids.ts';
import { FIGURES } from './registry.ts';

/**
 * A measured figure in words for a family, with its error: a sign becomes a direction.
 *
 * @example phraseFigure('frontKneeChange', { value: -16, sd: 4, unit: 'degrees' }) // 'front knee bent 16 ± 4° further from landing to release'
 */
export function phraseFigure(figure: FigureId, estimate: Estimate): string {
  const { signed, name } = FIGURES[figure];
  if (!signed) return `${name} ${formatEstimate(estimate)}`;
  return signed[estimate.value < 0 ? 1 : 0].replace('%', formatEstimate({ ...estimate, value: Math.abs(estimate.value) }));
}
