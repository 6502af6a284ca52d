import type { Estimate } from '../estimate/estimate.ts';
import { propagate } from '../estimate/propagate.ts';
import type { FrameTimebase } from '../film/frame-timebase.ts';
import type { EventId } from '../keyframes/events.ts';
import { markTime, type FrameSpan } from '../keyframes/mark-time.ts';
import type { ViewId } from '../sheet/shape.ts';
import { ballLead, pointFrame } from './ball-lead.ts';
import type { PoseFigure, TimeFigure } from './figure.ts';
import type { FigureId } from './figure-ids.ts';
import { measurePose, type FigureReading, type MeasuredPoints } from './measure-pose.ts';
import { wasFound, wasSeen, type Origin, type Point } from './point.ts';
import { pointAt, type PointAt } from './point-at.ts';
import type { PointId } from './point-ids.ts';
import { cameraTurn } from './ground/camera-turn.ts';
import { ballFlies } from './time/ball-speed.ts';
import { foundTogether, withShare } from './found-together.ts';
import { momentError } from './moment-error.ts';
import { FOUR_CONES, isGroundMark, type GroundLayout } from './ground-marks.ts';
import { figures } from './registry.ts';
import { MOST_TURN, turnError } from './turn-error.ts';
import { isTurn, turnFrames } from './turn-frames.ts';

/** A point that was entered on a key frame of a clip. */
export interface EnteredPoint extends Point {
  readonly event: EventId;
  readonly point: PointId;
  /** The frame on which it was placed; null or left out where nobody knows. */
  readonly frame?: number | null;
}

/** What was entered about one film of a delivery. */
export interface ClipWork {
  readonly id: string;
  readonly view: ViewId;
  /** Which way in x the target lies; null for a view in line with it. */
  readonly towardsTarget: 1 | -1 | null;
  /** Which way in x the glove side lies; null, or left out, for a view from the side. */
  readonly gloveSide?: 1 | -1 | null;
  /** The clip's frame times; null while it is not indexed, or nobody knows its rate. */
  readonly film: FrameTimebase | null;
  readonly marks: ReadonlyArray<FrameSpan & { readonly event: EventId }>;
  readonly points: readonly EnteredPoint[];
}

/** What is known of a delivery beside its films. */
interface Known {
  /** From the rubber to the plate; null, or left out, where the camp does not say. */
  readonly rubberToPlateFeet?: number | null;
  /** How the marks of the ground lie; null, or left out, for four cones. */
  readonly groundMarks?: GroundLayout | null;
}

/** One figure of a delivery: read, or why it cannot be. */
type DeliveryFigure = FigureReading & {
  readonly figure: FigureId;
  /** The clip from which it was read. */
  readonly clip: string;
  /** True when it rests on a point that no person has seen to be right: it may be shown, and is not measured. */
  readonly guessed: boolean;
};

export interface MeasuredDelivery {
  readonly figures: readonly DeliveryFigure[];
  /** What is measured, by figure: nothing that rests on a guess. */
  readonly measured: ReadonlyMap<FigureId, Estimate>;
  /**
   * How the errors of two figures go together, from -1 to 1, to first order (JCGM 100:2008, 5.2.2): figures that share points or key frames err
   * together. 0 for figures that share none, or are not read.
   */
  correlation(a: FigureId, b: FigureId): number;
}

/** By how much one standard deviation of each thing entered moves a figure. */
type Sensitivity = ReadonlyMap<string, number>;
type Found = DeliveryFigure & { readonly moves: Sensitivity };

const NOTHING_MOVES: Sensitivity = new Map();

/**
 * Whether a point lies on another frame than the one that its key frame is marked at now; where a path turns, outside of its two key frames.
 *
 * @example isStale({ event: 'contact', point: 'head', frame: 140 }, [{ event: 'contact', frame: 141, frameTo: null }]) // true
 */
export function isStale(
  point: { readonly event: EventId; readonly point: PointId; readonly frame?: number | null },
  marks: ClipWork['marks'],
): boolean {
  if (point.frame === null || point.frame === undefined) return false;
  // The ground stands still, whatever becomes of the key frame.
  if (isGroundMark(point.point)) return false;
  if (isTurn(point.point)) {
    const within = turnFrames(point.point, marks);
    return within !== null && (point.frame < within.from || point.frame > within.to);
  }
  const mark = marks.find((m) => m.event === point.event);
  return mark !== undefined && pointFrame(mark, point.point) !== point.frame;
}

/** What can be read of one clip, put in order once for all figures. */
function workedOut(clip: ClipWork, { groundMarks }: Known) {
  const ground = groundMarks ?? FOUR_CONES;
  const stale = clip.points.filter((p) => isStale(p, clip.marks));
  const good = clip.points.filter((p) => !stale.includes(p));
  const release = clip.marks.find((m) => m.event === 'release');
  const at = Object.fromEntries(good.map((p) => [pointAt(p.event, p.point), p])) as MeasuredPoints;
  return {
    clip,
    at,
    ground,
    turn: turnOf(clip, good, at, ground),
    origins: new Map<PointAt, Origin>(good.map((p) => [pointAt(p.event, p.point), p.origin])),
    staleAt: new Set<PointAt>(stale.map((p) => pointAt(p.event, p.point))),
    lead: release && clip.film ? ballLead(release, clip.film) : null,
    times: new Map(clip.film ? clip.marks.map((m) => [m.event, markTime(m, clip.film!)] as const) : []),
  };
}
type Worked = ReturnType<typeof workedOut>;

