import type { EventId } from '../keyframes/events.ts';
import type { FrameSpan } from '../keyframes/mark-time.ts';
import type { PointId } from './point-ids.ts';

/** Where a path turns: between which two key frames, of which joint, and which of its coordinates is least there (x counted towards the target). */
interface Turn {
  readonly between: readonly [EventId, EventId];
  readonly joint: PointId;
  readonly least: 'x' | 'y';
}

/** Points that lie where a path turns, and not on a key frame itself. */
const TURNS: Readonly<Partial<Record<PointId, Turn>>> = {
  headBack: { between: ['set', 'liftTop'], joint: 'head', least: 'x' },
  headHigh: { between: ['set', 'contact'], joint: 'head', least: 'y' },
  gloveHigh: { between: ['handsApart', 'contact'], joint: 'gloveWrist', least: 'y' },
};

/** How the path turns at a point; null for a point of a key frame. @example turnAt('headBack')?.joint // 'head' */
export const turnAt = (point: PointId): Turn | null => TURNS[point] ?? null;

/** The joint whose path turns at a point; the point itself where it is one of a key frame. @example jointOfTurn('headBack') // 'head' */
export const jointOfTurn = (point: PointId): PointId => TURNS[point]?.joint ?? point;

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
  const turn = TURNS[point];
  if (!turn) return null;
  const [from, to] = turn.between.map((event) => marks.find((m) => m.event === event)?.frame);
  return from === undefined || to === undefined || to < from ? null : { from, to };
}
/** @example isTurn('headBack') // true */
export const isTurn = (point: PointId): boolean => TURNS[point] !== undefined;
