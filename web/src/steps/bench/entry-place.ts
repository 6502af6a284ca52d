import {
  eventName,
  POINTS,
  type ClipId,
  type DeliveryId,
  type Entry,
  type EventId,
  type PointId,
  type Shape,
  type Sheet,
  type Stroke,
} from '@stride-chalk/core';
import { VIEW_NAMES } from '../../parts/view-names.ts';
import type { Film, Task } from './types.ts';

/** Where on the bench an entry is seen, and what it is in words. */
export interface EntryPlace {
  /** The task in which it is seen; null for what is seen in each. */
  readonly task: Task | null;
  readonly deliveryId: DeliveryId | null;
  readonly event: EventId | null;
  readonly checkpoint: string | null;
  /** The one frame on which it is seen; null for what is not drawn on one. */
  readonly at: { readonly clipId: ClipId; readonly frame: number } | null;
  readonly words: string;
}

const SHAPE_WORDS: Readonly<Record<Shape, string>> = {
  line: 'a line',
  arrow: 'an arrow',
  ring: 'a ring',
  angle: 'an angle',
  label: 'a label',
  freehand: 'a freehand line',
};
/** A drawing in words. */
export const strokeInWords = ({ shape, text }: Pick<Stroke, 'shape' | 'text'>): string =>
  text === null ? SHAPE_WORDS[shape] : `the label “${text}”`;

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
      at: null,
      words: `${level} of “${name}”, ${numberOf(entry.deliveryId)}`,
    };
  }
  const film = bench.clips.find((c) => c.id === entry.clipId);
  const view = film ? viewInWords(film, bench.deliveries) : 'a film';
  const deliveryId = film?.deliveryId ?? null;
  if (entry.kind === 'stroke' || entry.kind === 'unstroke') {
    const { clipId, frame } = entry;
    const what = entry.kind === 'unstroke' ? 'a drawing' : strokeInWords(entry);
    return {
      task: null,
      deliveryId,
      event: null,
      checkpoint: null,
      at: { clipId, frame },
      words: `${what} on frame ${frame}, ${view}`,
    };
  }
  const event = entry.event as EventId;
  const common = { deliveryId, event, checkpoint: null, at: null };
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
  const same = place.task === null || place.task === task || (place.task === 'levels' && task === 'across');
  return same && (task === 'across' || place.deliveryId === null || place.deliveryId === deliveryId);
}
