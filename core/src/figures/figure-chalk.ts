import type { EventId } from '../keyframes/events.ts';
import type { FigureId } from './figure-ids.ts';
import { midpoint, type Point } from './point.ts';
import { recipeOf, type PointAt, type PointsAt } from './recipes.ts';

/** A corner of a chalk line: a point, or the middle of two. */
type Corner = PointAt | readonly [PointAt, PointAt];

const HIPS = (event: 'liftTop' | 'contact' | 'release'): Corner => [`${event}.frontHip`, `${event}.backHip`];
const SHOULDERS = (event: 'contact' | 'release'): Corner => [`${event}.throwingShoulder`, `${event}.gloveShoulder`];

/** The line that shows a figure, where it is not simply through the figure's points in their order. */
const LINES: Readonly<Partial<Record<FigureId, readonly Corner[]>>> = {
  baseWidth: ['set.backAnkle', 'set.frontAnkle'],
  pelvisAhead: ['liftTop.backAnkle', HIPS('liftTop')],
  stride: ['set.backAnkle', 'contact.frontAnkle'],
  footOpensShare: ['set.backAnkle', 'footOpens.frontAnkle'],
  legSpread: ['contact.frontKnee', 'contact.frontHip', 'contact.backHip', 'contact.backKnee'],
  headDrop: ['set.head', 'contact.head'],
  trunkContact: [HIPS('contact'), SHOULDERS('contact')],
  trunkRelease: [HIPS('release'), SHOULDERS('release')],
  gloveHeightContact: [SHOULDERS('contact'), 'contact.glove'],
  frontKneeChange: ['release.frontHip', 'release.frontKnee', 'release.frontAnkle'],
  ballAheadRelease: ['release.frontAnkle', 'release.ball'],
};

const cornersOf = (figure: FigureId): readonly Corner[] => LINES[figure] ?? recipeOf(figure)?.needs ?? [];

/**
 * The line that shows a measured figure on its frame, in pixels of the clip. The camera stands still, so a corner may come
 * from another key frame (a stride begins where the back foot stood at set). Empty when a point is missing.
 *
 * @example figureChalk('stride', { 'set.backAnkle': { x: 180, y: 500 }, 'contact.frontAnkle': { x: 580, y: 484 } })
 * // [{ x: 180, y: 500 }, { x: 580, y: 484 }]
 */
export function figureChalk(figure: FigureId, points: PointsAt): Point[] {
  const line = cornersOf(figure).map((corner): Point | null => {
    const [a, b] = (typeof corner === 'string' ? [corner, corner] : corner).map((at) => points[at]);
    return a && b ? midpoint(a, b) : null;
  });
  return line.every((p): p is Point => p !== null) ? line : [];
}

/** The key frame on which a figure is shown: that of the end of its line; null for a figure without points. */
export function figureMoment(figure: FigureId): EventId | null {
  const end = cornersOf(figure).at(-1);
  const at = typeof end === 'object' ? end[0] : end;
  return (at?.split('.')[0] as EventId | undefined) ?? null;
}
