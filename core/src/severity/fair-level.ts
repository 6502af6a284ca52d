import type { FacetFit } from './facet-fit.ts';
import { at, scaleOf } from './rating-scale.ts';

/** The expected level at a location. */
function expectedAt(fit: Pick<FacetFit, 'levels' | 'steps'>, location: number): number {
  const scale = scaleOf(fit.steps);
  at(scale, location);
  return fit.levels.reduce((sum, level, k) => sum + level * scale.probability[k]!, 0);
}

/**
 * The level that a camper could expect at a checkpoint from a coach of mean severity; null where the camper or the checkpoint was set aside.
 *
 * @throws RangeError for a camper or checkpoint that the fit does not know
 * @example fairLevel(fit, 'camper', 'F2') // 1.8
 */
export function fairLevel(fit: FacetFit, camper: string, checkpoint: string): number | null {
  const [who, what] = [fit.campers[camper], fit.checkpoints[checkpoint]];
  if (!who) throw new RangeError(`the fit has no camper ${camper}`);
  if (!what) throw new RangeError(`the fit has no checkpoint ${checkpoint}`);
  return who.measure === null || what.measure === null ? null : expectedAt(fit, who.measure - what.measure);
}

/**
 * How many levels more a coach of mean severity would be expected to give than this one, to this camper at this checkpoint; below 0 for a mild coach. Null where
 * one of the three has no measure, or is not known to the fit.
 *
 * @example 2 + fairShift(fit, { camper: 'a', coach: 'dario', checkpoint: 'F2' })! // 2.3: what his 2 is worth
 */
export function fairShift(
  fit: FacetFit,
  { camper, coach, checkpoint }: { readonly camper: string; readonly coach: string; readonly checkpoint: string },
): number | null {
  const [who, by, what] = [fit.campers[camper]?.measure, fit.coaches[coach]?.measure, fit.checkpoints[checkpoint]?.measure];
  if (who == null || by == null || what == null) return null;
  return expectedAt(fit, who - what) - expectedAt(fit, who - what - by);
}

/** Two-sided 95 % of a normal distribution. */
const Z95 = 1.959963984540054;

export interface SeverityInLevels {
  /** How many levels less than from a coach of mean severity, on average over campers and checkpoints; + is strict. */
  readonly value: number;
  readonly lower: number;
  readonly upper: number;
}

/**
 * A coach's severity in levels, with 95 % limits: what his severity takes from the expected level, averaged over all campers and checkpoints that have a
 * measure. Null for a coach who was set aside.
 *
 * @throws RangeError for a coach whom the fit does not know
 * @example severityInLevels(fit, 'dario') // { value: 0.21, lower: 0.08, upper: 0.33 }: he gives a fifth of a level less
 */
export function severityInLevels(fit: FacetFit, coach: string): SeverityInLevels | null {
  const who = fit.coaches[coach];
  if (!who) throw new RangeError(`the fit has no coach ${coach}`);
  const { measure, standardError } = who;
  if (measure === null || standardError === null) return null;
  const measured = (facet: FacetFit['campers']): number[] =>
    Object.values(facet).flatMap((m) => (m.measure === null ? [] : [m.measure]));
  const [campers, checkpoints] = [measured(fit.campers), measured(fit.checkpoints)];
  const scale = scaleOf(fit.steps);
  const level = (location: number): number => {
    at(scale, location);
    return fit.levels.reduce((sum, l, k) => sum + l * scale.probability[k]!, 0);
  };
  const taken = (severity: number): number => {
    let sum = 0;
    for (const b of campers) for (const d of checkpoints) sum += level(b - d) - level(b - d - severity);
    return sum / (campers.length * checkpoints.length);
  };
  return { value: taken(measure), lower: taken(measure - Z95 * standardError), upper: taken(measure + Z95 * standardError) };
}

/** The least judgements that a coach has to share before his severity changes anything. Our own, no source. */
export const LEAST_SHARED = 30;

/**
 * True when a coach's severity is sure enough to judge habits by fair levels: its 95 % interval excludes 0, and he shares at least 30 judgements.
 *
 * @example isSevere(fit, 'dario') // true
 */
export function isSevere(fit: FacetFit, coach: string): boolean {
  const who = fit.coaches[coach];
  if (!who || who.measure === null || who.standardError === null) return false;
  return Math.abs(who.measure) > Z95 * who.standardError && (fit.shared[coach] ?? 0) >= LEAST_SHARED;
}
