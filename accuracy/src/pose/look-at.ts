import { fileURLToPath } from 'node:url';
import {
  FOLLOWED,
  followBody,
  jointCentres,
  type CameraStep,
  type ClipEvidence,
  type Finding,
  type FollowedBody,
  type FollowedJoint,
} from '@stride-chalk/core';
import {
  degrees,
  deliveryMotion,
  dot,
  filmTruth,
  groundHeight,
  length,
  sub,
  towardsTarget,
  type EventId,
} from '@stride-chalk/fieldcam';
import { followClip, loadBodyModel, type Models } from '@stride-chalk/finder';
import type { StudyClip } from './study-orders.ts';

/** Key frames at which joints are held against the truth. */
export const COMPARED = [
  'set',
  'liftTop',
  'handsApart',
  'driveStart',
  'contact',
  'layback',
  'release',
  'finish',
] as const satisfies readonly EventId[];
type Compared = (typeof COMPARED)[number];

export interface JointResult {
  readonly event: Compared;
  readonly joint: FollowedJoint;
  /** Found less true, as shares of body height, x towards the target where that is known. */
  readonly dx: number;
  readonly dy: number;
  readonly score: number;
  readonly scatter: number;
  /** For a knee: it lies nearer the true place of the other one, and these are apart. */
  readonly swapped: boolean;
}
export interface ClipResult {
  readonly id: string;
  readonly view: StudyClip['order']['view'];
  readonly framesPerSecond: number;
  /** Seconds of one core. */
  readonly coreSeconds: number;
  /** null where no body could be followed. */
  readonly joints: readonly JointResult[] | null;
  /** The true frame of each key frame. */
  readonly true: TrueFrames;
  /** What the rules of key frames look at: kept, so that they can be tried again without the film. */
  readonly evidence: ClipEvidence | null;
  /** What the model found, in the first frame's camera, and how the camera moved: kept, so that the body can be followed again without the model. */
  readonly looks: { readonly findings: readonly Finding[]; readonly camera: readonly CameraStep[] } | null;
}

const OTHER: Partial<Record<FollowedJoint, FollowedJoint>> = { frontKnee: 'backKnee', backKnee: 'frontKnee' };

let models: Models | null = null;
async function bodyModels(): Promise<Models> {
  const folder = fileURLToPath(new URL('../../../finder/weights/', import.meta.url));
  models ??= { lightning: await loadBodyModel(folder, 'lightning'), thunder: await loadBodyModel(folder, 'thunder') };
  return models;
}

/** Frames of key frames that serve single figures; one that a delivery does not have is left out. */
export type TrueFrames = Readonly<Record<Exclude<Compared, 'driveStart'>, number> & Partial<Record<EventId, number>>>;

/**
 * The true frame of each key frame, as the contract defines it. What the definition says of the body is looked up in the body, not in the moments around which the delivery was put together: the top of the lift is where the front knee is
 * highest (up to three frames before that moment), the knee starts down where it is 2 % of body height lower than there, the back foot is off where its toe is 1 % of body height higher over the ground than it was. A head that went back by
 * less than 1.2 % of body height did not rock, a back knee that opens by less than five degrees between its deepest bend and contact has no drive: it gives way.
 */
