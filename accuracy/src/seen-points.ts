import { FOUR_CONES, groundPlace, partsOf, type GroundLayout, type PointAt, type PoseFigure } from '@stride-chalk/core';
import {
  groundHeight,
  towardsTarget,
  tripod,
  vec,
  type DeliveryMotion,
  type EventId,
  type Hand,
  type JointId,
  type PinholeCamera,
} from '@stride-chalk/fieldcam';

type Place = ReturnType<typeof vec>;
/** Five ages, both hands. */
export const PITCHERS = [
  { ageYears: 9, hand: 'R' },
  { ageYears: 11, hand: 'L' },
  { ageYears: 13, hand: 'R' },
  { ageYears: 15, hand: 'L' },
  { ageYears: 17, hand: 'R' },
] as const satisfies ReadonlyArray<{ ageYears: number; hand: Hand }>;

export type TriedView = 'openSide' | 'front';

/** The view from which a figure is tried: the one that it is read best in. */
export const viewOf = (figure: PoseFigure): TriedView => (figure.views[0] === 'openSide' ? 'openSide' : 'front');
/** Which way in x + lies: the target from the side, the glove side from the front. */
export const plusOf = (view: TriedView, hand: Hand): 1 | -1 =>
  view === 'openSide' ? towardsTarget(view, hand)! : hand === 'R' ? 1 : -1;

/** Where a path of the head or the glove turns, in space, on a grid of a thousandth of the time. */
const TURNS = {
  headBack: ['set', 'liftTop', 'head', (at: Place) => -at.x],
  headHigh: ['set', 'contact', 'head', (at: Place) => at.y],
  gloveHigh: ['handsApart', 'contact', 'gloveWrist', (at: Place) => at.y],
} as const satisfies Record<string, readonly [EventId, EventId, JointId, (at: Place) => number]>;
const turns = new WeakMap<DeliveryMotion, Record<string, number>>();
function turnOf(motion: DeliveryMotion, point: keyof typeof TURNS): number {
  const kept = turns.get(motion) ?? {};
  turns.set(motion, kept);
  const [from, to, joint, far] = TURNS[point];
  const [start, end] = [motion.events[from], motion.events[to]];
  kept[point] ??= Array.from({ length: 1001 }, (_, i) => start + ((end - start) * i) / 1000).reduce((best, t) =>
    far(motion.poseAt(t).joints[joint]) > far(motion.poseAt(best).joints[joint]) ? t : best,
  );
  return kept[point];
}

/** By how much the frame of a key frame lies beside its moment, in seconds. */
export type Beside = Readonly<Partial<Record<EventId, number>>>;

/** Where a point is in space. A shoe is placed where it stands on the ground. */
function placeOf(need: PointAt, motion: DeliveryMotion, beside: Beside, layout: GroundLayout): Place {
  const [event, point] = partsOf(need) as [EventId, string];
  const mark = groundPlace(partsOf(need)[1], layout);
  if (mark) return vec(mark.x, groundHeight(mark.x), motion.plan.hand === 'R' ? -mark.y : mark.y);
  const turning = point in TURNS ? (point as keyof typeof TURNS) : null;
  // One frame of a usual film later.
  const later = point === 'ballLater' ? 1 / 120 : 0;
  const at = motion.poseAt(turning ? turnOf(motion, turning) : motion.events[event] + (beside[event] ?? 0) + later).joints[
    turning ? TURNS[turning][2] : later > 0 ? 'ball' : (point as JointId)
  ];
  return /Heel|Toe/.test(point) ? vec(at.x, groundHeight(at.x), at.z) : at;
}

/** Points without an error, as a camera sees them. */
export const seenBy = (
  camera: PinholeCamera,
  motion: DeliveryMotion,
  needs: readonly PointAt[],
  beside: Beside = {},
  layout: GroundLayout = FOUR_CONES,
): ReadonlyArray<readonly [PointAt, { x: number; y: number }]> =>
  needs.map((need) => [need, camera.project(placeOf(need, motion, beside, layout))]);

/** A figure from points without an error, from its tripod or another camera of that view. */
export const exactly = (
  figure: PoseFigure,
  motion: DeliveryMotion,
  beside: Beside = {},
  camera: PinholeCamera = tripod(viewOf(figure), { hand: motion.plan.hand, heightMetres: motion.plan.height }),
): number =>
  figure.value(
    Object.fromEntries(seenBy(camera, motion, figure.needs, beside)),
    plusOf(viewOf(figure), motion.plan.hand),
    0,
    FOUR_CONES,
  );
