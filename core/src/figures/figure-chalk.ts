import type { EventId } from '../keyframes/events.ts';
import type { FigureId } from './figure-ids.ts';
import { eventOf, type PointsAt } from './point-at.ts';
import { midpoint, type Position } from './position.ts';
import { FIGURES } from './registry.ts';

/**
 * The line that shows a measured figure on its frame, in pixels of the clip. The camera stands still, so a corner may come
 * from another key frame (a stride begins where the back foot stood at set). Empty when a point is missing.
 *
 * @example figureChalk('stride', { 'set.backAnkle': { x: 180, y: 500 }, 'contact.frontAnkle': { x: 580, y: 484 } })
 * // [{ x: 180, y: 500 }, { x: 580, y: 484 }]
 */
export function figureChalk(figure: FigureId, points: PointsAt): Position[] {
  const line = FIGURES[figure].drawing.map((corner): Position | null => {
    const [a, b] = (typeof corner === 'string' ? [corner, corner] : corner).map((at) => points[at]);
    return a && b ? midpoint(a, b) : null;
  });
  return line.every((p): p is Position => p !== null) ? line : [];
}

/** The key frame on which a figure is shown: that of the end of its line; null for a figure without points. */
export function figureMoment(figure: FigureId): EventId | null {
  const end = FIGURES[figure].drawing.at(-1);
  const at = typeof end === 'object' ? end[0] : end;
  return at === undefined ? null : eventOf(at);
}
