import type { CameraStep } from './camera-shift.ts';
import { patchOf, type Grey } from './grey.ts';

/** A picture, and how its camera lies beside that of the first frame, in pixels of the picture. */
export interface SeenPicture {
  readonly grey: Grey;
  readonly camera: CameraStep;
}
interface Place {
  readonly x: number;
  readonly y: number;
}

const ROUNDS = 8;
/** A step by less than this, in pixels, is the last one. */
const SETTLED = 0.01;
/** Differences of grey from which on a place counts for nothing, and those up to which it is the field behind him in both pictures. */
const [DOUBT, FIELD] = [25, 12];
/** How much the guess counts: as much as places whose squared slopes of grey sum to so much, times the radius. Plain cloth has no slopes and stays at the guess. */
const GUESS = 30;

/**
 * By how much what is seen at `at` has gone on from one picture to another, in pixels, the camera's movement taken out: least squares on the slopes of grey in a disc (Lucas BD, Kanade T, IJCAI 1981), both pictures read half the way from its middle, places near the
 * middle counting most, with bisquare weights on what they miss (Beaton AE, Tukey JW, Technometrics 1974;16:147-185). What looks like the empty field in both pictures is not his. `at` is the middle of his way between them as the first frame's camera sees it, `guess` how far he is thought to
 * go. null where the disc is not wholly in the pictures.
 *
 * @example jointFlow({ grey: before, camera }, { grey: now, camera }, field, { x: 120, y: 80 }, { x: 1, y: 0 }, 11) // { x: 1.42, y: -0.31 }
 */
export function jointFlow(
  before: SeenPicture,
  now: SeenPicture,
  field: Grey,
  at: Place,
  guess: Place,
  radius: number,
): Place | null {
  const reach = Math.max(3, Math.round(radius));
  const size = 2 * reach + 3;
  const [left, top] = [Math.round(at.x) - reach - 1, Math.round(at.y) - reach - 1];
  const behind = patch({ grey: field, camera: { x: 0, y: 0, gain: 1 } }, left, top, size);
  if (behind === null) return null;
  let { x: dx, y: dy } = guess;
  for (let round = 0; round < ROUNDS; round++) {
    const here = patch(before, left - dx / 2, top - dy / 2, size);
    const there = patch(now, left + dx / 2, top + dy / 2, size);
    if (here === null || there === null) return null;
    let [xx, xy, yy, xm, ym] = [0, 0, 0, 0, 0];
    for (let row = 1; row < size - 1; row++)
      for (let column = 1; column < size - 1; column++) {
        const [u, v] = [(column - reach - 1) / reach, (row - reach - 1) / reach];
        const near = 1 - u * u - v * v;
        if (near <= 0) continue;
        const i = row * size + column;
        const miss = there[i]! - here[i]!;
        if (Math.abs(miss) > DOUBT) continue;
        if (Math.abs(here[i]! - behind[i]!) < FIELD && Math.abs(there[i]! - behind[i]!) < FIELD) continue;
        const gx = (here[i + 1]! - here[i - 1]! + there[i + 1]! - there[i - 1]!) / 4;
        const gy = (here[i + size]! - here[i - size]! + there[i + size]! - there[i - size]!) / 4;
        const weight = near * (1 - (miss / DOUBT) ** 2) ** 2;
        xx += weight * gx * gx;
        xy += weight * gx * gy;
        yy += weight * gy * gy;
        xm += weight * gx * miss;
        ym += weight * gy * miss;
      }
    xx += GUESS * reach;
    yy += GUESS * reach;
    const sum = xx * yy - xy * xy;
    const [stepX, stepY] = [(xy * ym - yy * xm) / sum, (xy * xm - xx * ym) / sum];
    dx += stepX;
    dy += stepY;
    if (Math.hypot(stepX, stepY) < SETTLED) break;
  }
  return { x: dx, y: dy };
}

/** A square of a picture in the light of the first frame; null where it is not wholly in it. */
function patch({ grey, camera }: SeenPicture, left: number, top: number, size: number): Float32Array | null {
  const [x, y] = [left + camera.x, top + camera.y];
  if (x < 0 || y < 0 || x + size >= grey.width || y + size >= grey.height) return null;
  const out = patchOf(grey, x, y, size, size);
  for (let i = 0; i < out.length; i++) out[i]! /= camera.gain;
  return out;
}