export function trueFrames(order: StudyClip['order']): TrueFrames {
  const truth = filmTruth(order);
  const { events, poseAt, plan } = deliveryMotion(order.pitcher);
  const step = 0.0005;
  const moments = (from: number, to: number): number[] =>
    Array.from({ length: Math.ceil((to - from) / step) }, (_, i) => from + i * step);
  const knee = (t: number): number => poseAt(t).joints.frontKnee.y;
  const toe = (t: number): number => poseAt(t).joints.backToe.y - groundHeight(poseAt(t).joints.backToe.x);
  const head = (t: number): number => poseAt(t).joints.head.x;
  const most = (of: (t: number) => number, from: number, to: number): number =>
    moments(from, to).reduce((best, t) => (of(t) > of(best) ? t : best));
  const top = most(knee, events.liftTop - 0.15, events.liftTop + 0.15);
  const down = moments(top, events.contact).find((t) => knee(t) < knee(top) - 0.02 * plan.height);
  const lowest = most((t) => -toe(t), events.contact, events.finish - 0.2);
  const off = moments(lowest, events.finish).find((t) => toe(t) > toe(lowest) + 0.01 * plan.height);
  const furthest = most((t) => -head(t), events.set, events.contact);
  const rocked = head(events.set) - head(furthest) > 0.012 * plan.height;
  const backKnee = (t: number): number => {
    const { backHip, backKnee: middle, backAnkle } = poseAt(t).joints;
    const [thigh, shank] = [sub(backHip, middle), sub(backAnkle, middle)];
    return degrees(Math.acos(dot(thigh, shank) / (length(thigh) * length(shank))));
  };
  const deepest = most((t) => -backKnee(t), events.liftTop, events.contact);
  const straightens = Math.max(...moments(deepest, events.contact).map(backKnee)) - backKnee(deepest) > 5;
  const at = (seconds: number): number => truth.frameOf('set') + (seconds - events.set) * order.framesPerSecond;
  const seen = ([...COMPARED, 'firstMove', 'footOpens', 'shouldersTurn', 'slowDown'] as const).map((event) => [
    event,
    truth.frameOf(event),
  ]);
  const { driveStart, ...others } = Object.fromEntries(seen) as Record<Compared, number>;
  return {
    ...others,
    ...(straightens ? { driveStart } : {}),
    liftTop: at(top),
    ...(down === undefined ? {} : { kneeDown: at(down) }),
    ...(off === undefined ? {} : { backFootOff: at(off) }),
    ...(rocked ? { bodyBack: at(events.bodyBack) } : {}),
  };
}

/** Follows the body of a film of the study and compares it with the truth at the true key frames. */
export async function lookAt({ id, order }: StudyClip, path: string): Promise<ClipResult> {
  const { width = 960, height = 540, framesPerSecond, view, pitcher } = order;
  const truth = filmTruth(order);
  const times = Array.from({ length: truth.frames }, (_, i) => i / framesPerSecond);
  const known = { hand: pitcher.hand, towardsTarget: towardsTarget(view, pitcher.hand) };
  const loaded = await bodyModels();
  const before = process.cpuUsage();
  const followed = await followClip({ path, width, height, readHeight: 540 }, times, known, loaded);
  const used = process.cpuUsage(before);
  const base = {
    ...{ id, view, framesPerSecond, coreSeconds: (used.user + used.system) / 1e6 },
    true: trueFrames(order),
  };
  if (followed === null) return { ...base, joints: null, evidence: null, looks: null };
  const { findings, camera, evidence, body } = followed;
  return { ...base, joints: jointsOf(order, body, camera), evidence, looks: { findings, camera } };
}

/** A film that was looked at, with its body followed anew from what the model had found; what the pictures show stays as it was. */
export function followedAgain({ order }: StudyClip, before: ClipResult): ClipResult {
  if (before.looks === null || before.evidence === null) return before;
  const { findings, camera } = before.looks;
  const known = { hand: order.pitcher.hand, towardsTarget: towardsTarget(order.view, order.pitcher.hand) };
  const body = followBody(findings, known, before.evidence.times);
  if (body === null) return { ...before, joints: null, evidence: null };
  return {
    ...before,
    joints: jointsOf(order, jointCentres(body, known.towardsTarget), camera),
    evidence: { ...before.evidence, body },
  };
}

/** The joints of a followed body at the true key frames, held against the truth. */
function jointsOf(order: StudyClip['order'], body: FollowedBody, camera: readonly CameraStep[]): JointResult[] {
  const truth = filmTruth(order);
  const way = towardsTarget(order.view, order.pitcher.hand) ?? 1;
  return COMPARED.flatMap((event) => {
    const frame = Math.max(0, Math.min(truth.frames - 1, Math.round(truth.frameOf(event))));
    return FOLLOWED.map((joint): JointResult => {
      const still = body.joints[joint][frame]!;
      const moved = camera[frame]!;
      const at = { ...still, x: still.x + moved.x, y: still.y + moved.y };
      const own = truth.pointAt(frame, joint);
      const other = OTHER[joint] && truth.pointAt(frame, OTHER[joint]);
      const far = (p: { x: number; y: number }): number => Math.hypot(at.x - p.x, at.y - p.y) / truth.bodyPixels;
      const apart = other ? Math.hypot(own.x - other.x, own.y - other.y) / truth.bodyPixels : 0;
      return {
        ...{ event, joint, score: at.score, scatter: at.scatter / truth.bodyPixels },
        dx: (way * (at.x - own.x)) / truth.bodyPixels,
        dy: (at.y - own.y) / truth.bodyPixels,
        swapped: other !== undefined && apart > 0.05 && far(other) < far(own),
      };
    });
  });
}
