import { add, addScaled, degrees, dot, radians, scale, sub, unit, type Vec3 } from '../vector.ts';

/** Joint angles of one arm in degrees, seen from the trunk. */
export interface ArmAngles {
  /** 0 hanging, 90 level with the shoulders. */
  readonly abduction: number;
  /** 0 straight out along the shoulder line, + in front of the chest. */
  readonly horizontal: number;
  /** 0 forearm forward, 90 along the trunk upwards, 180 straight back (external rotation). */
  readonly rotation: number;
  /** Elbow flexion, 0 straight. */
  readonly flexion: number;
}

/** The trunk as an arm sees it: `out` away from the body along the shoulder line, `up` along the trunk, `front` ahead. */
export interface ArmFrame {
  readonly out: Vec3;
  readonly up: Vec3;
  readonly front: Vec3;
}

const turned = (frame: ArmFrame, abduction: number, horizontal: number) => {
  const a = radians(abduction);
  const h = radians(horizontal);
  const level = add(scale(frame.out, Math.cos(h)), scale(frame.front, Math.sin(h)));
  return {
    upperArm: addScaled(scale(level, Math.sin(a)), frame.up, -Math.cos(a)),
    ahead: add(scale(frame.out, -Math.sin(h)), scale(frame.front, Math.cos(h))),
    above: addScaled(scale(level, Math.cos(a)), frame.up, Math.sin(a)),
  };
};

/** Unit directions of the upper arm and the forearm. */
export function armDirections(frame: ArmFrame, angles: ArmAngles): { upperArm: Vec3; forearm: Vec3 } {
  const { upperArm, ahead, above } = turned(frame, angles.abduction, angles.horizontal);
  const r = radians(angles.rotation);
  const e = radians(angles.flexion);
  const side = add(scale(ahead, Math.cos(r)), scale(above, Math.sin(r)));
  return { upperArm, forearm: add(scale(upperArm, Math.cos(e)), scale(side, Math.sin(e))) };
}

/** The joint angles that put shoulder, elbow and wrist where they are. */
export function armAnglesOf(frame: ArmFrame, shoulder: Vec3, elbow: Vec3, wrist: Vec3): ArmAngles {
  const u = unit(sub(elbow, shoulder));
  const f = unit(sub(wrist, elbow));
  const abduction = degrees(Math.acos(Math.max(-1, Math.min(1, -dot(u, frame.up)))));
  const horizontal = degrees(Math.atan2(dot(u, frame.front), dot(u, frame.out)));
  const { ahead, above } = turned(frame, abduction, horizontal);
  return {
    abduction,
    horizontal,
    rotation: degrees(Math.atan2(dot(f, above), dot(f, ahead))),
    flexion: degrees(Math.acos(Math.max(-1, Math.min(1, dot(u, f))))),
  };
}
