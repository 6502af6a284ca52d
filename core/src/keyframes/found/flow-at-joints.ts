import {
  jointFlow,
  type CameraStep,
  type FollowedBody,
  type FollowedJoint,
  type Grey,
  type KnownOfClip,
  type SeenPicture,
} from '../../pose/index.ts';
import { rateOf } from './series.ts';

/** Where the picture is asked how far it goes, and from how long before the top of the lift until how long after it, in seconds: what may go first, the knee that is lifted, the leg that pushes off. */
const ASKED = {
  frontAnkle: [-1.2, 0],
  frontKnee: [-1.2, 0.25],
  frontHip: [-1.2, 0],
  throwingWrist: [-1.2, 0.6],
  gloveWrist: [-0.2, 0.6],
  throwingElbow: [-0.2, 0.6],
  gloveElbow: [-0.2, 0.6],
  head: [-1.2, 0],
  backHip: [0, 2],
  backKnee: [0, 2],
  backAnkle: [0, 2],
} as const satisfies Partial<Record<FollowedJoint, readonly [number, number]>>;
const FLOW_JOINTS = Object.keys(ASKED) as FlowJoint[];
type FlowJoint = keyof typeof ASKED;

/** How far what is seen at a joint goes from `half` frames before each frame to as many after it, in pixels of the film, the camera's movement taken out; null where nobody looked. */
export interface JointFlow {
  readonly half: number;
  readonly gone: Readonly<Record<FlowJoint, ReadonlyArray<{ readonly x: number; readonly y: number } | null>>>;
}

/** Seconds between the two pictures that are compared: the less he goes between them, the more of it is the film's own noise, and what a program that packs films leaves as it was. */
const APART = 1 / 30;
/** Half the width of what is seen at a joint, as a share of body height. */
const RADIUS = 0.06;

/**
 * Asks the picture at joints how far it goes: a found joint lies beside the true one by another pixel or two in every look, cloth and limb go on with what is there. `see` is given the pictures of a span one after the other, `scale` times smaller than the film, and is null where nothing is asked; `top` is about
 * the frame of the top of the lift. From front and rear only the knee is asked, from the closed side nothing: there the body hides the
 * lifted knee, and what is seen at the back leg is the front one.
 */
export function flowAtJoints(
  body: FollowedBody,
  times: readonly number[],
  field: Grey,
  scale: number,
  top: number,
  { hand, towardsTarget }: KnownOfClip,
): { readonly see: ((frame: number, grey: Grey, camera: CameraStep) => void) | null; readonly flow: JointFlow } {
  const half = Math.max(1, Math.round((rateOf(times) * APART) / 2));
  const isOpenSide = towardsTarget === (hand === 'R' ? 1 : -1);
  const asked = towardsTarget === null ? (['frontKnee'] as const) : isOpenSide ? FLOW_JOINTS : [];
  const seen = new Map<number, SeenPicture>();
  const gone = Object.fromEntries(
    FLOW_JOINTS.map((joint) => [joint, times.map((): { x: number; y: number } | null => null)]),
  ) as Record<FlowJoint, Array<{ x: number; y: number } | null>>;
  const see = (frame: number, grey: Grey, camera: CameraStep): void => {
    const now = { grey, camera: { ...camera, x: camera.x / scale, y: camera.y / scale } };
    seen.set(frame, now);
    const first = frame - 2 * half;
    const before = seen.get(first);
    seen.delete(first);
    if (!before) return;
    const since = times[frame - half]! - times[top]!;
    for (const joint of asked) {
      if (since < ASKED[joint][0] || since > ASKED[joint][1]) continue;
      const [a, b] = [body.joints[joint][first]!, body.joints[joint][frame]!];
      const at = { x: (a.x + b.x) / 2 / scale, y: (a.y + b.y) / 2 / scale };
      const guess = { x: (b.x - a.x) / scale, y: (b.y - a.y) / scale };
      const way = jointFlow(before, now, field, at, guess, (RADIUS * body.bodyPixels) / scale);
      gone[joint][frame - half] = way && { x: way.x * scale, y: way.y * scale };
    }
  };
  return { see: asked.length === 0 ? null : see, flow: { half, gone } };
}

/** How long before the top of the lift the first of them is asked, in seconds. */
export const FLOW_BEFORE_TOP = Math.max(...Object.values(ASKED).map(([from]) => -from));

/** How far what is seen at a joint goes one way around each frame. */
export const waysOf = ({ gone }: JointFlow, joint: FlowJoint, axis: 'x' | 'y'): Array<number | null> =>
  gone[joint].map((way) => way?.[axis] ?? null);
