import { fileURLToPath } from 'node:url';
import { FOLLOWED, type ClipEvidence, type FollowedJoint } from '@stride-chalk/core';
import { deliveryMotion, filmTruth, towardsTarget, type EventId } from '@stride-chalk/fieldcam';
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
  readonly true: Readonly<Record<Compared, number>>;
  /** What the rules of key frames look at: kept, so that they can be tried again without the film. */
  readonly evidence: ClipEvidence | null;
}

const OTHER: Partial<Record<FollowedJoint, FollowedJoint>> = { frontKnee: 'backKnee', backKnee: 'frontKnee' };

let models: Models | null = null;
async function bodyModels(): Promise<Models> {
  const folder = fileURLToPath(new URL('../../../finder/weights/', import.meta.url));
  models ??= { lightning: await loadBodyModel(folder, 'lightning'), thunder: await loadBodyModel(folder, 'thunder') };
  return models;
}

/**
 * The true frame of each key frame, as the contract defines it: the top of the lift is where the front knee is highest, which in simulated deliveries comes up to three frames before the moment around which
 * the lift was put together.
 */
export function trueFrames(order: StudyClip['order']): Record<Compared, number> {
  const truth = filmTruth(order);
  const { events, poseAt } = deliveryMotion(order.pitcher);
  const step = 0.0005;
  const near = Array.from({ length: 600 }, (_, i) => events.liftTop - 0.15 + i * step);
  const height = (t: number): number => poseAt(t).joints.frontKnee.y;
  const top = near.reduce((best, t) => (height(t) > height(best) ? t : best));
  const frames = Object.fromEntries(COMPARED.map((event) => [event, truth.frameOf(event)])) as Record<Compared, number>;
  return { ...frames, liftTop: frames.liftTop + (top - events.liftTop) * order.framesPerSecond };
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
  if (followed === null) return { ...base, joints: null, evidence: null };
  const way = known.towardsTarget ?? 1;
  const joints = COMPARED.flatMap((event) => {
    const frame = Math.max(0, Math.min(truth.frames - 1, Math.round(truth.frameOf(event))));
    return FOLLOWED.map((joint): JointResult => {
      const still = followed.body.joints[joint][frame]!;
      const moved = followed.camera[frame]!;
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
  return { ...base, joints, evidence: followed.evidence };
}
