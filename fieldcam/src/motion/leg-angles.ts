import { SEGMENT_SHARE as S } from '../body/anthropometry.ts';
import { degrees, radians, scale, sub, unit, vec, type Vec3 } from '../vector.ts';

/** One leg in degrees: shank (ankle to knee) and thigh (knee to hip) from vertical, + towards the target; `out` + to z. */
export interface LegAngles {
  readonly shankTilt: number;
  readonly shankOut: number;
  /** Knee bend in the plane of the line: shank tilt minus thigh tilt; the included knee angle is 180 minus it. */
  readonly bend: number;
  readonly thighOut: number;
}

/** Unit direction that leans `tilt` degrees towards the target and `out` degrees towards z. */
export function leaning(tilt: number, out: number): Vec3 {
  const t = radians(tilt);
  const o = radians(out);
  return vec(Math.sin(t) * Math.cos(o), Math.cos(t) * Math.cos(o), Math.sin(o));
}

/** Ankle to knee and knee to hip, in metres. */
export function legVectors(angles: LegAngles, height: number): { shank: Vec3; thigh: Vec3 } {
  return {
    shank: scale(leaning(angles.shankTilt, angles.shankOut), S.shank * height),
    thigh: scale(leaning(angles.shankTilt - angles.bend, angles.thighOut), S.thigh * height),
  };
}

/** The leg angles that put ankle, knee and hip where they are. */
export function legAnglesOf(ankle: Vec3, knee: Vec3, hip: Vec3): LegAngles {
  const s = unit(sub(knee, ankle));
  const t = unit(sub(hip, knee));
  const shankTilt = degrees(Math.atan2(s.x, s.y));
  return {
    shankTilt,
    shankOut: degrees(Math.asin(s.z)),
    bend: shankTilt - degrees(Math.atan2(t.x, t.y)),
    thighOut: degrees(Math.asin(t.z)),
  };
}
