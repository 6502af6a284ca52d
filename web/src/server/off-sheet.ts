import type { Entry, Sheet } from '@stride-chalk/core';
import { Refusal } from './refusal.ts';

/** What of a level is not as the camp's sheet has it; null where all is. */
export function offSheet(
  entry: Pick<Extract<Entry, { kind: 'score' }>, 'checkpoint' | 'level' | 'faults'>,
  sheet: Sheet,
): Refusal | null {
  const checkpoint = sheet.checkpoints.find((c) => c.id === entry.checkpoint);
  if (!checkpoint) return new Refusal('unknown-checkpoint', `The camp's sheet has no checkpoint ${entry.checkpoint}.`);
  const strange = entry.faults.find((code) => !checkpoint.faults.some((f) => f.code === code));
  if (strange) return new Refusal('unknown-fault', `${strange} is not a fault of ${entry.checkpoint}.`);
  return entry.level === 'NV' && entry.faults.length > 0
    ? new Refusal('fault-not-visible', 'What was not visible cannot have a fault.')
    : null;
}
