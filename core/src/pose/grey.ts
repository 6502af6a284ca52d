import type { Picture, Square } from './square.ts';

/** A picture in grey, row by row, 0 to 255. */
export interface Grey {
  readonly width: number;
  readonly height: number;
  readonly values: Float32Array;
}

/** The luma of a picture as 0 to 255, averaged over squares of `by` pixels (1 or 2); what is left over at the right and at the bottom is dropped. */
export function greyOf({ width, height, luma }: Picture, by: 1 | 2 = 1): Grey {
  const [columns, rows] = [Math.floor(width / by), Math.floor(height / by)];
  const values = new Float32Array(columns * rows);
  const scale = 255 / 219;
  if (by === 1) {
    for (let i = 0; i < values.length; i++) values[i] = (luma[i]! - 16) * scale;
    return { width, height, values };
  }
  for (let y = 0, o = 0; y < rows; y++)
    for (let x = 0, i = 2 * y * width; x < columns; x++, o++, i += 2)
      values[o] = ((luma[i]! + luma[i + 1]! + luma[i + width]! + luma[i + width + 1]!) / 4 - 16) * scale;
  return { width: columns, height: rows, values };
}

/** A grey picture at half its size, each place the mean of four. */
export function halved({ width, height, values }: Grey): Grey {
  const [columns, rows] = [width >> 1, height >> 1];
  const out = new Float32Array(columns * rows);
  for (let y = 0; y < rows; y++)
    for (let x = 0; x < columns; x++) {
      const i = 2 * y * width + 2 * x;
      out[y * columns + x] = (values[i]! + values[i + 1]! + values[i + width]! + values[i + width + 1]!) / 4;
    }
  return { width: columns, height: rows, values: out };
}

/** A square in a picture that is `by` times smaller. */
export const smaller = ({ x, y, side }: Square, by: number): Square => ({ x: x / by, y: y / by, side: side / by });

/** The grey between the pixels of a picture (bilinear); null outside. */
export function greyAt({ width, height, values }: Grey, x: number, y: number): number | null {
  const [u, v] = [Math.floor(x), Math.floor(y)];
  if (u < 0 || v < 0 || u >= width - 1 || v >= height - 1) return null;
  const [fu, fv, i] = [x - u, y - v, v * width + u];
  return (
    values[i]! * (1 - fu) * (1 - fv) +
    values[i + 1]! * fu * (1 - fv) +
    values[i + width]! * (1 - fu) * fv +
    values[i + width + 1]! * fu * fv
  );
}
