import { take } from '../body-height.ts';
import { LINE_VIEWS, OUR_DEFINITION, type PoseFigure } from '../figure.ts';
import { CONE_POINTS } from '../ground-marks.ts';
import type { Plane } from '../plane/four-marks.ts';
import { pointAt, type PointAt, type PointsAt } from '../point-at.ts';
import type { EventId } from '../../keyframes/events.ts';
import { sidePose } from '../pose-figure.ts';
import type { Position } from '../position.ts';

type Own = Parameters<typeof sidePose>[0];

/** A figure of a view in line with the target; + is the glove side. */
export const linePose = (own: Own): PoseFigure => sidePose({ views: LINE_VIEWS, ...own });

/** A figure of such a view that needs to know where on the ground a place of the picture lies. */
export const groundPose = (own: Own): PoseFigure =>
  linePose({
    source: `${OUR_DEFINITION} The ground from four cones: Hartley R, Zisserman A, Multiple View Geometry, 2nd ed., 4.1.`,
    ...own,
    needs: [...CONE_POINTS, ...own.needs],
  });

/** Where along a shoe the ankle stands over it, from heel to toe. Common proportion, no source. */
const ANKLE_ALONG = 0.25;

/** The heel and the toe of a shoe, where it stands. */
export const footAt = (event: EventId, side: 'front' | 'back'): readonly [PointAt, PointAt] => [
  pointAt(event, `${side}Heel`),
  pointAt(event, `${side}Toe`),
];

/** The place on the ground under the ankle of a standing foot. */
export function underAnkle(points: PointsAt, event: EventId, side: 'front' | 'back', plane: Plane): Position {
  const [heel, toe] = footAt(event, side).map((at) => plane.at(take(points, at))) as [Position, Position];
  return { x: heel.x + ANKLE_ALONG * (toe.x - heel.x), y: heel.y + ANKLE_ALONG * (toe.y - heel.y) };
}

/**
 * What a step to the right of the picture is on the ground at a place: how many metres a pixel is, and how far round from its place in line with the target the
 * camera stands, in radians, + where its picture leans to the target on the glove side. Along a row of a level camera everything is as far away as it is
 * there.
 */
export function alongRow(plane: Plane, at: Position, plus: 1 | -1): { readonly metresPerPixel: number; readonly turn: number } {
  const [from, to] = [plane.at({ x: at.x - 0.5, y: at.y }), plane.at({ x: at.x + 0.5, y: at.y })];
  const step = { x: plus * (to.x - from.x), y: plus * (to.y - from.y) };
  return { metresPerPixel: Math.hypot(step.x, step.y), turn: Math.atan2(step.x, step.y) };
}
