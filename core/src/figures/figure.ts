import type { Unit } from '../estimate/estimate.ts';
import type { EventId } from '../keyframes/events.ts';
import type { ViewId } from '../sheet/shape.ts';
import type { FigureId } from './figure-ids.ts';
import type { GroundLayout } from './ground-marks.ts';
import type { PointAt, PointsAt } from './point-at.ts';

/** A corner of a chalk line: a point, or the middle of two. */
export type Corner = PointAt | readonly [PointAt, PointAt];
/** The units in which the sheet states bands. */
type BandUnit = 'percent' | 'degrees' | 'milliseconds' | 'centimetres' | 'milesPerHour';
/** Between which values, in the units of its bands, body or arithmetic lets a figure lie; null for an end without a limit. */
export type Limits = readonly [number | null, number | null];

interface Definition {
  readonly id: FigureId;
  readonly name: string;
  /** What it is, in one sentence, with its sign. */
  readonly definition: string;
  /** Views in which it can be read, the best first. */
  readonly views: readonly ViewId[];
  readonly unit: Unit;
  readonly bands: { readonly unit: BandUnit; readonly limits: Limits };
  /** The line that shows it; its end lies on the key frame on which it is shown. */
  readonly drawing: readonly Corner[];
  /** What to say to a family for a positive and for a negative value, where the sign is a direction; `%` stands for the number. */
  readonly signed: readonly [string, string] | null;
  readonly source: string;
}

/** Read from points of still key frames of one view. */
export interface PoseFigure extends Definition {
  readonly kind: 'pose';
  readonly needs: readonly PointAt[];
  /** The period of an angle that goes all the way round, in degrees; null for every other figure. */
  readonly wrap: number | null;
  /** True when it also needs where between two frames the ball left the hand: see `ballLead`. */
  readonly needsBallLead: boolean;
  /** One standard deviation of what the view itself leaves open, beside the placing of its points; 0 where that is less than the placing. */
  readonly viewSd: number;
  /**
   * @param plus which way in x + lies: the target from a side, the glove side from front and rear
   * @param ballLead how far from `ball` to `ballLater` the ball was let go; 0 where that is not asked
   * @param layout how the marks of the ground lie, for what is measured on it
   * @throws RangeError naming a missing, non-finite or coinciding point
   */
  value(points: PointsAt, plus: 1 | -1, ballLead: number, layout: GroundLayout): number;
}

/** A time between key frames, or a share of one, from whichever view has them all. */
export interface TimeFigure extends Definition {
  readonly kind: 'time';
  readonly needs: readonly EventId[];
  /** True when it also needs how far the ball flies. */
  readonly needsFlight: boolean;
  /**
   * @param at when a key frame happened, in seconds
   * @param flies metres from release to catch; 0 where that is not asked
   */
  value(at: (event: EventId) => number, flies: number): number;
}

export type Figure = PoseFigure | TimeFigure;

/** The views from the side, in which the plane of the line is seen. */
export const SIDE_VIEWS = ['openSide', 'closedSide'] as const satisfies readonly ViewId[];
/** The views in line with the target, in which what lies across the line is seen. */
export const LINE_VIEWS = ['front', 'rear'] as const satisfies readonly ViewId[];
export const ANY_VIEW = ['openSide', 'closedSide', 'front', 'rear'] as const satisfies readonly ViewId[];
export const JOINT = { unit: 'degrees', limits: [0, 180] } as const;
export const ANGLE = { unit: 'degrees', limits: [null, null] } as const;
export const PERCENT = { unit: 'percent', limits: [null, null] } as const;
export const PERCENT_FROM_0 = { unit: 'percent', limits: [0, null] } as const;
/** The sheet's own words for what is measured. */
export const OUR_DEFINITION = 'Our own definition, as the bands of the sheet have it.';
