import { solveLinear } from '../../estimate/solve-linear.ts';
import { symmetricEigen } from './symmetric-eigen.ts';

export interface PlanePoint {
  readonly x: number;
  readonly y: number;
}
/** A mark: where it lies in the picture, and where on the ground. */
export interface PlanePair {
  readonly from: PlanePoint;
  readonly to: PlanePoint;
}
/** A plane as a camera sees it: what turns a place of the picture into one of the ground. */
export interface Homography {
  /** Row by row; (x, y, 1) becomes (u w, v w, w). */
  readonly matrix: readonly [number, number, number, number, number, number, number, number, number];
  /** Root mean square of what the marks are missed by, in the units of `to`: 0 with four. */
  readonly rms: number;
}

/** How far three marks must be from a line, as a share of the distance of the two that lie furthest apart. */
const LEAST_BEND = 1e-3;
/** Beyond this ratio of eigenvalues more than one plane fits. */
const LEAST_RANK = 1e-9;
const ROUNDS = 30;

/**
 * The homography that takes marks of a picture to their places on a plane: normalised direct linear transformation (Hartley R, Zisserman A, Multiple View Geometry, 2nd ed., algorithm 4.2), and with more than four marks the least
 * squares of what it misses them by on the plane (Levenberg and Marquardt; there, 4.5).
 *
 * @throws RangeError with fewer than four marks, a mark that stands twice, three of four marks on one line, or marks that fit more than one plane
 * @example fitHomography([
 *   { from: { x: 0, y: 0 }, to: { x: 0, y: 0 } }, { from: { x: 2, y: 0 }, to: { x: 1, y: 0 } },
 *   { from: { x: 2, y: 2 }, to: { x: 1, y: 1 } }, { from: { x: 0, y: 2 }, to: { x: 0, y: 1 } },
 * ]) // halves: applyHomography(it, { x: 1, y: 1 }) is { x: 0.5, y: 0.5 }
 */
export function fitHomography(pairs: readonly PlanePair[]): Homography {
  if (pairs.length < 4) throw new RangeError(`a plane needs four marks, and there are ${pairs.length}`);
  for (const side of ['from', 'to'] as const) refuseDegenerate(pairs, side);
  const [own, plane] = [normalising(pairs.map((p) => p.from)), normalising(pairs.map((p) => p.to))];
  const scaled = pairs.map((p) => ({ from: own.apply(p.from), to: plane.apply(p.to) }));
  let h = linear(scaled);
  if (pairs.length > 4) h = refined(h, scaled);
  // Back to pixels and to the plane's own units.
  const whole = product(plane.inverse, product(h, own.matrix));
  const size = Math.sqrt(whole.reduce((sum, v) => sum + v * v, 0)) * (whole[8] < 0 ? -1 : 1);
  const matrix = whole.map((v) => v / size) as unknown as Homography['matrix'];
  const misses = pairs.map(({ from, to }) => {
    const at = applyHomography({ matrix }, from);
    return (at.x - to.x) ** 2 + (at.y - to.y) ** 2;
  });
  return { matrix, rms: pairs.length === 4 ? 0 : Math.sqrt(misses.reduce((a, b) => a + b, 0) / pairs.length) };
}

/**
 * Where on the plane a place of the picture lies.
 *
 * @throws RangeError for a place on the horizon of the plane, which lies nowhere on it
 */
export function applyHomography({ matrix: m }: Pick<Homography, 'matrix'>, { x, y }: PlanePoint): { x: number; y: number } {
  const w = m[6] * x + m[7] * y + m[8];
  const scale = Math.abs(m[6] * x) + Math.abs(m[7] * y) + Math.abs(m[8]);
  if (Math.abs(w) <= 1e-12 * scale) throw new RangeError('this place lies on the horizon of the plane');
  return { x: (m[0] * x + m[1] * y + m[2]) / w, y: (m[3] * x + m[4] * y + m[5]) / w };
}

type Matrix = Homography['matrix'];
const product = (a: Matrix, b: Matrix): Matrix =>
  Array.from({ length: 9 }, (_, i) => {
    const [r, c] = [3 * Math.floor(i / 3), i % 3];
    return a[r]! * b[c]! + a[r + 1]! * b[c + 3]! + a[r + 2]! * b[c + 6]!;
  }) as unknown as Matrix;

