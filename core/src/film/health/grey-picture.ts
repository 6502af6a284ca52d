/** A small grey picture of a film: one byte a pixel, row by row from the top, 0 black to 255 white. */
export interface GreyPicture {
  readonly width: number;
  readonly height: number;
  readonly pixels: Uint8Array;
  /** When it stands in the film, in seconds from the first frame. */
  readonly seconds: number;
}

/**
 * Half as wide and half as high: every pixel is the mean of four. An odd last row or column is left out.
 *
 * @example halved({ width: 2, height: 2, pixels: Uint8Array.of(0, 4, 8, 12), seconds: 0 }).pixels // Uint8Array [6]
 */
export function halved({ width, height, pixels, seconds }: GreyPicture): GreyPicture {
  const [w, h] = [width >> 1, height >> 1];
  const small = new Uint8Array(w * h);
  for (let y = 0; y < h; y++)
    for (let x = 0; x < w; x++) {
      const at = 2 * y * width + 2 * x;
      small[y * w + x] = (pixels[at]! + pixels[at + 1]! + pixels[at + width]! + pixels[at + width + 1]! + 2) >> 2;
    }
  return { width: w, height: h, pixels: small, seconds };
}
