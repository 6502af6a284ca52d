import { formatEstimate, type Estimate } from '../estimate/estimate.ts';
import type { FigureId } from './figure-ids.ts';
import { FIGURES } from './registry.ts';

/**
 * A measured figure in words for a family, with its error: a sign becomes a direction. What is nothing to the last digit that its error leaves has none.
 *
 * @example phraseFigure('frontKneeChange', { value: -16, sd: 4, unit: 'degrees' }) // 'front knee bent 16 ± 4° further from landing to release'
 */
export function phraseFigure(figure: FigureId, estimate: Estimate): string {
  const { signed, name } = FIGURES[figure];
  const size = formatEstimate({ ...estimate, value: Math.abs(estimate.value) });
  if (!signed || Number.parseFloat(size) === 0) return `${name} ${formatEstimate(estimate)}`;
  return signed[estimate.value < 0 ? 1 : 0].replace('%', size);
}
