import type { Seen } from '../levels/level.ts';
import { cohenKappa, type Kappa } from './cohen-kappa.ts';
import { meanWithLimits, type MeanWithLimits } from './mean-with-limits.ts';
import type { Undefined } from './ratings.ts';

/** One level that a coach gave on a practice clip, beside the reference. */
export interface PracticeJudgement {
  readonly checkpoint: string;
  readonly phase: string;
  readonly given: Seen;
  readonly reference: Seen;
}

/** How near somebody comes to the reference. */
export interface Nearness {
  /** Judgements in which both the coach and the reference could see it. */
  readonly judgements: number;
  readonly kappa: Kappa | Undefined;
  /** How many levels more the coach gives than the reference, on average; null for fewer than two judgements. */
  readonly bias: MeanWithLimits | null;
}

export interface Qualification extends Nearness {
  readonly phases: ReadonlyArray<Nearness & { readonly phase: string }>;
  readonly qualified: boolean;
  /** What is still missing, in plain words; empty for who is qualified. */
  readonly lacks: readonly string[];
}

/** What qualifies: set by the staff of camps, no published source. */
export const TO_QUALIFY = { judgements: 60, kappa: 0.6, bias: 0.5 } as const;
const LEVELS = [0, 1, 2, 3];

function nearness(judged: readonly PracticeJudgement[]): Nearness {
  const both = judged.flatMap(({ given, reference }) => (given === 'NV' || reference === 'NV' ? [] : [{ given, reference }]));
  return {
    judgements: both.length,
    kappa: cohenKappa(
      both.map((j) => j.given),
      both.map((j) => j.reference),
      { weights: 'quadratic', categories: LEVELS },
    ),
    bias: meanWithLimits(both.map((j) => j.given - j.reference)),
  };
}

/**
 * Whether a coach scores as the reference does: quadratic-weighted kappa of 0.60 at least, a mean bias of half a level at most, from 60 judgements or
 * more. What one of the two calls not visible is no judgement.
 *
 * @param judged his levels on practice clips with the reference, one for each checkpoint of a clip
 * @example qualification(judged).lacks // ['12 judgements more']
 */
export function qualification(judged: readonly PracticeJudgement[]): Qualification {
  const all = nearness(judged);
  const lacks: string[] = [];
  if (all.judgements < TO_QUALIFY.judgements) lacks.push(`${TO_QUALIFY.judgements - all.judgements} judgements more`);
  if (all.kappa.value === null) {
    if (all.judgements >= TO_QUALIFY.judgements) lacks.push(`a kappa: ${all.kappa.reason}`);
  } else if (all.kappa.value < TO_QUALIFY.kappa)
    lacks.push(`a kappa of ${TO_QUALIFY.kappa.toFixed(2)}, it is ${all.kappa.value.toFixed(2)}`);
  if (all.bias && Math.abs(all.bias.value) > TO_QUALIFY.bias)
    lacks.push(
      `a bias of half a level at most, it is ${Math.abs(all.bias.value).toFixed(2)} too ${all.bias.value < 0 ? 'low' : 'high'}`,
    );
  return {
    ...all,
    phases: [...new Set(judged.map((j) => j.phase))].map((phase) => ({
      phase,
      ...nearness(judged.filter((j) => j.phase === phase)),
    })),
    qualified: lacks.length === 0,
    lacks,
  };
}
