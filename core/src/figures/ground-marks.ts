import type { EventId } from '../keyframes/events.ts';
import type { ViewId } from '../sheet/shape.ts';
import { fourMarks, type Plane } from './plane/four-marks.ts';
import { pointAt, type PointAt, type PointsAt } from './point-at.ts';
import type { PointId } from './point-ids.ts';
import type { Position } from './position.ts';
import { take } from './body-height.ts';

/**
 * Where the four cones of a mound stand, in metres from the middle of the rubber: x to the target, y to the glove side. A rectangle laid with a tape, its short
 * side through the rubber. Our own convention.
 */
export const CONE_LENGTH = 1.8;
export const CONE_WIDTH = 1.5;
const CONES: Readonly<Partial<Record<PointId, Position>>> = {
  coneRubberThrowing: { x: 0, y: -CONE_WIDTH / 2 },
  coneRubberGlove: { x: 0, y: CONE_WIDTH / 2 },
  coneAheadGlove: { x: CONE_LENGTH, y: CONE_WIDTH / 2 },
  coneAheadThrowing: { x: CONE_LENGTH, y: -CONE_WIDTH / 2 },
};
const CORNERS = Object.keys(CONES) as PointId[];

/** The cones as points of a film. They stand still, so they are placed once, on the frame of the set. */
export const CONE_POINTS: readonly PointAt[] = CORNERS.map((id) => pointAt('set', id));

/** @example isGroundMark('coneAheadGlove') // true */
export const isGroundMark = (point: PointId): boolean => CONES[point] !== undefined;

/**
 * The ground as a camera sees it, from its four cones.
 *
 * @throws RangeError naming a cone that is missing, or where three of them lie on one line
 */
export const groundOf = (points: PointsAt): Plane =>
  fourMarks(CONE_POINTS.map((at, i) => ({ from: take(points, at), to: CONES[CORNERS[i]!]! })));

/**
 * How far apart the cones stand in x alone, in pixels: across, beside the rubber and further ahead, and along, in the middle. Along a row of the picture the slope of a mound looks like a turn of the
 * camera, so what tells a turn looks at x.
 *
 * @param plus which way in x + lies
 * @throws RangeError naming a cone that is missing
 */
export function coneSpans(
  points: PointsAt,
  plus: 1 | -1,
): { readonly rubber: number; readonly ahead: number; readonly along: number } {
  const [rubberThrowing, rubberGlove, aheadGlove, aheadThrowing] = CONE_POINTS.map((at) => plus * take(points, at).x) as [
    number,
    number,
    number,
    number,
  ];
  return {
    rubber: rubberGlove - rubberThrowing,
    ahead: aheadGlove - aheadThrowing,
    along: (aheadGlove + aheadThrowing - rubberGlove - rubberThrowing) / 2,
  };
}

/** What is known of a film's camera position: who looks the same way on the same day into pictures of the same size. */
interface Filmed {
  readonly id: string;
  readonly view: ViewId;
  /** The day on which it was filmed. */
  readonly filmedOn: string;
  readonly width: number;
  readonly height: number;
}

/**
 * The cones of a film: its own, and for each that it lacks that of another film of the same view, day and size. A set is filmed from one place, so they are
 * marked once a camera position.
 *
 * @param films all films of the set
 * @param points everything that was placed in them
 */
export function groundMarksFor<P extends { readonly clipId: string; readonly event: EventId; readonly point: PointId }>(
  film: Filmed,
  films: readonly Filmed[],
  points: readonly P[],
): P[] {
  const alike = films.filter(
    (f) => f.view === film.view && f.filmedOn === film.filmedOn && f.width === film.width && f.height === film.height,
  );
  return CORNERS.flatMap((id) => {
    const all = points.filter((p) => p.point === id && p.event === 'set');
    const own = all.find((p) => p.clipId === film.id);
    const other = alike.flatMap((f) => all.filter((p) => p.clipId === f.id));
    return [own, ...other].filter((p) => p !== undefined).slice(0, 1);
  });
}

/**
 * What figures are read from in a film: what was placed in it, and the cones of its camera position.
 *
 * @example pointsOfFilm(film, films, points)
 */
export const pointsOfFilm = <P extends { readonly clipId: string; readonly event: EventId; readonly point: PointId }>(
  film: Filmed,
  films: readonly Filmed[],
  points: readonly P[],
): P[] => [...points.filter((p) => p.clipId === film.id && !isGroundMark(p.point)), ...groundMarksFor(film, films, points)];
