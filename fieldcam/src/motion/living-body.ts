import { SEGMENT_SHARE as S } from '../body/anthropometry.ts';
import { randomSource } from '../random.ts';
import { add, addScaled, mix, scale, sub, vec, type Vec3 } from '../vector.ts';
import type { EventTimes } from './events.ts';
import type { JointId, Pose } from './pose.ts';
import { middleJoint } from './two-bone.ts';

const UPPER: readonly JointId[] = [
  'head',
  'nose',
  'throwingShoulder',
  'throwingElbow',
  'throwingWrist',
  'gloveShoulder',
  'gloveElbow',
  'gloveWrist',
  'glove',
];

/**
 * How a body stands that is alive: slow sway of some millimetres over feet that stay, and breath that lifts the shoulders. 1 is a usual child
 * (common practice, no source); it fades as he starts to move, and comes back as he comes to rest.
 */
export function livingBody(
  events: EventTimes,
  heightMetres: number,
  seed: number,
  amount: number,
): (pose: Pose, seconds: number) => Pose {
  const random = randomSource(seed * 6151 + 77);
  const waves = Array.from({ length: 3 }, (_, i) => ({
    hertz: 0.25 + 0.28 * i + 0.15 * random.uniform(),
    phase: 2 * Math.PI * random.uniform(),
    x: (0.0035 - 0.0009 * i) * (0.6 + 0.8 * random.uniform()) * (random.uniform() < 0.5 ? -1 : 1),
    z: (0.0025 - 0.0006 * i) * (0.6 + 0.8 * random.uniform()) * (random.uniform() < 0.5 ? -1 : 1),
  }));
  const breath = { hertz: 0.3 + 0.15 * random.uniform(), phase: 2 * Math.PI * random.uniform() };
  const share = (seconds: number): number => {
    if (seconds < events.firstMove + 0.3) return seconds < events.set ? 1 : Math.max(0, 1 - (seconds - events.set) / 0.33) ** 2;
    return Math.max(0, Math.min(1, (seconds - events.finish + 0.12) / 0.4)) ** 2;
  };
  return (pose, seconds) => {
    const k = amount * share(seconds) * heightMetres;
    if (k === 0) return pose;
    let by = vec(0, 0, 0);
    for (const w of waves) {
      const s = Math.sin(2 * Math.PI * w.hertz * seconds + w.phase);
      by = add(by, vec(k * w.x * s, 0, k * w.z * s));
    }
    const up = 0.0022 * k * Math.sin(2 * Math.PI * breath.hertz * seconds + breath.phase);
    const shoulders = add(scale(by, 1.5), vec(0, up, 0));
    const joints: Record<JointId, Vec3> = { ...pose.joints };
    for (const id of UPPER) joints[id] = add(joints[id], shoulders);
    if (pose.ballInHand) joints.ball = add(joints.ball, shoulders);
    for (const side of ['front', 'back'] as const) {
      const [hip, knee, ankle] = [pose.joints[`${side}Hip`], pose.joints[`${side}Knee`], pose.joints[`${side}Ankle`]];
      const moved = add(hip, by);
      const bent = sub(knee, mix(hip, ankle, 0.5));
      joints[`${side}Hip`] = moved;
      joints[`${side}Knee`] = middleJoint(
        ankle,
        moved,
        S.shank * heightMetres,
        S.thigh * heightMetres,
        addScaled(bent, vec(1, 0, 0), 1e-4),
      );
    }
    return { ...pose, joints };
  };
}

/** A shoe that has landed and still gives: how much of the way it has gone, from 0 at contact to 1. The larger part is over in 40 ms. */
export const settled = (secondsSinceContact: number): number =>
  secondsSinceContact <= 0 ? 0 : 1 - Math.exp(-secondsSinceContact / 0.022);
