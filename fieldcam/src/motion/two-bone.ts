import { addScaled, dot, length, perpendicularTo, scale, sub, unit, type Vec3 } from '../vector.ts';

/** The middle joint of a two-bone chain from `root` to `tip`, bent towards `pole`; a chain out of reach is stretched. */
export function middleJoint(root: Vec3, tip: Vec3, upper: number, lower: number, pole: Vec3): Vec3 {
  const span = sub(tip, root);
  const reach = Math.min(length(span), (upper + lower) * 0.9995);
  const along = unit(span);
  const a = (upper * upper - lower * lower + reach * reach) / (2 * reach);
  const h = Math.sqrt(Math.max(0, upper * upper - a * a));
  const away = Math.abs(dot(unit(pole), along)) > 0.999 ? scale(pole, 0) : perpendicularTo(pole, along);
  return addScaled(addScaled(root, along, a), away, h);
}
