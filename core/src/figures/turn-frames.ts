import type { EventId } from '../keyframes/events.ts';
import type { FrameSpan } from '../keyframes/mark-time.ts';
import type { PointId } from './point-ids.ts';

/** Points that lie where a path turns, between two key frames, and not on a key frame itself. */
const TURNS: Readonly<Partial<Record<PointId, readonly [EventId, EventId]>>> = {
  headBack: ['set', 'liftTop'],
  headHigh: ['set', 'contact'],
  gloveHigh: ['handsApart', 'contact'],
};

/**
 * Between which frames a point lies whose own frame is where its path turns; null for a point of a key frame, and while one of its two key frames
 * is not marked.
 *
 * @example turnFrames('headBack', [{ event: 'set', frame: 40, frameTo: null }, { event: 'liftTop', frame: 110, frameTo: null }]) // { from: 40, to: 110 }
 */
export function turnFrames(
  point: PointId,
  marks: ReadonlyArray<FrameSpan & { readonly event: EventId }>,
): { readonly from: number; readonly to: number } | null {
  const between = TURNS[point];
  if (!between) return null;
  const [from, to] = between.map((event) => marks.find((m) => m.event === event)?.frame);
  return from === undefined || to === undefined || to < from ? null : { from, to };
}
/** @example isTurn('headBack') // true */
export const isTurn = (point: PointId): boolean => TURNS[point] !== undefined;
