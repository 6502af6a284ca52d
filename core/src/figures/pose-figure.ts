import type { EventId } from '../keyframes/events.ts';
import { HEIGHT_SOURCE, bodyHeightPixels, SCALE_POINTS, take } from './body-height.ts';
import { ANGLE, JOINT, LINE_VIEWS, OUR_DEFINITION, PERCENT, SIDE_VIEWS, type Corner, type PoseFigure } from './figure.ts';
import { jointAngle } from './joint-angle.ts';
import { midpoint } from './position.ts';
import { pointAt, type PointAt, type PointsAt } from './point-at.ts';
import { POINTS, type PointId } from './point-ids.ts';
import { segmentTilt } from './segment-tilt.ts';

type Own = Pick<PoseFigure, 'id' | 'name' | 'definition'> & Partial<PoseFigure>;

/** A figure of a side view; what is left out is as most have it. */
export const sidePose = (own: Own & Pick<PoseFigure, 'needs' | 'unit' | 'bands' | 'value'>): PoseFigure => ({
  kind: 'pose',
  views: SIDE_VIEWS,
  wrap: null,
  needsBallLead: false,
  viewSd: 0,
  drawing: own.needs,
  signed: null,
  source: OUR_DEFINITION,
  ...own,
  needs: [...new Set(own.needs)],
});

/** A figure of a view in line with the target; + is the glove side. */
export const linePose = (own: Parameters<typeof sidePose>[0]): PoseFigure => sidePose({ views: LINE_VIEWS, ...own });

/** A length along the line or upwards as a share of body height. */
export const shareOfHeight = (own: Own & Pick<PoseFigure, 'needs'>, pixels: PoseFigure['value']): PoseFigure =>
  sidePose({
    unit: 'heightShare',
    bands: PERCENT,
    drawing: own.needs,
    source: `${OUR_DEFINITION} ${HEIGHT_SOURCE}`,
    ...own,
    needs: [...own.needs, ...SCALE_POINTS],
    value: (...read) => pixels(...read) / bodyHeightPixels(read[0]),
  });

/** The included angle of a joint: 180 is straight. */
export const jointFigure = (own: Own, event: EventId, a: PointId, vertex: PointId, b: PointId): PoseFigure => {
  const needs = [pointAt(event, a), pointAt(event, vertex), pointAt(event, b)] as const;
  return sidePose({
    unit: 'degrees',
    bands: JOINT,
    ...own,
    needs,
    value: (p) => jointAngle(take(p, needs[0]), take(p, needs[1]), take(p, needs[2]), [POINTS[a], POINTS[b]]),
  });
};

/** A segment from vertical, + when its upper end leans to the target; `sign` -1 turns that round. */
export const tiltFigure = (own: Own, event: EventId, from: PointId, to: PointId, sign: 1 | -1 = 1): PoseFigure =>
  sidePose({
    unit: 'degrees',
    bands: ANGLE,
    wrap: 360,
    ...own,
    needs: [pointAt(event, from), pointAt(event, to)],
    value: (p, t) => sign * segmentTilt(take(p, pointAt(event, from)), take(p, pointAt(event, to)), t),
  });

/** The middles of two lines of the body. */
export const hipsAt = (event: EventId): readonly [PointAt, PointAt] => [pointAt(event, 'frontHip'), pointAt(event, 'backHip')];
export const shouldersAt = (event: EventId): readonly [PointAt, PointAt] => [
  pointAt(event, 'throwingShoulder'),
  pointAt(event, 'gloveShoulder'),
];

/** The trunk, middle of the hips to middle of the shoulders, from vertical, + to the target. */
export const trunkFigure = (own: Own, event: EventId): PoseFigure => {
  const drawing: readonly Corner[] = [hipsAt(event), shouldersAt(event)];
  return sidePose({
    unit: 'degrees',
    bands: ANGLE,
    wrap: 360,
    drawing,
    ...own,
    needs: [...hipsAt(event), ...shouldersAt(event)],
    value: (p, t) => trunkTilt(p, event, t),
  });
};

/** How far the trunk leans to the target at a key frame, degrees. */
export function trunkTilt(p: PointsAt, event: EventId, towards: 1 | -1): number {
  const [[a, b], [c, d]] = [hipsAt(event), shouldersAt(event)];
  return segmentTilt(midpoint(take(p, a), take(p, b)), midpoint(take(p, c), take(p, d)), towards);
}
/** The head's centre ahead of the middle of the hips. */
export const headOverPelvis = (own: Own, event: EventId): PoseFigure =>
  shareOfHeight(
    { ...own, needs: [pointAt(event, 'head'), ...hipsAt(event)], drawing: [hipsAt(event), pointAt(event, 'head')] },
    (p, t) => {
      const [a, b] = hipsAt(event);
      return t * (take(p, pointAt(event, 'head')).x - midpoint(take(p, a), take(p, b)).x);
    },
  );

/** The front knee's angle at one key frame. */
export const frontKneeAt = (event: 'contact' | 'release') => {
  const needs = [pointAt(event, 'frontHip'), pointAt(event, 'frontKnee'), pointAt(event, 'frontAnkle')] as const;
  return {
    needs,
    value: (p: Parameters<PoseFigure['value']>[0]): number =>
      jointAngle(take(p, needs[0]), take(p, needs[1]), take(p, needs[2]), [POINTS.frontHip, POINTS.frontAnkle]),
  };
};
