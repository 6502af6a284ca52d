/** A square of a picture: its middle and its side, in pixels. */
export interface Square {
  readonly x: number;
  readonly y: number;
  readonly side: number;
}

/** A place that was found, in pixels of the picture, and how sure the model is, 0 to 1. */
export interface Found {
  readonly x: number;
  readonly y: number;
  readonly score: number;
}

/** A picture of 8-bit RGB, row by row. */
export interface Picture {
  readonly width: number;
  readonly height: number;
  readonly rgb: Uint8Array;
}

/** The whole picture as a square. */
export const wholePicture = ({ width, height }: { readonly width: number; readonly height: number }): Square => ({
  x: width / 2,
  y: height / 2,
  side: Math.max(width, height),
});

const LEAST_POINTS = 6;
/**
 * The square around the points of a body that are sure enough, `margin` times as large as they need. null where fewer than six are.
 *
 * @example squareAround([{ x: 0, y: 0, score: 1 }, ...more], 1.35)
 */
export function squareAround(points: readonly Found[], margin: number, leastScore = 0.15): Square | null {
  const sure = points.filter((p) => p.score > leastScore);
  if (sure.length < LEAST_POINTS) return null;
  const [xs, ys] = [sure.map((p) => p.x), sure.map((p) => p.y)];
  const [left, right, top, bottom] = [Math.min(...xs), Math.max(...xs), Math.min(...ys), Math.max(...ys)];
  return { x: (left + right) / 2, y: (top + bottom) / 2, side: Math.max(right - left, bottom - top) * margin };
}

/**
 * A square of a picture as numbers from -1 to 1, a plane a channel (3 x size x size), averaged where it shrinks (bilinear samples, up to four a direction). Outside the picture is
 * black. `into` is used again where it is given.
 */
export function cropSquare(
  { width, height, rgb }: Picture,
  square: Square,
  size: number,
  into = new Float32Array(3 * size * size),
): Float32Array {
  const plane = size * size;
  const scale = square.side / size;
  const samples = Math.max(1, Math.min(4, Math.ceil(scale - 0.25)));
  const across = places(square.x - square.side / 2, scale, samples, size, width);
  const down = places(square.y - square.side / 2, scale, samples, size, height);
  const share = 1 / (samples * samples * 127.5);
  for (let row = 0, o = 0; row < size; row++)
    for (let column = 0; column < size; column++, o++) {
      let r = 0;
      let g = 0;
      let b = 0;
      for (let v = row * samples; v < (row + 1) * samples; v++) {
        const y = down.first[v]!;
        if (y < 0) continue;
        const fy = down.share[v]!;
        for (let u = column * samples; u < (column + 1) * samples; u++) {
          const x = across.first[u]!;
          if (x < 0) continue;
          const fx = across.share[u]!;
          const i = 3 * (y * width + x);
          const j = i + 3 * width;
          const a = (1 - fx) * (1 - fy);
          const c = fx * (1 - fy);
          const d = (1 - fx) * fy;
          const e = fx * fy;
          r += rgb[i]! * a + rgb[i + 3]! * c + rgb[j]! * d + rgb[j + 3]! * e;
          g += rgb[i + 1]! * a + rgb[i + 4]! * c + rgb[j + 1]! * d + rgb[j + 4]! * e;
          b += rgb[i + 2]! * a + rgb[i + 5]! * c + rgb[j + 2]! * d + rgb[j + 5]! * e;
        }
      }
      into[o] = r * share - 1;
      into[plane + o] = g * share - 1;
      into[2 * plane + o] = b * share - 1;
    }
  return into;
}

/** For each sample along one side of the crop the pixel before it (-1 outside the picture), and how far it lies towards the next one. */
function places(from: number, scale: number, samples: number, size: number, length: number) {
  const first = new Int32Array(size * samples);
  const share = new Float32Array(size * samples);
  for (let k = 0; k < first.length; k++) {
    const at = from + ((k + 0.5) / samples) * scale - 0.5;
    const before = Math.floor(at);
    first[k] = before < 0 || before >= length - 1 ? -1 : before;
    share[k] = at - before;
  }
  return { first, share };
}

/** The numbers of a square as a mirror shows them. */
export function mirroredCrop(crop: Float32Array, size: number): Float32Array {
  const out = new Float32Array(crop.length);
  for (let row = 0; row < 3 * size; row++)
    for (let column = 0; column < size; column++) out[row * size + column] = crop[row * size + size - 1 - column]!;
  return out;
}
