import type { GreyPicture } from '../film/health/grey-picture.ts';

/** How much moves from one picture to the next, and where. */
export interface MotionSample {
  /** When the later picture stands in the film, in seconds. */
  readonly seconds: number;
  /** Share of the pixels of each column band that have changed; bands from left to right. */
  readonly bands: Float64Array;
  /** True where the camera itself moved: nearly every part of the picture changed. */
  readonly shaken: boolean;
}

export const BANDS = 24;
/** How far a pixel has to change from picture to picture, in grey values: more than noise and compression. */
const CHANGED = 14;
/** Parts of the picture, and how many of them change when the camera moves. */
const [COLUMNS, ROWS] = [8, 6];
const SHAKEN = 0.45;
/** Of a part so much has to change. */
const PART_CHANGED = 0.03;

/**
 * Takes pictures one after the other and says how much moved between each two, in bands from left to right. A cloud dims the whole picture alike: that is taken out first.
 *
 * Source: frame differences with a global gain, common practice, no single source.
 *
 * @returns a function that takes the next picture; null for the first one
 * @throws RangeError for a picture of another size than the first one's
 */
export function motionSeries(): (picture: GreyPicture) => MotionSample | null {
  let before: Uint8Array | null = null;
  let [width, height, sumBefore] = [0, 0, 0];
  return (picture) => {
    let sum = 0;
    for (const v of picture.pixels) sum += v;
    const last = before;
    const gain = sumBefore === 0 ? 1 : sum / sumBefore;
    before = picture.pixels.slice();
    sumBefore = sum;
    if (!last) {
      [width, height] = [picture.width, picture.height];
      return null;
    }
    if (picture.width !== width || picture.height !== height)
      throw new RangeError(`a picture of ${picture.width} x ${picture.height} among those of ${width} x ${height}`);
    const bands = new Float64Array(BANDS);
    const parts = new Float64Array(COLUMNS * ROWS);
    for (let y = 0; y < height; y += 1) {
      const row = Math.floor((y * ROWS) / height) * COLUMNS;
      for (let x = 0; x < width; x += 1) {
        const i = y * width + x;
        const change = picture.pixels[i]! - gain * last[i]!;
        if (change < CHANGED && change > -CHANGED) continue;
        bands[Math.floor((x * BANDS) / width)]! += 1;
        parts[row + Math.floor((x * COLUMNS) / width)]! += 1;
      }
    }
    const size = width * height;
    for (let b = 0; b < BANDS; b += 1) bands[b]! /= size / BANDS;
    const moved = parts.reduce((n, p) => n + (p > (PART_CHANGED * size) / parts.length ? 1 : 0), 0);
    return { seconds: picture.seconds, bands, shaken: moved > SHAKEN * parts.length };
  };
}
