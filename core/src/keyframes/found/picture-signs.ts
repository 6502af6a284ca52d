import { greyAt, patchOf, type CameraStep, type Grey } from '../../pose/index.ts';
import type { Blob } from './evidence.ts';

/** Mean difference of each patch from the mean of some of them, each place counted up to 40. */
export function differencesFrom(patches: ReadonlyArray<Float32Array | null>, from: number, to: number): Array<number | null> {
  const some = patches.slice(from, to + 1).filter((p): p is Float32Array => p !== null);
  if (some.length === 0) return patches.map(() => null);
  const mean = some[0]!.map((_, i) => some.reduce((sum, p) => sum + p[i]!, 0) / some.length);
  return patches.map((p) => p && p.reduce((sum, v, i) => sum + Math.min(40, Math.abs(v - mean[i]!)), 0) / p.length);
}

/** How a shoe is looked for around its ankle: from above to below it, how many places of a column differ at least, and how far it reaches at most; shares of body height. */
const SHOE = { above: 0.005, below: 0.055, least: 0.012, most: 0.25 };
/** So many columns between two of the shoe's may look like the field behind it. */
const GAP = 3;

/**
 * How far a shoe reaches from its ankle one way, as a share of body height: the last column in a row that differs from the empty field. The camera has moved by `step` since the field was taken; `ankle` and `height` (of the body) are in
 * pixels of these pictures, `ankle` in the place of the field.
 */
export function shoeReach(
  now: Grey,
  field: Grey,
  step: CameraStep,
  ankle: { readonly x: number; readonly y: number },
  way: 1 | -1,
  height: number,
  difference = 15,
): number {
  const [top, bottom] = [Math.round(ankle.y - SHOE.above * height), Math.round(ankle.y + SHOE.below * height)];
  const differs = (x: number, y: number): boolean => {
    if (x < 0 || x >= field.width || y < 0 || y >= field.height) return false;
    const there = greyAt(now, x + step.x, y + step.y);
    return there !== null && Math.abs(there - step.gain * field.values[y * field.width + x]!) > difference;
  };
  const least = Math.max(2, SHOE.least * height);
  const from = Math.round(ankle.x);
  let [last, missed] = [from, 0];
  for (let x = from; missed < GAP && Math.abs(x - ankle.x) < SHOE.most * height; x += way) {
    let count = 0;
    for (let y = top; y <= bottom; y++) if (differs(x, y)) count++;
    if (count >= least) [last, missed] = [x, 0];
    else missed++;
  }
  return Math.max(0, way * (last - ankle.x)) / height;
}

/** The picture without what moves in it: at each place the middle of the values of some frames. */
export function emptyField(frames: readonly Grey[]): Grey {
  const { width, height } = frames[0]!;
  const values = new Float32Array(width * height);
  const own = new Float32Array(frames.length);
  const middle = Math.floor(0.5 * frames.length);
  for (let i = 0; i < values.length; i++) {
    // Each is put in its place among those before it.
    for (let k = 0; k < frames.length; k++) {
      const value = frames[k]!.values[i]!;
      let at = k;
      for (; at > 0 && own[at - 1]! > value; at--) own[at] = own[at - 1]!;
      own[at] = value;
    }
    values[i] = own[middle]!;
  }
  return { width, height, values };
}

/**
 * Things that differ from the empty field, of a size between `least` and `most` (height in pixels; three times as wide at most, for a ball that is smeared), at least half filled. The camera has moved by `step` since the field was
 * taken. Places are those of the field.
 */
export function blobsOf(
  now: Grey,
  field: Grey,
  step: CameraStep,
  size: { readonly least: number; readonly most: number },
  difference = 25,
): Blob[] {
  const { width, height, values } = field;
  const still = Math.hypot(step.x, step.y) < 0.05;
  const there = still ? now.values : patchOf(now, step.x, step.y, width, height, Number.NaN);
  const marked = new Uint8Array(width * height);
  for (let y = 0; y < height; y++) markRow(there, values, step.gain, difference, marked, y * width, width);
  const found: Blob[] = [];
  const stack: number[] = [];
  for (let start = marked.indexOf(1); start !== -1; start = marked.indexOf(1, start)) {
    marked[start] = 2;
    stack.push(start);
    let [count, sx, sy, left, right, top, bottom] = [0, 0, 0, width, 0, height, 0];
    while (stack.length > 0) {
      const i = stack.pop()!;
      const [x, y] = [i % width, Math.floor(i / width)];
      count++;
      sx += x;
      sy += y;
      left = Math.min(left, x);
      right = Math.max(right, x);
      top = Math.min(top, y);
      bottom = Math.max(bottom, y);
      for (const j of [x > 0 ? i - 1 : -1, x < width - 1 ? i + 1 : -1, i - width, i + width])
        if (j >= 0 && j < marked.length && marked[j] === 1) {
          marked[j] = 2;
          stack.push(j);
        }
    }
    const [w, h] = [right - left + 1, bottom - top + 1];
    if (h < size.least || h > size.most || w < size.least || w > 3 * size.most || count < 0.5 * w * h) continue;
    if (left < 2 || right > width - 3) continue;
    found.push({ x: sx / count + 0.5, y: sy / count + 0.5, width: w, height: h });
  }
  return found;
}

/** Marks the places of a row that differ from the field; outside nothing differs. */
function markRow(
  there: Float32Array,
  field: Float32Array,
  gain: number,
  difference: number,
  marked: Uint8Array,
  start: number,
  columns: number,
): void {
  for (let i = start; i < start + columns; i++) if (Math.abs(there[i]! - gain * field[i]!) > difference) marked[i] = 1;
}
