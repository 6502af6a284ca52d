import {
  patchOf,
  refinedShift,
  slopedPlaces,
  type CameraStep,
  type FollowedJoint,
  type Grey,
  type Square,
} from '../../pose/index.ts';

/** Differences of grey up to so many times the middle one are the sensor's noise: most of a square does not move. */
const NOISE = { least: 2, times: 5 };
/** Steps of grey in which differences are counted. */
const STEP = 0.25;
/** Differences of grey beyond which a place tells nothing of the camera, round by round. */
const DOUBTS = [12, 12, 12];
/** A camera that has moved by less than this, in pixels, stands still: nothing is read between pixels then. */
const STILL = 0.02;
/** So many cells along a side of the square. */
const CELLS = 40;

/** Where in a square something moves from one frame to the next. */
export interface MotionMap {
  /** Middle of the first cell, and how far it is to the next one, in pixels of the pictures, as the first frame's camera would have seen them. */
  readonly left: number;
  readonly top: number;
  readonly cell: number;
  /** Differences of grey beyond the noise, a cell, row by row, as shares of the places of the square: their sum is the mean difference. */
  readonly cells: Float32Array;
}

/**
 * Where in a square something moves from one frame to the next: differences of grey beyond the noise (which is told by the middle difference), once what the camera has moved and how the light has changed is taken out. Both frames are read
 * between their pixels, half a step of the camera from where they lie: what that blurs, it blurs in both.
 *
 * @param whole the camera's movement from `before` to `now`, in pixels of these pictures; found closer in the square itself
 * @param since its movement from the first frame to `now`
 */
export function motionMap(
  before: Grey,
  now: Grey,
  square: Square,
  whole: CameraStep,
  since: { readonly x: number; readonly y: number },
): MotionMap {
  const [left, top] = [Math.max(1, Math.round(square.x - square.side / 2)), Math.max(1, Math.round(square.y - square.side / 2))];
  const right = Math.min(before.width - 2, Math.round(square.x + square.side / 2));
  const bottom = Math.min(before.height - 2, Math.round(square.y + square.side / 2));
  const [columns, rows] = [Math.max(0, right - left), Math.max(0, bottom - top)];
  const cut = (picture: Grey): Grey => {
    const values = new Float32Array(columns * rows);
    for (let y = 0; y < rows; y++) {
      const at = (top + y) * picture.width + left;
      values.set(picture.values.subarray(at, at + columns), y * columns);
    }
    return { width: columns, height: rows, values };
  };
  const still = Math.hypot(whole.x, whole.y) < STILL;
  const step = still
    ? { x: 0, y: 0, gain: whole.gain }
    : (refinedShift(slopedPlaces(cut(before)), cut(now), [], whole, DOUBTS) ?? whole);
  const [hx, hy] = [step.x / 2, step.y / 2];
  const here = still ? cut(before).values : patchOf(before, left - hx, top - hy, columns, rows, Number.NaN);
  const there = still ? cut(now).values : patchOf(now, left + hx, top + hy, columns, rows, Number.NaN);
  const counts = new Uint32Array(Math.ceil(256 / STEP));
  const offs = new Float32Array(columns * rows);
  const { gain } = step;
  let places = 0;
  for (let y = 0; y < rows; y++) places += rowOfOffs(here, there, gain, offs, counts, y * columns, columns);
  const cell = Math.max(1, square.side / CELLS);
  const cells = new Float32Array(CELLS * CELLS);
  const map = { left: left + hx - since.x + cell / 2, top: top + hy - since.y + cell / 2, cell, cells };
  if (places === 0) return map;
  let [middle, below] = [0, 0];
  while (below + counts[middle]! < places / 2) below += counts[middle++]!;
  const noise = Math.max(NOISE.least, NOISE.times * (middle + 0.5) * STEP);
  for (let y = 0; y < rows; y++) {
    const line = Math.min(CELLS - 1, Math.floor(y / cell)) * CELLS;
    rowIntoCells(offs.subarray(y * columns, (y + 1) * columns), noise, cell, places, cells.subarray(line, line + CELLS));
  }
  return map;
}

/** The differences of one row, counted by their size; answers how many places are in both pictures. A row is a function of its own for speed (see `greyOf`). */
function rowOfOffs(
  here: Float32Array,
  there: Float32Array,
  gain: number,
  offs: Float32Array,
  counts: Uint32Array,
  start: number,
  columns: number,
): number {
  let places = 0;
  for (let i = start; i < start + columns; i++) {
    const off = Math.abs(there[i]! - gain * here[i]!);
    // Outside the one picture or the other.
    if (Number.isNaN(off)) continue;
    counts[Math.min(counts.length - 1, Math.floor(off / STEP))]!++;
    offs[i] = off;
    places++;
  }
  return places;
}

function rowIntoCells(offs: Float32Array, noise: number, cell: number, places: number, cells: Float32Array): void {
  for (let x = 0; x < offs.length; x++) {
    const off = offs[x]!;
    if (off > noise) cells[Math.min(CELLS - 1, Math.floor(x / cell))]! += off / places;
  }
}

/** What of a body is between which joints. */
const LIMBS: ReadonlyArray<readonly [FollowedJoint, FollowedJoint]> = [
  ['head', 'throwingShoulder'],
  ['head', 'gloveShoulder'],
  ['throwingShoulder', 'gloveShoulder'],
  ['throwingShoulder', 'throwingElbow'],
  ['throwingElbow', 'throwingWrist'],
  ['gloveShoulder', 'gloveElbow'],
  ['gloveElbow', 'gloveWrist'],
  ['throwingShoulder', 'backHip'],
  ['gloveShoulder', 'frontHip'],
  ['backHip', 'frontHip'],
  ['frontHip', 'frontKnee'],
  ['frontKnee', 'frontAnkle'],
  ['backHip', 'backKnee'],
  ['backKnee', 'backAnkle'],
];

/**
 * How much moves at a body: the sum of the cells that lie within `reach` of a line between two of its joints. Who goes by beside him is left out.
 *
 * @param at where his joints are, in pixels of the pictures, as the first frame's camera would have seen them
 */
export function motionAtBody(
  { left, top, cell, cells }: MotionMap,
  at: (joint: FollowedJoint) => { readonly x: number; readonly y: number },
  reach: number,
): number {
  const lines = LIMBS.map(([a, b]) => [at(a), at(b)] as const);
  let sum = 0;
  cells.forEach((value, i) => {
    if (value === 0) return;
    const [x, y] = [left + (i % CELLS) * cell, top + Math.floor(i / CELLS) * cell];
    if (lines.some(([a, b]) => distanceTo(a, b, x, y) <= reach)) sum += value;
  });
  return sum;
}

function distanceTo(
  a: { readonly x: number; readonly y: number },
  b: { readonly x: number; readonly y: number },
  x: number,
  y: number,
): number {
  const [dx, dy] = [b.x - a.x, b.y - a.y];
  const length = dx * dx + dy * dy;
  const share = length === 0 ? 0 : Math.max(0, Math.min(1, ((x - a.x) * dx + (y - a.y) * dy) / length));
  const [offX, offY] = [x - a.x - share * dx, y - a.y - share * dy];
  // Of small numbers: Math.hypot takes five times as long.
  return Math.sqrt(offX * offX + offY * offY);
}
