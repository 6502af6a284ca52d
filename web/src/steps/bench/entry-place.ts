import { eventName, POINTS, type Entry, type EventId, type PointId, type Sheet, type DeliveryId } from '@stride-chalk/core';
import { VIEW_NAMES } from '../../parts/view-names.ts';
import type { Film, Task } from './types.ts';

/** Where on the bench an entry is seen, and what it is in words. */
export interface EntryPlace {
  readonly task: Task;
  readonly deliveryId: DeliveryId | null;
  readonly event: EventId | null;
  readonly checkpoint: string | null;
  readonly words: string;
}

/** A film in words, as the staff say it. */
export const viewInWords = (
  film: Pick<Film, 'view' | 'deliveryId'>,
  deliveries: ReadonlyArray<{ readonly id: string; readonly number: number }>,
): string =>
  `${VIEW_NAMES[film.view].toLowerCase()}, delivery ${deliveries.find((d) => d.id === film.deliveryId)?.number ?? '?'}`;

interface Bench {
  readonly clips: readonly Film[];
  readonly deliveries: ReadonlyArray<{ readonly id: string; readonly number: number }>;
  readonly sheet: Sheet;
}

/**
 * Where an entry is seen: its task, delivery and place, and what it is, for the coach who takes it back.
 *
 * @example placeOf({ kind: 'score', ... }, bench).words // 'level 2 of “Base”, delivery 1'
 */
export function placeOf(entry: Entry, bench: Bench): EntryPlace {
  const numberOf = (id: string | undefined): string => `delivery ${bench.deliveries.find((d) => d.id === id)?.number ?? '?'}`;
  if (entry.kind === 'score' || entry.kind === 'unscore') {
    const name = bench.sheet.checkpoints.find((c) => c.id === entry.checkpoint)?.name ?? entry.checkpoint;
    const level = entry.kind === 'unscore' ? 'no level' : entry.level === 'NV' ? 'not visible' : `level ${entry.level}`;
    return {
      task: 'levels',
      deliveryId: entry.deliveryId,
      event: null,
      checkpoint: entry.checkpoint,
      words: `${level} of “${name}”, ${numberOf(entry.deliveryId)}`,
    };
  }
  const film = bench.clips.find((c) => c.id === entry.clipId);
  const view = film ? viewInWords(film, bench.deliveries) : 'a film';
  const event = entry.event as EventId;
  const common = { deliveryId: film?.deliveryId ?? null, event, checkpoint: null };
  if (entry.kind === 'mark' || entry.kind === 'unmark')
    return {
      ...common,
      task: 'keyFrames',
      words: `${entry.kind === 'mark' ? `frame ${entry.frame}` : 'no frame'} for “${eventName(event)}”, ${view}`,
    };
  return { ...common, task: 'figures', words: `the point “${POINTS[entry.point as PointId]}” at “${eventName(event)}”, ${view}` };
}

/** Whether a coach who looks at one task and delivery sees what an entry is about. Levels are seen in both ways of scoring. */
export function isSeen(place: EntryPlace, task: Task, deliveryId: DeliveryId | null): boolean {
  const same = place.task === task || (place.task === 'levels' && task === 'across');
  return same && (task === 'across' || place.deliveryId === null || place.deliveryId === deliveryId);
}
