import type { GreyPicture } from './grey-picture.ts';

/** How light a picture is. */
export interface Brightness {
  /** Grey values below which half, and nine tenths, of the pixels lie; 0 to 255. */
  readonly median: number;
  readonly ninth: number;
  /** Share of the pixels that are white for good: whatever was there cannot be read any more. */
  readonly blown: number;
}

/** From here on a pixel of eight bits counts as blown out; video keeps 235 for white, and is often stretched to 255. */
const BLOWN = 250;

/**
 * Reads the histogram of a picture.
 *
 * Source: common practice of exposure metering, no single source.
 *
 * @example brightness(allBlack).median // 0
 */
export function brightness({ pixels }: GreyPicture): Brightness {
  const histogram = new Uint32Array(256);
  for (const p of pixels) histogram[p]!++;
  const below = (share: number): number => {
    let sum = 0;
    for (let v = 0; v < 256; v++) {
      sum += histogram[v]!;
      if (sum >= share * pixels.length) return v;
    }
    return 255;
  };
  let blown = 0;
  for (let v = BLOWN; v < 256; v++) blown += histogram[v]!;
  return { median: below(0.5), ninth: below(0.9), blown: pixels.length === 0 ? 0 : blown / pixels.length };
}