function refuseDegenerate(pairs: readonly PlanePair[], side: 'from' | 'to'): void {
  const where = side === 'from' ? 'in the picture' : 'on the ground';
  const at = pairs.map((p) => p[side]);
  const apart = (a: PlanePoint, b: PlanePoint): number => Math.hypot(a.x - b.x, a.y - b.y);
  const span = Math.max(...at.flatMap((a) => at.map((b) => apart(a, b))));
  for (let i = 0; i < at.length; i++)
    for (let j = i + 1; j < at.length; j++)
      if (apart(at[i]!, at[j]!) <= 1e-9 * span || span === 0)
        throw new RangeError(`marks ${i + 1} and ${j + 1} are the same place ${where}`);
  if (pairs.length > 4) return;
  for (let i = 0; i < 4; i++) {
    const [a, b, c] = at.filter((_, k) => k !== i) as [PlanePoint, PlanePoint, PlanePoint];
    const area = Math.abs((b.x - a.x) * (c.y - a.y) - (c.x - a.x) * (b.y - a.y));
    const longest = Math.max(apart(a, b), apart(b, c), apart(a, c));
    if (area / longest < LEAST_BEND * longest) {
      const names = [1, 2, 3, 4].filter((n) => n !== i + 1);
      throw new RangeError(`marks ${names.join(', ')} lie on one line ${where}`);
    }
  }
}

/** Moves the middle of the points to the origin and makes their mean distance from it the root of two: without it the equations are lopsided. */
function normalising(points: readonly PlanePoint[]): { matrix: Matrix; inverse: Matrix; apply: (p: PlanePoint) => PlanePoint } {
  const mean = (of: (p: PlanePoint) => number): number => points.reduce((sum, p) => sum + of(p), 0) / points.length;
  const [x, y] = [mean((p) => p.x), mean((p) => p.y)];
  const s = Math.SQRT2 / mean((p) => Math.hypot(p.x - x, p.y - y));
  return {
    matrix: [s, 0, -s * x, 0, s, -s * y, 0, 0, 1],
    inverse: [1 / s, 0, x, 0, 1 / s, y, 0, 0, 1],
    apply: (p) => ({ x: s * (p.x - x), y: s * (p.y - y) }),
  };
}

/** Each mark gives two equations; the vector that misses them least is the one of the smallest eigenvalue. */
function linear(pairs: readonly PlanePair[]): Matrix {
  const rows = pairs.flatMap(({ from: { x, y }, to: { x: u, y: v } }) => [
    [0, 0, 0, -x, -y, -1, v * x, v * y, v],
    [x, y, 1, 0, 0, 0, -u * x, -u * y, -u],
  ]);
  const squares = Array.from({ length: 9 }, (_, i) =>
    Array.from({ length: 9 }, (__, j) => rows.reduce((sum, r) => sum + r[i]! * r[j]!, 0)),
  );
  const eigen = symmetricEigen(squares);
  if (eigen[1]!.value < LEAST_RANK * eigen[8]!.value)
    throw new RangeError('these marks fit more than one plane: too many of them lie on one line');
  return eigen[0]!.vector as unknown as Matrix;
}

/** Levenberg and Marquardt on eight numbers, the ninth stays: the middle of the marks is seen, so that it is not zero. */
function refined(start: Matrix, pairs: readonly PlanePair[]): Matrix {
  let h = start.map((v) => v / start[8]);
  const missOf = (m: readonly number[]): number =>
    pairs.reduce((sum, { from: { x, y }, to }) => {
      const w = m[6]! * x + m[7]! * y + 1;
      return sum + ((m[0]! * x + m[1]! * y + m[2]!) / w - to.x) ** 2 + ((m[3]! * x + m[4]! * y + m[5]!) / w - to.y) ** 2;
    }, 0);
  let [damping, miss] = [1e-3, missOf(h)];
  for (let round = 0; round < ROUNDS; round++) {
    const jtj = Array.from({ length: 8 }, () => new Array<number>(8).fill(0));
    const jtr = new Array<number>(8).fill(0);
    for (const {
      from: { x, y },
      to,
    } of pairs) {
      const w = h[6]! * x + h[7]! * y + 1;
      const [u, v] = [(h[0]! * x + h[1]! * y + h[2]!) / w, (h[3]! * x + h[4]! * y + h[5]!) / w];
      for (const [j, r] of [
        [[x / w, y / w, 1 / w, 0, 0, 0, (-u * x) / w, (-u * y) / w], u - to.x],
        [[0, 0, 0, x / w, y / w, 1 / w, (-v * x) / w, (-v * y) / w], v - to.y],
      ] as const)
        for (let i = 0; i < 8; i++) {
          jtr[i]! += j[i]! * r;
          for (let k = 0; k < 8; k++) jtj[i]![k]! += j[i]! * j[k]!;
        }
    }
    const step = solveLinear(
      jtj.map((row, i) => row.map((v, k) => (i === k ? v * (1 + damping) : v))),
      jtr,
    );
    if (step === null) break;
    const next = h.map((v, i) => (i < 8 ? v - step[i]! : v));
    const less = missOf(next);
    if (!(less < miss)) {
      damping *= 10;
      if (damping > 1e8) break;
      continue;
    }
    const done = miss - less < 1e-15 * miss;
    [h, miss, damping] = [next, less, damping / 10];
    if (done) break;
  }
  return h as unknown as Matrix;
}
