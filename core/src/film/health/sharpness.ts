import type { GreyPicture } from './grey-picture.ts';

/** Share of the pixels that are taken for edges: the steepest ones. */
const EDGES = 0.005;
/** Half the width of the window in which the height of an edge is read, in pixels. */
const REACH = 6;

/**
 * How steep the steepest edges of a picture are: the step from one pixel to the next at an edge, as a share of the whole height of that edge. A step that is done within
 * one pixel has 1, one that is blurred with a Gaussian of s pixels 1 / (s √(2π)). Contrast does not count, so that a grey day is not taken for a blurred one.
 *
 * The derivative of a blurred step is the Gaussian itself, whose height is 1 / (s √(2π)): common fact of image formation, no single source.
 *
 * @returns 0 to 1; null when nothing in the picture stands out at all
 * @example sharpness(checkerboard) // 1
 */
export function sharpness({ width, height, pixels }: GreyPicture): number | null {
  const steps = new Uint32Array(256);
  for (let y = 0; y < height; y++)
    for (let x = 1; x < width; x++) steps[Math.abs(pixels[y * width + x]! - pixels[y * width + x - 1]!)]!++;
  const wanted = EDGES * height * (width - 1);
  let least = 255;
  for (let seen = 0; least > 0; least--) {
    seen += steps[least]!;
    if (seen >= wanted) break;
  }
  // Noise of a sensor is no edge.
  if (least < 4) return null;
  const shares: number[] = [];
  for (let y = 0; y < height; y++)
    for (let x = 1; x < width; x++) {
      const step = Math.abs(pixels[y * width + x]! - pixels[y * width + x - 1]!);
      if (step < least) continue;
      let [low, high] = [255, 0];
      for (let k = Math.max(0, x - REACH); k < Math.min(width, x + REACH); k++) {
        const p = pixels[y * width + k]!;
        if (p < low) low = p;
        if (p > high) high = p;
      }
      shares.push(step / (high - low));
    }
  shares.sort((a, b) => a - b);
  return shares[shares.length >> 1]!;
}
