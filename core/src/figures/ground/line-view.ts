import { take } from '../body-height.ts';
import { OUR_DEFINITION, type PoseFigure } from '../figure.ts';
import { GROUND_POINTS, groundScale, type GroundLayout } from '../ground-marks.ts';
import type { Plane } from '../plane/four-marks.ts';
import { pointAt, type PointAt, type PointsAt } from '../point-at.ts';
import type { EventId } from '../../keyframes/events.ts';
import { linePose } from '../pose-figure.ts';
import type { Position } from '../position.ts';

type Own = Parameters<typeof linePose>[0];

/** A figure of a view in line with the target that needs to know where on the ground a place of the picture lies. */
export const groundPose = (own: Own): PoseFigure =>
  linePose({
    source: `${OUR_DEFINITION} The ground from four marks: Hartley R, Zisserman A, Multiple View Geometry, 2nd ed., 4.1.`,
    ...own,
    needs: [...GROUND_POINTS, ...own.needs],
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
 * How a camera in line with the target sees what lies across, from how far apart its marks lie in x.
 *
 * @param plus which way in x the glove side lies
 * @returns how far round from its place the camera stands, in radians, + where what is nearer to the target lies further to the glove side in the picture; and how many metres square to its
 * sight a pixel is, so many metres ahead of the rubber (what is further away is smaller: Hartley and Zisserman, 6.1)
 */
export function acrossView(
  points: PointsAt,
  plus: 1 | -1,
  layout: GroundLayout,
): { readonly turn: number; metresPerPixel(ahead: number): number } {
  const { rubber, ahead, along } = groundScale(points, plus, layout);
  const turn = Math.atan2(along, (rubber + ahead) / 2);
  return {
    turn,
    metresPerPixel: (metres) => {
      const share = metres / layout.length;
      return Math.cos(turn) * ((1 - share) / rubber + share / ahead);
    },
  };
}
