import { formatEstimate, type Estimate } from '../estimate/estimate.ts';
import type { FigureId } from './figure-ids.ts';
import { recipeOf } from './recipes.ts';

/** Figures whose sign is a direction: what to say for a positive and for a negative value. */
const SIGNED: Readonly<Partial<Record<FigureId, readonly [string, string]>>> = {
  baseWidth: ['feet % of the shoulder width apart', 'feet % of the shoulder width crossed'],
  frontKneeChange: ['front knee straightened %', 'front knee bent % further from landing to release'],
  gloveHeightContact: ['glove % above the shoulders at landing', 'glove % below the shoulders at landing'],
  trunkContact: ['trunk % towards the target at landing', 'trunk % back at landing'],
  trunkRelease: ['trunk % forward at release', 'trunk % back at release'],
  pelvisAhead: ['hips % ahead of the back ankle at the top', 'hips % behind the back ankle at the top'],
  frontShinContact: ['front knee % behind the ankle at landing', 'front knee % past the ankle at landing'],
  forearmContact: ['forearm % up at landing', 'forearm % below level at landing'],
  headDrop: ['head dropped %', 'head rose %'],
  ballAheadRelease: ['ball let go % ahead of the front ankle', 'ball let go % behind the front ankle'],
};

/**
 * A measured figure in words for a family, with its error: a sign becomes a direction.
 *
 * @example phraseFigure('frontKneeChange', { value: -16, sd: 4, unit: 'degrees' }) // 'front knee bent 16 ± 4° further from landing to release'
 */
export function phraseFigure(figure: FigureId, estimate: Estimate): string {
  const signed = SIGNED[figure];
  if (!signed) return `${recipeOf(figure)?.name ?? figure} ${formatEstimate(estimate)}`;
  return signed[estimate.value < 0 ? 1 : 0].replace('%', formatEstimate({ ...estimate, value: Math.abs(estimate.value) }));
}
