import type { Picture, Square } from './square.ts';

/** A picture in grey, row by row, 0 to 255. */
export interface Grey {
  readonly width: number;
  readonly height: number;
  readonly values: Float32Array;
}

/** The numbers of a picture that is not looked at any more, to be used again: half a million new ones a frame cost more than what is reckoned with them. */
const room = (size: number, again?: Grey): Float32Array =>
  again?.values.length === size ? again.values : new Float32Array(size);

/** Grey of 0 to 255 by the sum of four values of narrow-range luma (16 to 235: ITU-R BT.601-7). */
const GREY_OF_SUM = Float32Array.from({ length: 4 * 255 + 1 }, (_, sum) => ((sum / 4 - 16) * 255) / 219);
const GREY_OF_PIXEL = Float32Array.from({ length: 256 }, (_, luma) => GREY_OF_SUM[4 * luma]!);
/** The first and the third of four bytes. */
const EVEN = 0x00ff00ff;

/** The luma of a picture as 0 to 255, averaged over squares of `by` pixels (1 or 2); what is left over at the right and at the bottom is dropped. `again`: a picture of the same size whose numbers are used again. */
export function greyOf({ width, height, luma }: Picture, by: 1 | 2 = 1, again?: Grey): Grey {
  const [columns, rows] = [Math.floor(width / by), Math.floor(height / by)];
  const values = room(columns * rows, again);
  const fours = foursOf(luma, width);
  const wide = width >> 2;
  for (let y = 0; y < rows; y++)
    if (fours === null) rowAsGrey(luma, y * by * width, width, by, values, y * columns, columns);
    else if (by === 1) foursAsGrey(fours, y * wide, wide, values, y * columns);
    else foursHalved(fours, 2 * y * wide, wide, values, y * columns);
  return { width: columns, height: rows, values };
}

const LOWEST_BYTE_FIRST = new Uint8Array(Uint16Array.of(1).buffer)[0] === 1;

/** Pixels four at a time, the first one in the lowest byte: read so they take a third of the time. null where rows do not begin with a whole four, or the machine keeps the highest byte first. */
const foursOf = (luma: Uint8Array, width: number): Uint32Array | null =>
  LOWEST_BYTE_FIRST && width % 4 === 0 && luma.byteOffset % 4 === 0
    ? new Uint32Array(luma.buffer, luma.byteOffset, luma.length >> 2)
    : null;

// Rows are functions of their own, here and wherever every place of every picture is visited: what is called once a picture and loops over all of it is compiled within its own loop, and falls out of that code where the loop ends, picture after picture.
function rowAsGrey(
  luma: Uint8Array,
  start: number,
  width: number,
  by: 1 | 2,
  values: Float32Array,
  o: number,
  columns: number,
): void {
  const grey = GREY_OF_SUM;
  const [right, below] = by === 1 ? [0, 0] : [1, width];
  for (let x = 0, i = start; x < columns; x++, i += by)
    values[o + x] = grey[luma[i]! + luma[i + right]! + luma[i + below]! + luma[i + below + right]!]!;
}

function foursAsGrey(fours: Uint32Array, start: number, wide: number, values: Float32Array, at: number): void {
  const grey = GREY_OF_PIXEL;
  for (let i = start, o = at; i < start + wide; i++, o += 4) {
    const four = fours[i]!;
    values[o] = grey[four & 255]!;
    values[o + 1] = grey[(four >>> 8) & 255]!;
    values[o + 2] = grey[(four >>> 16) & 255]!;
    values[o + 3] = grey[four >>> 24]!;
  }
}

/** Two rows at a time; the sums of two squares stand in the halves of one number. */
function foursHalved(fours: Uint32Array, start: number, wide: number, values: Float32Array, at: number): void {
  const grey = GREY_OF_SUM;
  for (let i = start, o = at; i < start + wide; i++, o += 2) {
    const above = fours[i]!;
    const below = fours[i + wide]!;
    const sums = (above & EVEN) + ((above >>> 8) & EVEN) + (below & EVEN) + ((below >>> 8) & EVEN);
    values[o] = grey[sums & 0xffff]!;
    values[o + 1] = grey[sums >>> 16]!;
  }
}

