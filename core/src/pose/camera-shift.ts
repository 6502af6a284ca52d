import { solveLinear } from '../estimate/solve-linear.ts';
import { greyFrom, halved, shiftedSide, smaller, type Grey } from './grey.ts';
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

/**
 * The shift of the background between two frames: least squares on its slopes of grey (Lucas BD, Kanade T, IJCAI 1981), coarse to fine, with bisquare weights, apart from `bodies`, who move themselves. The light may change; `start` is what is known already. Answers no
 * movement where too little of the picture is left to tell.
 *
 * @example cameraShift(before, now, [{ x: 240, y: 135, side: 300 }]).x // 1.4
 */
export function cameraShift(before: Grey, now: Grey, bodies: readonly Square[], start: CameraStep = STILL): CameraStep {
  const pyramid = [{ before, now, by: 1 }];
  for (let level = 1; level < LEVELS; level++) {
    const last = pyramid[level - 1]!;
    pyramid.push({ before: halved(last.before), now: halved(last.now), by: 2 * last.by });
  }
  let step = start;
  for (const level of pyramid.reverse()) {
    const from = { x: step.x / level.by, y: step.y / level.by, gain: step.gain };
    const found = refinedShift(
      level.before,
      level.now,
      bodies.map((b) => smaller(b, level.by)),
      from,
    );
    if (found) step = { x: found.x * level.by, y: found.y * level.by, gain: found.gain };
  }
  return step;
}

/**
 * The same of pictures between which the shift is nearly known, without going from coarse to fine: `start` is out by a pixel at most. `doubts` are the differences of grey beyond which a place counts for nothing, round by round. null where
 * too little of the picture tells.
 */
export function refinedShift(
  before: Grey,
  now: Grey,
  bodies: readonly Square[],
  start: CameraStep,
  doubts: readonly number[] = DOUBTS,
): CameraStep | null {
  const { width, height, values } = before;
  let { x, y, gain } = start;
  const stride = width > 300 ? 2 : 1;
  const ownsOf = bodies.map((b) => ({
    left: b.x - b.side / 2,
    right: b.x + b.side / 2,
    top: b.y - b.side / 2,
    bottom: b.y + b.side / 2,
  }));
  for (const doubt of doubts) {
    // Normal equations of shift and gain.
    let [xx, xy, yy, xg, yg, gg, xd, yd, gd, places] = [0, 0, 0, 0, 0, 0, 0, 0, 0, 0];
    const [across, down] = [shiftedSide(0, width, x, now.width), shiftedSide(0, height, y, now.height)];
    for (let row = 2; row < height - 2; row += stride) {
      const first = down.before[row]!;
      if (first < 0) continue;
      const fv = down.share[row]!;
      const here = ownsOf.filter((b) => row > b.top && row < b.bottom);
      for (let column = 2; column < width - 2; column += stride) {
        const body = here.find((b) => column > b.left && column < b.right);
        if (body) {
          // On to the first place beside him.
          while (column + stride < body.right) column += stride;
          continue;
        }
        const i = row * width + column;
        const gx = (values[i + 1]! - values[i - 1]!) / 2;
        const gy = (values[i + width]! - values[i - width]!) / 2;
        if (gx * gx + gy * gy < 4) continue;
        const next = across.before[column]!;
        if (next < 0) continue;
        const there = greyFrom(now.values, now.width, first * now.width + next, across.share[column]!, fv);
        const own = values[i]!;
        const miss = there - gain * own;
        if (Math.abs(miss) > doubt) continue;
        const trust = (1 - (miss / doubt) ** 2) ** 2;
        places++;
        // A place that has gone on by a little more looks darker by the slope times that.
        const [ax, ay, ag] = [-gain * gx, -gain * gy, own];
        xx += trust * ax * ax;
        xy += trust * ax * ay;
        yy += trust * ay * ay;
        xg += trust * ax * ag;
        yg += trust * ay * ag;
        gg += trust * ag * ag;
        xd += trust * ax * miss;
        yd += trust * ay * miss;
        gd += trust * ag * miss;
      }
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
