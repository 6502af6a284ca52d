import type { Estimate } from '../estimate/estimate.ts';
import { propagate } from '../estimate/propagate.ts';
import { sampledSpread } from '../estimate/sampled-spread.ts';
import { eventName } from '../keyframes/events.ts';
import type { BallLead } from './ball-lead.ts';
import type { PoseFigure } from './figure.ts';
import { FOUR_CONES, isGroundMark, moundSd, type GroundLayout } from './ground-marks.ts';
import { partsOf, type PointAt } from './point-at.ts';
import { POINTS } from './point-ids.ts';
import { distance, type Position } from './position.ts';

/** A point with one standard deviation per axis, in pixels. */
interface PointWithError extends Position {
  readonly sd: number;
}
export type MeasuredPoints = Readonly<Partial<Record<PointAt, PointWithError>>>;

/** A figure that was read, or why it cannot be: a figure never just disappears. */
export type FigureReading =
  | { readonly estimate: Estimate; readonly why: null }
  | { readonly estimate: null; readonly why: string };

/** An error beyond this says nothing any more. */
const MOST = {
  degrees: 45,
  heightShare: 0.5,
  ratio: 0.5,
  seconds: Number.POSITIVE_INFINITY,
  centimetres: 20,
  // No pose is a speed.
  metresPerSecond: 0,
};
/** First order and drawing agree within this share where the figure is smooth; there first order is the finer one. */
const AGREE = 0.15;

const unreadable = (why: string) => ({
  reading: { estimate: null, why: `cannot be read here: ${why}` } as const,
  moves: new Map<string, number>(),
});

/** The two points of one key frame that lie nearest to each other, in words. */
function nearest(needs: readonly PointAt[], points: MeasuredPoints): string {
  const pairs = needs.flatMap((a, i) =>
    needs
      .slice(i + 1)
      .filter((b) => partsOf(a)[0] === partsOf(b)[0])
      .map((b) => ({ a, b, apart: distance(points[a]!, points[b]!) })),
  );
  const closest = pairs.sort((x, y) => x.apart - y.apart)[0];
  if (!closest) return 'its points are too close together';
  const [event, a] = partsOf(closest.a);
  const [, b] = partsOf(closest.b);
  return `${POINTS[a]} and ${POINTS[b]} lie too close together at “${eventName(event)}”`;
}

/**
 * One figure with its error, from points that carry theirs. First-order propagation (JCGM 100:2008, 5.1.2) where the figure is smooth; where it
 * is not (a joint near 180 degrees, feet one behind the other, an angle that wraps, a division by nearly nothing) the larger of it and of what
 * drawing the errors gives (JCGM 101:2008). What cannot be read is said, with the reason.
 *
 * @param clip which way in x + lies; where between two frames the ball left the hand, null when that is not known; how the marks of the ground lie, four cones where nothing is said
 * @returns the reading, and by how much one sd of each coordinate moves the figure: what figures with common points share
 * @example measurePose(frontKneeContact, points, { plus: 1, ballLead: null }).reading.estimate // 137 with sd 3 degrees
 */
export function measurePose(
  figure: PoseFigure,
  points: MeasuredPoints,
  clip: { readonly plus: 1 | -1; readonly ballLead: BallLead | null; readonly ground?: GroundLayout },
): { readonly reading: FigureReading; readonly moves: ReadonlyMap<string, number> } {
  const missing = figure.needs.find((at) => !points[at]);
  if (missing) throw new RangeError(`${missing} (${POINTS[partsOf(missing)[1]]}) is missing`);
  if (figure.needsBallLead && !clip.ballLead) return unreadable('the frames around the release are not in the film');
  const placed = figure.needs.map((at) => points[at]!);
  const inputs = [...placed.flatMap((p) => [p.x, p.y]), ...(figure.needsBallLead ? [clip.ballLead!.value] : [])];
  const sds = [...placed.flatMap((p) => [p.sd, p.sd]), ...(figure.needsBallLead ? [clip.ballLead!.sd] : [])];
  if (sds.some((sd) => !Number.isFinite(sd) || sd < 0)) throw new RangeError('an sd of at least 0 was expected for every point');
  const rebuilt = (xs: readonly number[]): Partial<Record<PointAt, Position>> => {
    const at: Partial<Record<PointAt, Position>> = {};
    figure.needs.forEach((need, i) => {
      at[need] = { x: xs[2 * i]!, y: xs[2 * i + 1]! };
    });
    return at;
  };
  const value = (xs: readonly number[]): number =>
    figure.value(rebuilt(xs), clip.plus, figure.needsBallLead ? xs.at(-1)! : 0, clip.ground ?? FOUR_CONES);
  /** Draws in which points coincide say nothing. */
  const tried = (xs: readonly number[]): number => {
    try {
      return value(xs);
    } catch {
      return Number.NaN;
    }
  };
  if (!Number.isFinite(tried(inputs))) return unreadable(nearest(figure.needs, points));
  const drawn = sampledSpread(tried, inputs, sds, figure.wrap);
  const { sd: first, moves } = propagate(tried, inputs, sds);
  const placing =
    Number.isFinite(first) && Math.abs(first - drawn) <= AGREE * drawn
      ? first
      : Math.max(drawn, Number.isFinite(first) && figure.wrap === null ? first : 0);
  const onGround = figure.needs.some((at) => isGroundMark(partsOf(at)[1]));
  const view = Math.hypot(
    figure.viewSd,
    onGround ? moundSd(clip.ground ?? FOUR_CONES, figure.unit === 'degrees' ? 'degrees' : 'centimetres') : 0,
  );
  const sd = Math.hypot(placing, view);
  if (!(sd <= MOST[figure.unit])) return unreadable(nearest(figure.needs, points));
  const names = [...figure.needs.flatMap((at) => [`${at} x`, `${at} y`]), ...(figure.needsBallLead ? ['ball lead'] : [])];
  return {
    reading: { estimate: { value: value(inputs), sd, unit: figure.unit }, why: null },
    moves: new Map([...names.map((name, i) => [name, moves[i]!] as const), [`view of ${figure.id}`, view]]),
  };
}