/** A grey picture at half its size, each place the mean of four. `again` as for `greyOf`. */
export function halved({ width, height, values }: Grey, again?: Grey): Grey {
  const [columns, rows] = [width >> 1, height >> 1];
  const out = room(columns * rows, again);
  for (let y = 0; y < rows; y++) pairsHalved(values, 2 * y * width, width, out, y * columns, columns);
  return { width: columns, height: rows, values: out };
}

function pairsHalved(values: Float32Array, start: number, width: number, out: Float32Array, o: number, columns: number): void {
  for (let x = 0, i = start; x < columns; x++, i += 2)
    out[o + x] = (values[i]! + values[i + 1]! + values[i + width]! + values[i + width + 1]!) / 4;
}

/** A square in a picture that is `by` times smaller. */
export const smaller = ({ x, y, side }: Square, by: number): Square => ({ x: x / by, y: y / by, side: side / by });

/**
 * The grey between the pixels of a picture (bilinear); null outside.
 *
 * @example greyAt({ width: 2, height: 2, values: Float32Array.of(0, 10, 20, 30) }, 0.5, 0.5) // 15
 */
export function greyAt({ width, height, values }: Grey, x: number, y: number): number | null {
  const u = Math.floor(x);
  const v = Math.floor(y);
  if (u < 0 || v < 0 || u >= width - 1 || v >= height - 1) return null;
  const [i, fu, fv] = [v * width + u, x - u, y - v];
  const above = values[i]! * (1 - fu) * (1 - fv) + values[i + 1]! * fu * (1 - fv);
  return above + values[i + width]! * (1 - fu) * fv + values[i + width + 1]! * fu * fv;
}

/** Where the whole numbers of a side of a picture lie in one that is shifted against it: the place before each (-1 where it or the next one is outside), and how far it lies towards the next one. For many places `greyAt` is slow. */
interface ShiftedSide {
  readonly before: Int32Array;
  readonly share: Float64Array;
}

/**
 * `from`, `from` + 1, ... (`count` of them), shifted by `by`, in a side of `length` pixels.
 *
 * @example shiftedSide(0, 3, 0.5, 3) // before 0, 1, -1; share 0.5 each
 */
export function shiftedSide(from: number, count: number, by: number, length: number): ShiftedSide {
  const before = new Int32Array(count);
  const share = new Float64Array(count);
  for (let k = 0; k < count; k++) {
    const at = from + k + by;
    const first = Math.floor(at);
    before[k] = first < 0 || first >= length - 1 ? -1 : first;
    share[k] = at - first;
  }
  return { before, share };
}

/** A rectangle of a picture in grey, row by row, read between its pixels; `outside` where there is none. Pictures are read so a thousand times a film: what `greyAt` reckons is written out, and nothing is looked up in an object for a pixel, which takes a third of the time. */
export function patchOf(picture: Grey, left: number, top: number, width: number, height: number, outside = 0): Float32Array {
  const { before: columns, share: across } = shiftedSide(0, width, left, picture.width);
  const { before: rows, share: down } = shiftedSide(0, height, top, picture.height);
  const { values, width: wide } = picture;
  const out = new Float32Array(width * height);
  for (let y = 0; y < height; y++) {
    const own = out.subarray(y * width, (y + 1) * width);
    if (rows[y]! < 0) own.fill(outside);
    else rowBetween(values, rows[y]! * wide, wide, columns, across, down[y]!, own, outside);
  }
  return out;
}

/** A row read between the pixels of two rows, the upper one from `start` on: what `greyAt` reckons. */
function rowBetween(
  values: Float32Array,
  start: number,
  wide: number,
  columns: Int32Array,
  across: Float64Array,
  fv: number,
  out: Float32Array,
  outside: number,
): void {
  for (let x = 0; x < out.length; x++) {
    const column = columns[x]!;
    if (column < 0) {
      out[x] = outside;
      continue;
    }
    const i = start + column;
    const fu = across[x]!;
    const above = values[i]! * (1 - fu) * (1 - fv) + values[i + 1]! * fu * (1 - fv);
    out[x] = above + values[i + wide]! * (1 - fu) * fv + values[i + wide + 1]! * fu * fv;
  }
}
