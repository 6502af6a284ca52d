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

/** A picture as films keep it: 8-bit luma row by row, and two planes of colour at half its size (4:2:0, narrow range, ITU-R BT.601). Width and height are even. */
export interface Picture {
  readonly width: number;
  readonly height: number;
  readonly luma: Uint8Array;
  /** Blue less luma, 128 for no colour. */
  readonly cb: Uint8Array;
  /** Red less luma. */
  readonly cr: Uint8Array;
}

/** From narrow-range luma and colour differences to red, green and blue of 0 to 255: ITU-R BT.601-7, 8-bit coefficients. */
const [LUMA, RED_CR, GREEN_CB, GREEN_CR, BLUE_CB] = [255 / 219, 1.596027, 0.391762, 0.812968, 2.017232];

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
 * A square of a picture as numbers from -1 to 1, a plane a channel (3 x size x size: red, green, blue), its luma averaged where it shrinks (bilinear samples, up to four a direction). Outside the picture is
 * black. `into` is used again where it is given.
 */
export function cropSquare(
  { width, height, luma, cb, cr }: Picture,
  square: Square,
  size: number,
  into = new Float32Array(3 * size * size),
): Float32Array {
  const plane = size * size;
  const scale = square.side / size;
  const samples = Math.max(1, Math.min(4, Math.ceil(scale - 0.25)));
  const [left, top] = [square.x - square.side / 2, square.y - square.side / 2];
  const across = places(left, scale, samples, size, width);
  const down = places(top, scale, samples, size, height);
  // Colour is kept for pairs of pixels and changes slowly: one sample a number.
  const [wide, high] = [width >> 1, height >> 1];
  const tintAcross = clamped(left / 2, scale / 2, size, wide);
  const tintDown = clamped(top / 2, scale / 2, size, high);
  // A row of the picture is summed for each number of the crop once, and serves the samples above it and below it.
  const sums = [new Float64Array(size), new Float64Array(size)] as const;
  const held = [-1, -1];
  const sumsOf = (y: number): Float64Array => {
    const slot = y & 1;
    if (held[slot] !== y) sumRow(luma, y * width, across, samples, sums[slot]!);
    held[slot] = y;
    return sums[slot]!;
  };
  // So are its colours.
  const tints = [0, 1].map(() => ({ cb: new Float64Array(size), cr: new Float64Array(size) }));
  const heldTints = [-1, -1];
  const tintsOf = (y: number): Tints => {
    const slot = y & 1;
    const own = tints[slot]!;
    if (heldTints[slot] !== y) {
      tintRow(cb, y * wide, tintAcross, own.cb);
      tintRow(cr, y * wide, tintAcross, own.cr);
    }
    heldTints[slot] = y;
    return own;
  };
  const insideAcross = new Int32Array(size);
  for (let u = 0; u < across.first.length; u++) if (across.first[u]! >= 0) insideAcross[Math.floor(u / samples)]!++;
  const lights = new Float64Array(size);
  for (let row = 0; row < size; row++) {
    lights.fill(0);
    let insideDown = 0;
    for (let v = row * samples; v < (row + 1) * samples; v++) {
      const y = down.first[v]!;
      if (y < 0) continue;
      insideDown += 1;
      addBetween(sumsOf(y), sumsOf(y + 1), down.share[v]!, lights);
    }
    const inside = { down: insideDown, across: insideAcross, share: 1 / (samples * samples) };
    const at = tintDown.first[row]!;
    colourRow(lights, inside, tintsOf(at), tintsOf(at + 1), tintDown.share[row]!, into, row * size, plane);
  }
  return into;
}

// Rows are functions of their own for speed: see `greyOf`.
/** The sums of the samples of each number of the crop in one row of the picture. */
function sumRow(luma: Uint8Array, line: number, { first, share }: Samples, samples: number, sums: Float64Array): void {
  for (let column = 0, u = 0; column < sums.length; column++) {
    let sum = 0;
    for (const end = u + samples; u < end; u++) {
      const x = first[u]!;
      if (x < 0) continue;
      const here = luma[line + x]!;
      sum += here + (luma[line + x + 1]! - here) * share[u]!;
    }
    sums[column] = sum;
  }
}

/** Adds what lies between two rows. */
function addBetween(above: Float64Array, below: Float64Array, share: number, sums: Float64Array): void {
  for (let column = 0; column < sums.length; column++)
    sums[column]! += above[column]! + (below[column]! - above[column]!) * share;
}

/** The colour of each number of the crop in one row of a plane. */
function tintRow(plane: Uint8Array, line: number, { first, share }: Samples, tints: Float64Array): void {
  for (let column = 0; column < tints.length; column++) {
    const here = plane[line + first[column]!]!;
    tints[column] = here + (plane[line + first[column]! + 1]! - here) * share[column]!;
  }
}

/** Colours of a row of the picture, a number of the crop each. */
interface Tints {
  readonly cb: Float64Array;
  readonly cr: Float64Array;
}

/** One row of the crop from its sums of light and the colours of the rows of the picture above it and below it. */
function colourRow(
  lights: Float64Array,
  inside: { readonly down: number; readonly across: Int32Array; readonly share: number },
  above: Tints,
  below: Tints,
  between: number,
  into: Float32Array,
  start: number,
  plane: number,
): void {
  const { down, across, share } = inside;
  const { cb: blueAbove, cr: redAbove } = above;
  const { cb: blueBelow, cr: redBelow } = below;
  for (let column = 0, o = start; column < lights.length; column++, o++) {
    const places = down * across[column]!;
    const known = places * share;
    const blue = known * (blueAbove[column]! + (blueBelow[column]! - blueAbove[column]!) * between - 128);
    const red = known * (redAbove[column]! + (redBelow[column]! - redAbove[column]!) * between - 128);
    const grey = (lights[column]! - 16 * places) * share * LUMA;
    into[o] = asInput(grey + RED_CR * red);
    into[plane + o] = asInput(grey - GREEN_CB * blue - GREEN_CR * red);
    into[2 * plane + o] = asInput(grey + BLUE_CB * blue);
  }
}

/** 0 to 255 as -1 to 1. */
const asInput = (v: number): number => Math.max(0, Math.min(255, v)) / 127.5 - 1;

/** Where samples along one side of the crop lie: the pixel before each, and how far it lies towards the next one. */
interface Samples {
  readonly first: Int32Array;
  readonly share: Float32Array;
}

/** Like `places`, one sample a number, and what lies outside is what lies at the border. */
function clamped(from: number, scale: number, size: number, length: number): Samples {
  const first = new Int32Array(size);
  const share = new Float32Array(size);
  for (let k = 0; k < size; k++) {
    const at = Math.max(0, Math.min(length - 1, from + (k + 0.5) * scale - 0.5));
    first[k] = Math.min(length - 2, Math.floor(at));
    share[k] = at - first[k]!;
  }
  return { first, share };
}

/** For each number of the crop its samples along one side; -1 outside the picture. */
function places(from: number, scale: number, samples: number, size: number, length: number): Samples {
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
