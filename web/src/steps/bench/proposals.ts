import {
  fromOtherView,
  isStale,
  isTurn,
  jointOfTurn,
  LOOK_STATES,
  markTime,
  isFar,
  otherTellsBetter,
  RESTS_ON,
  SIDE_VIEWS,
  pathOffset,
  pointFrame,
  pointsAtFrame,
  pointsNeededAt,
  SURE,
  wasSeen,
  otherSide,
  limbsOf,
  turnFrames,
  turnOfPath,
  type ClipLook,
  type EventId,
  type Limbs,
  type PointId,
  type Position,
  type ProposedPoint,
  type Proposals,
  type SeenPaths,
  type TimedEvents,
  type ViewOffset,
} from '@stride-chalk/core';
import { VIEW_NAMES } from '../../parts/view-names.ts';
import type { BenchData } from './bench-data.ts';
import { isAskedFor, markOf, nearestFrame, OFFERED } from './moments.ts';
import type { Film, Known } from './types.ts';

/** What the computer proposes, as the bench reads it: nothing here counts before somebody has seen it. */

export const NO_PROPOSALS: Proposals = { looksHere: false, looks: [] };

/** What was found in a film; null where nothing was, or not yet. */
export function lookOf(proposals: Proposals, clipId: string): ClipLook | null {
  const look = proposals.looks.find((l) => l.clipId === clipId);
  return look?.state === 'found' ? look : null;
}

/** What became of the computer's look at some films, in words, once for the views of which the same is true: nothing where it has found what it looks for. */
export function lookWords(films: readonly Film[], { looksHere, looks }: Proposals): readonly string[] {
  if (films.length === 0) return [];
  if (!looksHere && looks.length === 0)
    return ['The computer looks at no film here: what finds joints is not ready. Everything is marked by hand.'];
  const stateOf = (film: Film) => looks.find((l) => l.clipId === film.id)?.state ?? 'waiting';
  return LOOK_STATES.flatMap((state) => {
    if (state === 'found' || (state === 'waiting' && !looksHere)) return [];
    const views = films.filter((film) => stateOf(film) === state).map((film) => VIEW_NAMES[film.view]);
    return views.length > 0
      ? [`${[views[0]!, ...views.slice(1).map((v) => v.toLowerCase())].join(' and ')}: ${LOOK_WORDS[state]}`]
      : [];
  });
}

const LOOK_WORDS = {
  looking: 'the computer is looking. What it finds appears by itself.',
  waiting: 'the computer has not looked yet. What it finds appears by itself.',
  none: 'nobody could be followed. Mark key frames and points by hand.',
  failed: 'the computer could not look. Mark by hand; the next start tries again.',
} as const;

/** A key frame that is proposed for a film. */
export interface ProposedHere {
  readonly frame: number;
  /** The frames between which it lies with 90 %. */
  readonly from: number;
  readonly to: number;
  readonly sure: number;
  /** One standard deviation, in frames of this film. */
  readonly spread: number;
  /** True where the other view shows it, and this one only by the offset of the two cameras. */
  readonly otherView: boolean;
}

const MOST_SURE = 0.97;
/** Nine of ten lie within so many standard deviations. */
const NINE_OF_TEN = 1.645;

/** When things happened in a film: what is marked first, else what is proposed. */
function timesOf(at: Known, proposals: Proposals, data: BenchData): TimedEvents {
  const proposed = (lookOf(proposals, at.film.id)?.marks ?? []).filter((m) => m.frame < at.time.frameCount);
  return {
    ...Object.fromEntries(proposed.map((m) => [m.event, { seconds: at.time.timeOf(m.frame), sure: m.sure }])),
    ...Object.fromEntries(
      data.marks.filter((m) => m.clipId === at.film.id).map((m) => [m.event, { seconds: markTime(m, at.time).value, sure: 1 }]),
    ),
  };
}

/** What is proposed for an event of a film, by its own pictures or else by the other view; null for nothing. */
export function proposedMark(
  event: EventId,
  at: Known,
  other: Known | null,
  proposals: Proposals,
  data: BenchData,
): ProposedHere | null {
  const look = lookOf(proposals, at.film.id);
  if (!look) return null;
  const found = look.marks.find((m) => m.event === event && m.frame < at.time.frameCount);
  const own = found ? { ...found, spread: (found.to - found.from) / (2 * NINE_OF_TEN), otherView: false } : null;
  const base = RESTS_ON[event];
  const restsOnWrong = own && base && isOverruled(base, at, other, proposals, data);
  if (own && own.sure >= SURE && !restsOnWrong) return own;
  // What a view shows badly the other one may show well.
  const told = other && fromOther(event, at, other, proposals, data);
  if (restsOnWrong) return told;
  return otherTellsBetter(timed(at, own), timed(at, told), other !== null && isSide(other) && !isSide(at)) ? told : own;
}

