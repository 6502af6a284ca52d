import { SEGMENT_SHARE as S } from '../body/anthropometry.ts';
import { addScaled, cross, scale, unit, vec, type Vec3 } from '../vector.ts';
import type { Pose } from './pose.ts';

/** Somebody who goes by, or stands and watches: height in metres, where he is at the beginning, and how fast he goes along `way` in metres a second. */
export interface Walker {
  readonly height: number;
  readonly from: Vec3;
  readonly way: Vec3;
  readonly speed: number;
  readonly phase: number;
}

const UP = vec(0, 1, 0);

/** Where his joints are at a moment: a plain walk of one step in about half a second (common practice, no source), arms against the legs. */
export function walkerPose(walker: Walker, seconds: number): Pose {
  const { height: H, speed } = walker;
  const ahead = unit(walker.way);
  const aside = cross(UP, ahead);
  const pace = Math.min(1, speed / 1.3);
  const phi = walker.phase + 2 * Math.PI * 0.9 * seconds * (0.4 + 0.6 * pace) * (speed > 0.05 ? 1 : 0);
  const along = (angle: number): Vec3 => addScaled(scale(UP, -Math.cos(angle)), ahead, Math.sin(angle));
  const at = addScaled(walker.from, ahead, speed * seconds);
  const leg = (p: number) => {
    const thigh = 0.44 * pace * Math.sin(p) + 0.05;
    const bend = 0.1 + 0.85 * pace * Math.max(0, Math.sin(p + 1.2)) ** 2;
    return { thigh: along(thigh), shank: along(thigh - bend) };
  };
  const legs = [leg(phi), leg(phi + Math.PI)] as const;
  const drop = Math.max(...legs.map((l) => -l.thigh.y * S.thigh * H - l.shank.y * S.shank * H));
  const pelvis = vec(at.x, at.y + S.ankleHeight * H + drop, at.z);
  const shoulders = addScaled(pelvis, UP, S.trunk * H);
  const side = (k: 1 | -1, of: (typeof legs)[number]) => {
    const hip = addScaled(pelvis, aside, k * S.hipHalf * H);
    const knee = addScaled(hip, of.thigh, S.thigh * H);
    const ankle = addScaled(knee, of.shank, S.shank * H);
    const shoulder = addScaled(shoulders, aside, k * S.shoulderHalf * H);
    const swing = -0.4 * pace * Math.sin(k > 0 ? phi : phi + Math.PI);
    const elbow = addScaled(shoulder, along(swing), S.upperArm * H);
    const wrist = addScaled(elbow, along(swing + 0.35), S.forearm * H);
    return {
      ...{ hip, knee, ankle, shoulder, elbow, wrist },
      heel: addScaled(addScaled(ankle, ahead, -0.036 * H), UP, -0.026 * H),
      toe: addScaled(addScaled(ankle, ahead, 0.108 * H), UP, -0.026 * H),
    };
  };
  const [l, r] = [side(1, legs[0]), side(-1, legs[1])];
  const head = addScaled(shoulders, UP, S.headCentreAboveShoulders * H);
  return {
    joints: {
      head,
      nose: addScaled(head, ahead, 0.062 * H),
      ...{ throwingShoulder: r.shoulder, throwingElbow: r.elbow, throwingWrist: r.wrist },
      ...{ gloveShoulder: l.shoulder, gloveElbow: l.elbow, gloveWrist: l.wrist },
      ...{ frontHip: l.hip, frontKnee: l.knee, frontAnkle: l.ankle, frontHeel: l.heel, frontToe: l.toe },
      ...{ backHip: r.hip, backKnee: r.knee, backAnkle: r.ankle, backHeel: r.heel, backToe: r.toe },
      ball: addScaled(r.wrist, UP, -0.06 * H),
      glove: addScaled(l.wrist, UP, -0.06 * H),
    },
    ...{ trunkUp: UP, hipAxis: aside, shoulderAxis: aside, gaze: ahead, headUp: UP, frontFoot: ahead, backFoot: ahead },
    ballInHand: true,
  };
}
