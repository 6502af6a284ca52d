import type { PlanePair, PlanePoint } from './fit-homography.ts';

/** A plane that a camera sees: from the picture to the plane. */
export interface Plane {
  /** @throws RangeError for a place on the horizon of the plane */
  at(picture: PlanePoint): { readonly x: number; readonly y: number };
}

type Matrix = readonly [number, number, number, number, number, number, number, number, number];

/**
 * The plane through four marks that go round it, without a search: the unit square to four places in closed form (Heckbert PS, Fundamentals of Texture Mapping
 * and Image Warping, 1989, 2.2.3; formula from memory), once to the picture and once to the plane. It is what `fitHomography` gives for four marks, some
 * hundred times faster, which counts where an error is drawn by the hundred.
 *
 * @param pairs four marks in their order round the plane
 * @throws RangeError where three of the marks lie on one line
 * @example fourMarks([
 *   { from: { x: 0, y: 0 }, to: { x: 0, y: 0 } }, { from: { x: 2, y: 0 }, to: { x: 1, y: 0 } },
 *   { from: { x: 2, y: 2 }, to: { x: 1, y: 1 } }, { from: { x: 0, y: 2 }, to: { x: 0, y: 1 } },
 * ]).at({ x: 1, y: 1 }) // { x: 0.5, y: 0.5 }
 */
export function fourMarks(pairs: readonly PlanePair[]): Plane {
  if (pairs.length !== 4) throw new RangeError(`four marks are expected, and there are ${pairs.length}`);
  const picture = squareTo(pairs.map((p) => p.from));
  const plane = squareTo(pairs.map((p) => p.to));
  const back = adjugate(picture);
  return {
    at(p) {
      const [u, v, w] = times(back, p.x, p.y, 1);
      const [x, y, z] = times(plane, u, v, w);
      if (!Number.isFinite(x / z) || Math.abs(z) < 1e-12 * (Math.abs(x) + Math.abs(y)))
        throw new RangeError('this place lies on the horizon of the plane');
      return { x: x / z, y: y / z };
    },
  };
}

const times = (m: Matrix, x: number, y: number, w: number): readonly [number, number, number] => [
  m[0] * x + m[1] * y + m[2] * w,
  m[3] * x + m[4] * y + m[5] * w,
  m[6] * x + m[7] * y + m[8] * w,
];

function squareTo(p: readonly PlanePoint[]): Matrix {
  const [a, b, c, d] = p as readonly [PlanePoint, PlanePoint, PlanePoint, PlanePoint];
  for (const three of [
    [a, b, c],
    [b, c, d],
    [c, d, a],
    [d, a, b],
  ] as const)
    if (flat(...three)) throw new RangeError('three of the four marks lie on one line');
  const [dx1, dx2, dx3] = [b.x - c.x, d.x - c.x, a.x - b.x + c.x - d.x];
  const [dy1, dy2, dy3] = [b.y - c.y, d.y - c.y, a.y - b.y + c.y - d.y];
  const below = dx1 * dy2 - dx2 * dy1;
  const [g, h] = [(dx3 * dy2 - dx2 * dy3) / below, (dx1 * dy3 - dx3 * dy1) / below];
  return [b.x - a.x + g * b.x, d.x - a.x + h * d.x, a.x, b.y - a.y + g * b.y, d.y - a.y + h * d.y, a.y, g, h, 1];
}

/** The inverse but for its size, which does not matter here. */
const adjugate = (m: Matrix): Matrix => [
  m[4] * m[8] - m[5] * m[7],
  m[2] * m[7] - m[1] * m[8],
  m[1] * m[5] - m[2] * m[4],
  m[5] * m[6] - m[3] * m[8],
  m[0] * m[8] - m[2] * m[6],
  m[2] * m[3] - m[0] * m[5],
  m[3] * m[7] - m[4] * m[6],
  m[1] * m[6] - m[0] * m[7],
  m[0] * m[4] - m[1] * m[3],
];

/** Whether three marks lie on a line, to a thousandth of the longest side. */
function flat(a: PlanePoint, b: PlanePoint, c: PlanePoint): boolean {
  const longest = Math.max(Math.hypot(b.x - a.x, b.y - a.y), Math.hypot(c.x - b.x, c.y - b.y), Math.hypot(a.x - c.x, a.y - c.y));
  return Math.abs((b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y)) <= 1e-3 * longest ** 2;
}