const timed = (at: Known, p: Pick<ProposedHere, 'frame' | 'sure'> | null) =>
  p && { seconds: at.time.timeOf(p.frame), sure: p.sure };
const isSide = ({ film }: Known): boolean => SIDE_VIEWS.some((v) => v === film.view);

/** Whether what a view has found of an event lies far from what is proposed or marked of it. */
function isOverruled(event: EventId, at: Known, other: Known | null, proposals: Proposals, data: BenchData): boolean {
  const found = lookOf(proposals, at.film.id)?.marks.find((m) => m.event === event && m.frame < at.time.frameCount) ?? null;
  const mark = markOf(data, at.film.id, event);
  const holds = mark ? { frame: mark.frame, sure: 1 } : proposedMark(event, at, other, proposals, data);
  return found !== null && holds !== null && isFar(timed(at, found)!, timed(at, holds)!);
}

/** How far the two views lie apart by the paths of their joints, reckoned once for what was found; null while joints are lacking. */
const offsets = new WeakMap<ClipLook, Map<ClipLook, ViewOffset | null>>();
function offsetOf(at: Known, other: Known, proposals: Proposals): ViewOffset | null {
  const [own, theirs] = [lookOf(proposals, at.film.id), lookOf(proposals, other.film.id)];
  if (!own || !theirs) return null;
  const known = offsets.get(own) ?? new Map<ClipLook, ViewOffset | null>();
  offsets.set(own, known);
  if (!known.has(theirs)) {
    const [a, b] = [pathsOf(own, at), pathsOf(theirs, other)];
    known.set(theirs, a && b ? pathOffset(a, b) : null);
  }
  return known.get(theirs)!;
}

function pathsOf({ bodyPixels, joints }: ClipLook, { time }: Known): SeenPaths | null {
  const frames = Math.min(time.frameCount, joints[0]?.y.length ?? 0);
  if (bodyPixels === null || frames < 2) return null;
  return {
    times: Array.from({ length: frames }, (_, i) => time.timeOf(i)),
    bodyPixels,
    heights: Object.fromEntries(joints.map(({ joint, y }) => [joint, y])),
  };
}

/** An event of a film by the other view and the offset of the two cameras, whatever its own pictures say of it. */
function fromOther(event: EventId, at: Known, other: Known, proposals: Proposals, data: BenchData): ProposedHere | null {
  const { [event]: _, ...own } = timesOf(at, proposals, data);
  const told = fromOtherView(own, timesOf(other, proposals, data), offsetOf(at, other, proposals))[event];
  if (!told || told.seconds < 0 || told.seconds > at.time.duration) return null;
  const frame = nearestFrame(at.time, told.seconds);
  const theirs = markOf(data, other.film.id, event)
    ? null
    : lookOf(proposals, other.film.id)?.marks.find((m) => m.event === event);
  // As wide as in the other view, and a frame for the two cameras.
  const wide = theirs
    ? (other.time.timeOf(Math.min(theirs.to, other.time.frameCount - 1)) - other.time.timeOf(theirs.from)) / 2
    : 0;
  const reach = Math.ceil(wide / at.time.intervalAt(frame)) + 1;
  const [from, to] = [Math.max(0, frame - reach), Math.min(at.time.frameCount - 1, frame + reach)];
  // However sure the other view is: whether the two cameras go together nobody has seen.
  return { frame, from, to, sure: Math.min(MOST_SURE, told.sure), spread: (to - from) / (2 * NINE_OF_TEN), otherView: true };
}

/** The key frames that are looked for in a film one after the other. */
export function lookedFor(clipId: string, proposals: Proposals): readonly EventId[] {
  const found = lookOf(proposals, clipId)?.marks ?? [];
  return OFFERED.filter((e) =>
    isAskedFor(
      e,
      found.some((m) => m.event === e),
    ),
  );
}

/** The joints of a frame as they are proposed; none where nothing was found. */
export function jointsAt(proposals: Proposals, clipId: string, frame: number): readonly ProposedPoint[] {
  const look = lookOf(proposals, clipId);
  if (!look || look.bodyPixels === null || frame >= (look.joints[0]?.x.length ?? 0)) return [];
  return pointsAtFrame({ bodyPixels: look.bodyPixels, marks: look.marks, joints: look.joints }, frame);
}

