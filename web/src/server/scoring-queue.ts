import type { StaffId } from '@stride-chalk/core';
import type { Camp } from './camps.ts';
import { tasksOf, type ScoringTask } from './scoring-tasks.ts';
import { hiddenToday } from './sittings.ts';

/** One thing that a coach has to score, as his queue shows it: what is hidden among it looks like a camper whom he scores second. */
export interface QueueItem extends Pick<ScoringTask, 'bib' | 'state' | 'levels'> {
  readonly kind: 'first' | 'second';
}

const stateOf = ({ done, of }: QueueItem['levels']): QueueItem['state'] => (done === 0 ? 'open' : done < of ? 'begun' : 'done');

/**
 * What a coach has to score, in the order of the bibs. Practice clips are hidden among it only where there is other work.
 *
 * @param tasks what `tasksOf` found
 */
export async function queueOf(camp: Camp, coachId: StaffId, tasks: readonly ScoringTask[]): Promise<QueueItem[]> {
  const own = tasks.map(
    ({ bib, kind, state, levels }): QueueItem => ({
      ...{ bib, kind: kind === 'first' ? 'first' : 'second', state, levels },
    }),
  );
  const hidden = own.length === 0 ? [] : await hiddenToday(camp, coachId);
  return [...own, ...hidden.map(({ bib, levels }): QueueItem => ({ bib, kind: 'second', state: stateOf(levels), levels }))].sort(
    (a, b) => a.bib - b.bib,
  );
}

/** The queue of a coach, asked for by itself. */
export const askQueue = async (camp: Camp, coachId: StaffId): Promise<QueueItem[]> =>
  queueOf(camp, coachId, await tasksOf(camp, coachId));

/** Whether there are levels to enter just now. */
const isOpenTask = (t: Pick<QueueItem, 'state'>): boolean => t.state === 'open' || t.state === 'begun';

/** What comes after a bib in the queue, round the bibs: the next that is not done; null for none. */
export function nextInQueue(queue: readonly QueueItem[], bib: number): QueueItem | null {
  const open = queue.filter((t) => isOpenTask(t) && t.bib !== bib);
  return open.find((t) => t.bib > bib) ?? open[0] ?? null;
}
