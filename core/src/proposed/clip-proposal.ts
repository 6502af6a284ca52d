import type { EventId } from '../keyframes/events.ts';
import type { ClipEvidence, FoundEvent } from '../keyframes/found/evidence.ts';
import { throwFrame } from '../keyframes/found/throw-frame.ts';
import { findKeyFrames } from '../keyframes/found/find-key-frames.ts';
import { orderProblems } from '../keyframes/order-problems.ts';
import { FOLLOWED, type CameraStep, type FollowedBody, type FollowedJoint } from '../pose/index.ts';
import { jointError } from './joint-error.ts';

/** A key frame that the computer proposes; nobody has seen it. */
export interface ProposedMark {
  readonly event: EventId;
  readonly frame: number;
  /** The frames between which it lies with 90 %. */
  readonly from: number;
  readonly to: number;
  /** 0 to 1: how often such a find lies within two frames of 120 a second. */
  readonly sure: number;
}

/** A joint in every frame of a clip, in pixels of the clip. */
export interface ProposedJoint {
  readonly joint: FollowedJoint;
  readonly x: readonly number[];
  readonly y: readonly number[];
  /** One standard deviation per axis. */
  readonly sd: readonly number[];
}

/** Everything that the computer proposes for a clip. */
export interface ClipProposal {
  readonly bodyPixels: number;
  readonly marks: readonly ProposedMark[];
  readonly joints: readonly ProposedJoint[];
}

/** From here on a find is called sure. */
export const SURE = 0.7;

/** Less than this of hips, knees and ankles was seen: it follows something else, or nothing. */
const LEAST_SEEN = 0.45;
const LEGS: readonly FollowedJoint[] = ['frontHip', 'frontKnee', 'frontAnkle', 'backHip', 'backKnee', 'backAnkle'];

/** Whether a body was followed: most of the time the model has seen his legs. */
function isFollowed({ joints }: FollowedBody): boolean {
  const scores = LEGS.flatMap((joint) => joints[joint].map((p) => p.score)).sort((a, b) => a - b);
  return (scores[scores.length >> 1] ?? 0) >= LEAST_SEEN;
}

/**
 * What is proposed of a clip from its followed body: joints in every frame, where the camera saw them, each with its error, and key frames that stand in an order which a delivery can have. null where no body was followed.
 *
 * @example clipProposal({ body, camera, evidence })?.marks // [{ event: 'release', frame: 163, from: 162, to: 165, sure: 0.97 }, ...]
 */
export function clipProposal(followed: {
  readonly body: FollowedBody;
  readonly camera: readonly CameraStep[];
  readonly evidence: ClipEvidence;
}): ClipProposal | null {
  const { body, camera, evidence } = followed;
  if (!isFollowed(body)) return null;
  const tenth = (v: number): number => Math.round(10 * v) / 10;
  const { times } = evidence;
  const last = times.length - 1;
  const thrown = times[throwFrame(evidence)]!;
  return {
    bodyPixels: tenth(body.bodyPixels),
    marks: inOrder(findKeyFrames(evidence), last),
    joints: FOLLOWED.map((joint) => {
      const track = body.joints[joint];
      return {
        joint,
        x: track.map((p, i) => tenth(p.x + (camera[i]?.x ?? 0))),
        y: track.map((p, i) => tenth(p.y + (camera[i]?.y ?? 0))),
        sd: track.map((p, i) =>
          tenth(jointError(joint, p, body.bodyPixels, evidence.towardsTarget === null, times[i]! - thrown)),
        ),
      };
    }),
  };
}

/** Events whose rule names the first frame in which something is so; of the others it is the nearest one. */
const FIRST_FRAME: ReadonlySet<EventId> = new Set(['handsApart', 'contact', 'release']);

/** Whole frames inside the clip; of two that contradict each other the less sure one is left out. */
export function inOrder(found: Partial<Record<EventId, FoundEvent>>, last: number): ProposedMark[] {
  const inside = (frame: number): number => Math.max(0, Math.min(last, frame));
  let marks = Object.entries(found).map(
    ([event, { frame, from, to, sure }]): ProposedMark => ({
      event: event as EventId,
      frame: inside(FIRST_FRAME.has(event as EventId) ? Math.ceil(frame - 0.05) : Math.round(frame)),
      from: inside(Math.floor(from)),
      to: inside(Math.max(Math.ceil(to), Math.ceil(frame))),
      sure: Math.round(100 * sure) / 100,
    }),
  );
  for (;;) {
    const [problem] = orderProblems(marks.map((m) => ({ event: m.event, frame: m.frame, frameTo: null })));
    if (!problem) return marks.sort((a, b) => a.frame - b.frame);
    const wrong = marks
      .filter((m) => m.event === problem.earlier || m.event === problem.later)
      .reduce((a, b) => (b.sure < a.sure ? b : a));
    marks = marks.filter((m) => m !== wrong);
  }
}