/** How far off square to the line a film from the side was taken, where somebody has placed its ground marks; null where nobody knows. */
function turnOf(clip: ClipWork, points: readonly EnteredPoint[], at: MeasuredPoints, ground: GroundLayout): Estimate | null {
  if (clip.towardsTarget === null || points.filter((p) => isGroundMark(p.point) && wasSeen(p.origin)).length < 4) return null;
  return measurePose(cameraTurn, at, { plus: clip.towardsTarget, ballLead: null, ground }).reading.estimate;
}

function poseIn(figure: PoseFigure, { clip, at, ground, origins, staleAt, lead, times, turn }: Worked): Found | null {
  const plus = clip.towardsTarget ?? clip.gloveSide ?? null;
  if (plus === null) return null;
  const known = figure.needs.every((need) => at[need]);
  const of = { figure: figure.id, clip: clip.id };
  if (!known)
    return figure.needs.every((need) => at[need] || staleAt.has(need))
      ? {
          ...of,
          guessed: false,
          estimate: null,
          why: 'its key frame was moved: place its points again',
          moves: NOTHING_MOVES,
        }
      : null;
  const turned = figure.id === 'cameraTurn' ? null : turn;
  if (turned && Math.abs(turned.value) > MOST_TURN)
    return {
      ...of,
      guessed: false,
      estimate: null,
      why: `film from further round: this camera stands ${Math.round(Math.abs(turned.value))} degrees off square to the line`,
      moves: NOTHING_MOVES,
    };
  const allFound = figure.needs.every((need) => wasFound(origins.get(need)!));
  const points = allFound ? withShare(at, foundTogether(figure.id, clip.view)) : at;
  const { reading, moves } = measurePose(figure, points, { plus, ballLead: lead, ground });
  const { estimate } = reading;
  const moment = momentError(figure.id, (event) => times.get(event)?.sd ?? null);
  const round = turned ? turnError(figure.id, Math.hypot(turned.value, turned.sd)) : 0;
  const around = Math.hypot(moment, round);
  return {
    ...of,
    ...(estimate ? { estimate: { ...estimate, sd: Math.hypot(estimate.sd, around) }, why: null } : reading),
    guessed: figure.needs.some((need) => !wasSeen(origins.get(need)!)),
    moves: new Map([...[...moves].map(([what, by]) => [`${clip.id} ${what}`, by] as const), [`moments of ${figure.id}`, around]]),
  };
}

function timeIn(figure: TimeFigure, { clip, times }: Worked, { rubberToPlateFeet = null }: Known): Found | null {
  const all = figure.needs.map((event) => times.get(event));
  if (all.some((t) => !t)) return null;
  const of = { figure: figure.id, clip: clip.id, guessed: false };
  if (figure.needsFlight && rubberToPlateFeet === null)
    return {
      ...of,
      estimate: null,
      why: 'the settings of the camp do not say how far it is from the rubber to the plate at this age',
      moves: NOTHING_MOVES,
    };
  const flies = figure.needsFlight ? [ballFlies(rubberToPlateFeet!)] : [];
  const given = [...all.map((t) => t!), ...flies];
  const { value, sd, moves } = propagate(
    (at) => figure.value((event) => at[figure.needs.indexOf(event)]!, at[figure.needs.length] ?? 0),
    given.map((t) => t.value),
    given.map((t) => t.sd),
  );
  if (!Number.isFinite(value) || !Number.isFinite(sd))
    return { ...of, estimate: null, why: 'cannot be read here: its key frames lie on one frame', moves: NOTHING_MOVES };
  return {
    ...of,
    estimate: { value, sd, unit: figure.unit },
    why: null,
    moves: new Map(
      given.map((_, i) => [figure.needs[i] ? `${clip.id} mark ${figure.needs[i]}` : 'flight of the ball', moves[i]!]),
    ),
  };
}

/** The best of several views: one that was read before one that was not, without a guess before with one, then the smaller error. */
const better = (a: Found, b: Found): number =>
  Number(a.estimate === null) - Number(b.estimate === null) ||
  Number(a.guessed) - Number(b.guessed) ||
  (a.estimate?.sd ?? 0) - (b.estimate?.sd ?? 0);

/**
 * Every figure of a delivery that its key frames and points allow, from all its views at once: each figure once, from the view that reads it best, or
 * with the reason why it cannot be read. Each point counts with its own error; one whose key frame has moved since counts for nothing until it is
 * placed again.
 *
 * @param clips the films of one delivery
 * @param known what else is known of it
 * @example measureDelivery([{ id: 'a', view: 'openSide', towardsTarget: 1, film, marks, points }]).measured.get('stride')
 */
export function measureDelivery(clips: readonly ClipWork[], known: Known = {}): MeasuredDelivery {
  const worked = clips.map((clip) => workedOut(clip, known));
  const found = figures().flatMap((figure): Found[] => {
    const inView = worked
      .filter(({ clip }) => figure.views.includes(clip.view))
      .sort((a, b) => figure.views.indexOf(a.clip.view) - figure.views.indexOf(b.clip.view));
    const all = inView.flatMap((w): Found[] => {
      const one = figure.kind === 'time' ? timeIn(figure, w, known) : poseIn(figure, w);
      return one ? [one] : [];
    });
    return all.sort(better).slice(0, 1);
  });
  const movesOf = (id: FigureId): Sensitivity => found.find((f) => f.figure === id)?.moves ?? NOTHING_MOVES;
  return {
    figures: found.map(({ moves: _, ...figure }) => figure),
    measured: new Map(found.flatMap((f) => (f.estimate && !f.guessed ? [[f.figure, f.estimate] as const] : []))),
    correlation(a, b) {
      const [x, y] = [movesOf(a), movesOf(b)];
      const size = (of: Sensitivity): number => Math.hypot(...of.values());
      let together = 0;
      for (const [what, by] of x) together += by * (y.get(what) ?? 0);
      return together === 0 ? 0 : together / (size(x) * size(y));
    },
  };
}
