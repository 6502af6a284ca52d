import { solveLinear } from '../estimate/solve-linear.ts';
import { halved, shiftedSide, smaller, type Grey } from './grey.ts';
import type { Square } from './square.ts';

/** How a camera has moved from one frame to the next, as what stands still shows it. */
export interface CameraStep {
  /** Where the same place of the field lies now, less where it lay, in pixels of the pictures. */
  readonly x: number;
  readonly y: number;
  /** How much brighter it has become: now = gain * before. */
  readonly gain: number;
}

const STILL: CameraStep = { x: 0, y: 0, gain: 1 };
const LEVELS = 3;
/** Differences of grey beyond which a place counts for nothing (somebody goes by), round by round. */
const DOUBTS = [60, 40, 25, 18, 18, 18];
const LEAST_PLACES = 200;
/** Grey that slopes by less than this a pixel tells of noise. */
const LEAST_SLOPE = 2;

/** The places of a picture at which its grey slopes enough to tell a shift, row by row: where they lie, and half the difference of their neighbours across and down. */
export interface SlopedPlaces {
  readonly picture: Grey;
  readonly columns: Int32Array;
  readonly rows: Int32Array;
  readonly gx: Float64Array;
  readonly gy: Float64Array;
}

/** The sloped places of a picture; every second column and row of one that is wider than 300 pixels. */
export function slopedPlaces(picture: Grey): SlopedPlaces {
  const { width, height, values } = picture;
  const stride = width > 300 ? 2 : 1;
  const most = Math.ceil(width / stride) * Math.ceil(height / stride);
  const [columns, rows] = [new Int32Array(most), new Int32Array(most)];
  const [across, down] = [new Float64Array(most), new Float64Array(most)];
  let count = 0;
  for (let row = 2; row < height - 2; row += stride)
    for (let column = 2, i = row * width + 2; column < width - 2; column += stride, i += stride) {
      const gx = (values[i + 1]! - values[i - 1]!) / 2;
      const gy = (values[i + width]! - values[i - width]!) / 2;
      if (gx * gx + gy * gy < LEAST_SLOPE ** 2) continue;
      columns[count] = column;
      rows[count] = row;
      across[count] = gx;
      down[count++] = gy;
    }
  const [gx, gy] = [across.subarray(0, count), down.subarray(0, count)];
  return { picture, columns: columns.subarray(0, count), rows: rows.subarray(0, count), gx, gy };
}

/** A picture against which many others are held, and its halves, fine to coarse: its slopes are reckoned once. */
export function groundOf(picture: Grey): readonly SlopedPlaces[] {
  const pictures = [picture];
  while (pictures.length < LEVELS) pictures.push(halved(pictures.at(-1)!));
  return pictures.map(slopedPlaces);
}

/**
 * The shift of the background from the picture of `before` (`groundOf`) to another one: least squares on its slopes of grey (Lucas BD, Kanade T, IJCAI 1981), coarse to fine, with bisquare weights, apart from `bodies`, who move themselves. The
 * light may change; `start` is what is known already. Answers no movement where too little of the picture is left to tell.
 *
 * @example cameraShift(groundOf(first), now, [{ x: 240, y: 135, side: 300 }]).x // 1.4
 */
export function cameraShift(
  before: readonly SlopedPlaces[],
  now: Grey,
  bodies: readonly Square[],
  start: CameraStep = STILL,
): CameraStep {
  const pictures = [now];
  while (pictures.length < before.length) pictures.push(halved(pictures.at(-1)!));
  let step = start;
  for (let level = before.length - 1; level >= 0; level--) {
    const by = 2 ** level;
    const from = { x: step.x / by, y: step.y / by, gain: step.gain };
    const owns = bodies.map((b) => smaller(b, by));
    const found = refinedShift(before[level]!, pictures[level]!, owns, from);
    if (found) step = { x: found.x * by, y: found.y * by, gain: found.gain };
  }
  return step;
}

/**
 * The same of pictures between which the shift is nearly known, without going from coarse to fine: `start` is out by a pixel at most. `doubts` are the differences of grey beyond which a place counts for nothing, round by round. null where
 * too little of the picture tells.
 */
export function refinedShift(
  { picture: before, columns, rows, gx, gy }: SlopedPlaces,
  now: Grey,
  bodies: readonly Square[],
  start: CameraStep,
  doubts: readonly number[] = DOUBTS,
): CameraStep | null {
  const { width, height, values } = before;
  let { x, y, gain } = start;
  const beside = besides(columns, rows, bodies);
  for (const doubt of doubts) {
    // Normal equations of shift and gain. Each sum by itself, and nothing looked up in an object: the loop takes a third of the time.
    let xx = 0;
    let xy = 0;
    let yy = 0;
    let xg = 0;
    let yg = 0;
    let gg = 0;
    let xd = 0;
    let yd = 0;
    let gd = 0;
    let places = 0;
    const { before: columnOf, share: shareAcross } = shiftedSide(0, width, x, now.width);
    const { before: rowOf, share: shareDown } = shiftedSide(0, height, y, now.height);
    const { values: shifted, width: wide } = now;
    for (let n = 0; n < beside.length; n++) {
      const k = beside[n]!;
      const column = columns[k]!;
      const row = rows[k]!;
      const next = columnOf[column]!;
      const first = rowOf[row]!;
      if (first < 0 || next < 0) continue;
      const own = values[row * width + column]!;
      // What `greyAt` reckons, written out: a call costs as much as all of this.
      const i = first * wide + next;
      const fu = shareAcross[column]!;
      const fv = shareDown[row]!;
      const above = shifted[i]! * (1 - fu) * (1 - fv) + shifted[i + 1]! * fu * (1 - fv);
      const there = above + shifted[i + wide]! * (1 - fu) * fv + shifted[i + wide + 1]! * fu * fv;
      const miss = there - gain * own;
      if (Math.abs(miss) > doubt) continue;
      const off = miss / doubt;
      const near = 1 - off * off;
      const trust = near * near;
      places++;
      // A place that has gone on by a little more looks darker by the slope times that.
      const ax = -gain * gx[k]!;
      const ay = -gain * gy[k]!;
      xx += trust * ax * ax;
      xy += trust * ax * ay;
      yy += trust * ay * ay;
      xg += trust * ax * own;
      yg += trust * ay * own;
      gg += trust * own * own;
      xd += trust * ax * miss;
      yd += trust * ay * miss;
      gd += trust * own * miss;
    }
    if (places < LEAST_PLACES) return null;
    const by = solveLinear(
      [
        [xx, xy, xg],
        [xy, yy, yg],
        [xg, yg, gg],
      ],
      [xd, yd, gd],
      1e-9,
    );
    if (by === null) return null;
    x += by[0]!;
    y += by[1]!;
    gain += by[2]!;
    if (Math.hypot(by[0]!, by[1]!) < 0.005) break;
  }
  return { x, y, gain };
}

/** Which of the places lie in no body. */
function besides(columns: Int32Array, rows: Int32Array, bodies: readonly Square[]): Int32Array {
  const out = new Int32Array(columns.length);
  let count = 0;
  for (let k = 0; k < out.length; k++) {
    let inside = false;
    for (const { x, y, side } of bodies) inside ||= Math.abs(columns[k]! - x) < side / 2 && Math.abs(rows[k]! - y) < side / 2;
    if (!inside) out[count++] = k;
  }
  return out.subarray(0, count);
}
