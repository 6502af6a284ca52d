import type { EventId } from '../keyframes/events.ts';
import typical from './data/typical-pose.json' with { type: 'json' };
import type { Position } from './position.ts';
import type { PointId } from './point-ids.ts';
import { jointOfTurn } from './turn-frames.ts';

export type PoseView = 'openSide' | 'front';

/** A point that has been placed in this clip. */
export interface PlacedPoint extends Position {
  readonly event: EventId;
  readonly point: PointId;
}

/** Where cones are looked for, in shares of the picture: across from its middle to + (the glove side from the front, the target from the side), and down. */
const CONES: Readonly<Record<PoseView, Readonly<Partial<Record<PointId, readonly [number, number]>>>>> = {
  front: {
    coneRubberThrowing: [-0.19, 0.86],
    coneRubberGlove: [0.19, 0.86],
    coneAheadThrowing: [-0.21, 0.91],
    coneAheadGlove: [0.21, 0.91],
  },
  openSide: {
    coneRubberThrowing: [-0.24, 0.93],
    coneRubberGlove: [-0.2, 0.84],
    coneAheadThrowing: [0.26, 0.95],
    coneAheadGlove: [0.21, 0.86],
  },
};

const TYPICAL = typical as unknown as Record<
  PoseView,
  Partial<Record<EventId, Partial<Record<PointId, readonly [number, number]>>>>
>;

/**
 * Where a point probably is, so that the coach starts near it. A usual pose of the event, in body heights from the back
 * ankle at set, is laid over the points already placed in the clip (scale and shift by weighted least squares, the same
 * key frame counting most); the nearest placed point of the same key frame then corrects it. With nothing placed, the
 * body is taken to fill 72 % of the picture's height. `null` when the event has no usual pose in this view.
 *
 * @param xDirection +1 when the pose's positive x points to the right of the picture, else -1
 */
export function guessPoint(
  wanted: { readonly event: EventId; readonly point: PointId },
  clip: {
    readonly view: PoseView;
    readonly xDirection: 1 | -1;
    readonly width: number;
    readonly height: number;
    readonly placed: readonly PlacedPoint[];
  },
): Position | null {
  const { view, xDirection, width, height, placed } = clip;
  const poseOf = (event: EventId, point: PointId): Position | null => {
    // Where a path turns a point lies near where the same joint is at the key frame.
    const p = TYPICAL[view][event]?.[jointOfTurn(point)];
    return p ? { x: xDirection * p[0], y: p[1] } : null;
  };
  if (wanted.point === 'ballLater') return ballLater(wanted.event, clip);
  const cone = CONES[view][wanted.point];
  if (cone) return { x: width * (0.5 + xDirection * cone[0]), y: height * cone[1] };
  const target = poseOf(wanted.event, wanted.point);
  if (!target) return null;
  const known = placed.flatMap((p) => {
    const pose = poseOf(p.event, p.point);
    return pose ? [{ p, pose, weight: p.event === wanted.event ? 6 : 1 }] : [];
  });
  const usualScale = 0.72 * height;
  const inside = (p: Position): Position => ({
    x: Math.min(width - 1, Math.max(0, p.x)),
    y: Math.min(height - 1, Math.max(0, p.y)),
  });
  if (known.length === 0) {
    const centre = view === 'front' ? 0 : 0.46 * xDirection;
    return inside({ x: width / 2 + (target.x - centre) * usualScale, y: 0.87 * height + target.y * usualScale });
  }
  const total = known.reduce((s, k) => s + k.weight, 0);
  const mean = (f: (k: (typeof known)[number]) => number): number => known.reduce((s, k) => s + k.weight * f(k), 0) / total;
  const [px, py, qx, qy] = [mean((k) => k.pose.x), mean((k) => k.pose.y), mean((k) => k.p.x), mean((k) => k.p.y)];
  // The usual scale counts like one pair of points a third of a body apart, so that two near points do not run away with it.
  let top = 0.05 * usualScale;
  let bottom = 0.05;
  for (const k of known) {
    top += k.weight * ((k.pose.x - px) * (k.p.x - qx) + (k.pose.y - py) * (k.p.y - qy));
    bottom += k.weight * ((k.pose.x - px) ** 2 + (k.pose.y - py) ** 2);
  }
  const scale = Math.min(1.5 * usualScale, Math.max(0.4 * usualScale, top / bottom));
  const lay = (pose: Position): Position => ({ x: qx + scale * (pose.x - px), y: qy + scale * (pose.y - py) });
  const near = known
    .filter((k) => k.p.event === wanted.event)
    .map((k) => ({ k, far: Math.hypot(k.pose.x - target.x, k.pose.y - target.y) }))
    .sort((a, b) => a.far - b.far)[0];
  const guess = lay(target);
  if (!near) return inside(guess);
  const pull = Math.exp(-near.far / 0.35);
  const off = lay(near.k.pose);
  return inside({ x: guess.x + pull * (near.k.p.x - off.x), y: guess.y + pull * (near.k.p.y - off.y) });
}

/** Half a body height further to the target: where a ball is a frame later, more or less. */
function ballLater(event: EventId, { placed, xDirection, width, height }: Parameters<typeof guessPoint>[1]): Position | null {
  const ball = placed.find((p) => p.event === event && p.point === 'ball');
  return ball ? { x: Math.min(width - 1, Math.max(0, ball.x + 0.25 * xDirection * height)), y: ball.y } : null;
}
