/** Plain 3-D vectors in metres. x towards home plate, y up, z towards a right-hander's open side (third base). */
export interface Vec3 {
  readonly x: number;
  readonly y: number;
  readonly z: number;
}

export const vec = (x: number, y: number, z: number): Vec3 => ({ x, y, z });
export const add = (a: Vec3, b: Vec3): Vec3 => vec(a.x + b.x, a.y + b.y, a.z + b.z);
export const sub = (a: Vec3, b: Vec3): Vec3 => vec(a.x - b.x, a.y - b.y, a.z - b.z);
export const scale = (a: Vec3, k: number): Vec3 => vec(a.x * k, a.y * k, a.z * k);
export const addScaled = (a: Vec3, b: Vec3, k: number): Vec3 => vec(a.x + b.x * k, a.y + b.y * k, a.z + b.z * k);
export const dot = (a: Vec3, b: Vec3): number => a.x * b.x + a.y * b.y + a.z * b.z;
export const cross = (a: Vec3, b: Vec3): Vec3 => vec(a.y * b.z - a.z * b.y, a.z * b.x - a.x * b.z, a.x * b.y - a.y * b.x);
/** Math.hypot guards against numbers that no field has, and takes ten times as long. */
export const length = (a: Vec3): number => Math.sqrt(a.x * a.x + a.y * a.y + a.z * a.z);
export const mix = (a: Vec3, b: Vec3, t: number): Vec3 =>
  vec(a.x + (b.x - a.x) * t, a.y + (b.y - a.y) * t, a.z + (b.z - a.z) * t);

/** Unit vector along `a`; a zero vector is a mistake of the caller and throws. */
export function unit(a: Vec3): Vec3 {
  const l = length(a);
  if (l === 0) throw new Error('unit: a zero vector has no direction');
  return scale(a, 1 / l);
}

/** The part of `a` at right angles to the unit vector `n`, as a unit vector. */
export const perpendicularTo = (a: Vec3, n: Vec3): Vec3 => unit(addScaled(a, n, -dot(a, n)));

export const radians = (degrees: number): number => (degrees * Math.PI) / 180;
export const degrees = (radian: number): number => (radian * 180) / Math.PI;