/** A joint at a key frame, and whether somebody has seen it already. */
export interface JointHere extends ProposedPoint {
  /** Some figure needs it at this key frame. */
  readonly needed: boolean;
  /** It was placed or confirmed before; what is proposed changes nothing then. */
  readonly seen: boolean;
  /** A hand has moved it. */
  readonly moved: boolean;
}

/** A key frame of a film whose joints are looked at. */
export interface JointStep {
  readonly clipId: string;
  readonly event: EventId;
}

/** How the joints of a key frame are in hand. */
export interface JointsInHand {
  /** The key frames that have joints to be looked at, in their order, film by film. */
  readonly steps: readonly JointStep[];
  readonly index: number;
  readonly chosen: PointId | null;
  /** Those that were under the magnifier. */
  readonly looked: readonly PointId[];
  readonly moved: Readonly<Partial<Record<PointId, Position>>>;
  /** Whose sides were taken for each other. */
  readonly turned: readonly Limbs[];
}
export const NOTHING_MOVED: Pick<JointsInHand, 'chosen' | 'looked' | 'moved' | 'turned'> = {
  ...{ chosen: null, looked: [], moved: {}, turned: [] },
};

/** The joints at a key frame of a film as they are in hand. */
export function jointsOfEvent(
  event: EventId,
  at: Known,
  proposals: Proposals,
  data: BenchData,
  hand: Pick<JointsInHand, 'moved' | 'turned'> = NOTHING_MOVED,
): readonly JointHere[] {
  const mark = markOf(data, at.film.id, event);
  if (!mark) return [];
  const needed = pointsNeededAt(event, at.film.view);
  const marks = data.marks.filter((m) => m.clipId === at.film.id);
  const own = data.points.filter((p) => p.clipId === at.film.id && p.event === event && wasSeen(p.origin) && !isStale(p, marks));
  const found = jointsAt(proposals, at.film.id, pointFrame(mark, 'head'));
  return found.map((p): JointHere => {
    const limbs = limbsOf(p.point);
    const from = limbs && hand.turned.includes(limbs) ? (found.find((q) => q.point === otherSide(p.point)) ?? p) : p;
    const moved = hand.moved[p.point];
    const seen = own.find((q) => q.point === p.point);
    return {
      ...p,
      ...{ x: from.x, y: from.y, sd: from.sd, unsure: from.unsure },
      ...moved,
      ...(seen ? { x: seen.x, y: seen.y, sd: seen.sd, unsure: false } : {}),
      ...{ needed: needed.has(p.point), seen: seen !== undefined, moved: moved !== undefined },
    };
  });
}

/**
 * The frame on which a point is placed: that of its key frame, or where the path of the head turns, as it was placed or else as it is found, or else
 * half-way. null while a key frame that it needs is not marked.
 */
export function frameOfPoint(event: EventId, point: PointId, at: Known, proposals: Proposals, data: BenchData): number | null {
  const mark = markOf(data, at.film.id, event);
  if (!mark) return null;
  if (!isTurn(point)) return Math.min(pointFrame(mark, point), at.time.frameCount - 1);
  const marks = data.marks.filter((m) => m.clipId === at.film.id);
  const within = turnFrames(point, marks);
  if (!within) return null;
  const before = data.points.find((p) => p.clipId === at.film.id && p.event === event && p.point === point);
  if (before?.frame != null && !isStale(before, marks)) return before.frame;
  const look = lookOf(proposals, at.film.id);
  const found = look ? turnOfPath(look, point, within, at.film.towardsTarget ?? 1) : null;
  return found ?? Math.round((within.from + within.to) / 2);
}

/** The joint that the computer proposes for a point on a frame; a head or a glove where its path turns is that joint. */
export const foundPoint = (point: PointId, at: Known, frame: number, proposals: Proposals): ProposedPoint | undefined =>
  jointsAt(proposals, at.film.id, frame).find((j) => j.point === jointOfTurn(point));

/** The marked key frames of some films at which a figure needs a joint that is proposed and that nobody has seen. */
export const jointSteps = (films: readonly Known[], proposals: Proposals, data: BenchData): readonly JointStep[] =>
  films.flatMap((at) =>
    OFFERED.filter((e) => jointsOfEvent(e, at, proposals, data).some((j) => j.needed && !j.seen)).map((event) => ({
      clipId: at.film.id,
      event,
    })),
  );
