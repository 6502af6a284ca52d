import type { FigureId } from '../figure-ids.ts';
import { measurePose, type MeasuredPoints } from '../measure-pose.ts';
import type { PointAt } from '../point-at.ts';
import type { Position } from '../position.ts';
import { poseFigure } from '../registry.ts';

/** Target to the right, no lead of the ball. */
export const SIDE = { plus: 1 as const, ballLead: null };

/** A figure read off points that all carry the same error per axis, in pixels. */
export const measurePlaced = (id: FigureId, points: Partial<Record<PointAt, Position>>, sd = 2) =>
  measurePose(
    poseFigure(id)!,
    Object.fromEntries(Object.entries(points).map(([at, p]) => [at, { ...p!, sd }])) as MeasuredPoints,
    SIDE,
  ).reading;

/** The front leg at foot contact. */
export const frontLeg = (hip: Position, knee: Position, ankle: Position) => ({
  'contact.frontHip': hip,
  'contact.frontKnee': knee,
  'contact.frontAnkle': ankle,
});
