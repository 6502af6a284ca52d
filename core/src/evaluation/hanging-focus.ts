import type { Score } from '../levels/level.ts';
import { findEvaluation, type EvaluationInput } from './facts.ts';

/** The focus areas in their order, each with its main fault. */
const focusOf = (input: EvaluationInput): string =>
  findEvaluation(input)
    .chosen.map((c) => `${c.checkpoint} ${c.faults[0]?.code ?? ''}`)
    .join('|');

/**
 * The checkpoints on whose difference the focus of an evaluation hangs: with the levels that another coach has given there, a focus area or its main fault would
 * be another one.
 *
 * @param input what the evaluation is made of
 * @param others for each other coach the levels that he has given, of the deliveries of `input`; those that agree change nothing
 * @returns ids of checkpoints, in the order in which they were given
 * @example hangingFocus(input, [theOtherOnesScores]).includes('F2')
 */
export function hangingFocus(input: EvaluationInput, others: ReadonlyArray<readonly Score[]>): string[] {
  const now = focusOf(input);
  const hanging = new Set<string>();
  for (const own of others) {
    for (const checkpoint of new Set(own.map((s) => s.checkpoint))) {
      if (hanging.has(checkpoint)) continue;
      const instead = new Map(own.filter((s) => s.checkpoint === checkpoint).map((s) => [s.delivery, s]));
      const scores = input.scores.map((s) => (s.checkpoint === checkpoint ? (instead.get(s.delivery) ?? s) : s));
      if (focusOf({ ...input, scores }) !== now) hanging.add(checkpoint);
    }
  }
  return [...hanging];
}
