import type { EventId } from '../keyframes/events.ts';
import type { ViewId } from '../sheet/shape.ts';
import { fourMarks, type Plane } from './plane/four-marks.ts';
import { pointAt, type PointAt, type PointsAt } from './point-at.ts';
import type { PointId } from './point-ids.ts';
import type { Position } from './position.ts';
import { take } from './body-height.ts';

/**
 * How the four marks of a camp's ground lie, in metres: a pair at the rubber and a pair further on towards the plate, each square to the line and as far on its throwing as on its glove side. Cones, the corners of
 * rubber and plate, the ends of two lines of known length.
 */
export interface GroundLayout {
  /** How far apart those at the rubber are. */
  readonly atRubber: number;
  /** How far apart those ahead are. */
  readonly ahead: number;
  /** From the one pair to the other. */
  readonly length: number;
}

/** Four cones in a rectangle laid with a tape, its short side through the rubber: where a camp says nothing else. Our own convention. */
export const FOUR_CONES: GroundLayout = { atRubber: 1.5, ahead: 1.5, length: 1.8 };

/** The marks of a mound lie nearly in one plane up to here, in metres. */
const ONE_PLANE = 3;

/**
 * What a mound that is no plane leaves open where the marks lie far apart, as one standard deviation in centimetres or degrees. The corners of the plate lie at the foot of it: from a camera four degrees off the line they put a
 * landing up to 5 cm beside its place (`accuracy/src/figures.test.ts`). Measured with the simulated mound; no other source.
 *
 * @example moundSd({ atRubber: 0.61, ahead: 0.43, length: 16 }, 'centimetres') // 3.25
 */
export const moundSd = ({ length }: GroundLayout, unit: 'centimetres' | 'degrees'): number =>
  Math.max(0, length - ONE_PLANE) * (unit === 'degrees' ? 0.2 : 0.25);

/** The marks in the order in which they are placed: at which end, and on which side, + the glove side. */
const MARKS: ReadonlyArray<readonly [PointId, 'atRubber' | 'ahead', 1 | -1]> = [
  ['coneRubberThrowing', 'atRubber', -1],
  ['coneRubberGlove', 'atRubber', 1],
  ['coneAheadGlove', 'ahead', 1],
  ['coneAheadThrowing', 'ahead', -1],
];

/** The marks as points of a film. They stand still, so they are placed once, on the frame of the set. */
export const GROUND_POINTS: readonly PointAt[] = MARKS.map(([id]) => pointAt('set', id));

/** @example isGroundMark('coneAheadGlove') // true */
export const isGroundMark = (point: PointId): boolean => MARKS.some(([id]) => id === point);

/**
 * Where a mark lies on the ground, in metres from the middle of the rubber: x to the target, y to the glove side. Null for a point that is no mark of the ground.
 *
 * @example groundPlace('coneAheadGlove', FOUR_CONES) // { x: 1.8, y: 0.75 }
 */
export function groundPlace(point: PointId, layout: GroundLayout): Position | null {
  const [, end, side] = MARKS.find(([id]) => id === point) ?? [];
  return end && side ? { x: end === 'ahead' ? layout.length : 0, y: (side * layout[end]) / 2 } : null;
}

/**
 * The ground as a camera sees it, from its four marks.
 *
 * @throws RangeError naming a mark that is missing, or where three of them lie on one line
 */
export const groundOf = (points: PointsAt, layout: GroundLayout): Plane =>
  fourMarks(MARKS.map(([id]) => ({ from: take(points, pointAt('set', id)), to: groundPlace(id, layout)! })));

/**
 * How the marks lie in x alone, in pixels a metre across (at the rubber and ahead) and along (in the middle). Along a row of the picture the slope of a mound looks like a turn of the
 * camera, so what tells a turn looks at x.
 *
 * @param plus which way in x + lies
 * @throws RangeError naming a mark that is missing
 */
export function groundScale(
  points: PointsAt,
  plus: 1 | -1,
  layout: GroundLayout,
): { readonly rubber: number; readonly ahead: number; readonly along: number } {
  const [rubberThrowing, rubberGlove, aheadGlove, aheadThrowing] = GROUND_POINTS.map((at) => plus * take(points, at).x) as [
    number,
    number,
    number,
    number,
  ];
  return {
    rubber: (rubberGlove - rubberThrowing) / layout.atRubber,
    ahead: (aheadGlove - aheadThrowing) / layout.ahead,
    along: (aheadGlove + aheadThrowing - rubberGlove - rubberThrowing) / 2 / layout.length,
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
 * The ground marks of a film: its own, and for each that it lacks that of another film of the same view, day and size. A set is filmed from one place, so they are
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
  return MARKS.flatMap(([id]) => {
    const all = points.filter((p) => p.point === id && p.event === 'set');
    const own = all.find((p) => p.clipId === film.id);
    const other = alike.flatMap((f) => all.filter((p) => p.clipId === f.id));
    return [own, ...other].filter((p) => p !== undefined).slice(0, 1);
  });
}

/**
 * What figures are read from in a film: what was placed in it, and the ground marks of its camera position.
 *
 * @example pointsOfFilm(film, films, points)
 */
export const pointsOfFilm = <P extends { readonly clipId: string; readonly event: EventId; readonly point: PointId }>(
  film: Filmed,
  films: readonly Filmed[],
  points: readonly P[],
): P[] => [...points.filter((p) => p.clipId === film.id && !isGroundMark(p.point)), ...groundMarksFor(film, films, points)];
