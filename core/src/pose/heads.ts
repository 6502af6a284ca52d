import { BODY_POINTS, MIRRORED } from './body-points.ts';
import type { Found, Square } from './square.ts';

/**
 * What the model answers about a square, in cells of a quarter of its input (planes of cells x cells): how likely each point is in a cell, where the body's middle is, how far from there its points lie (y, x), and
 * where within its cell a point is (y, x).
 */
export interface Heads {
  readonly cells: number;
  readonly heat: Float32Array;
  readonly centre: Float32Array;
  readonly regress: Float32Array;
  readonly offset: Float32Array;
}

/** Cells are told from a middle by their distance and this; it keeps the middle itself from standing above all. The model's own number. */
const NEARNESS = 1.8;
const POINTS = BODY_POINTS.length;
/** Of small numbers: Math.hypot guards against large ones and takes five times as long. */
const far = (a: number, b: number): number => Math.sqrt(a * a + b * b);

/**
 * The points of the body nearest to the middle of the square, in the order of `BODY_POINTS`. The body is chosen by its middle, each point by its own heat near the place that the body's middle
 * says (as the published MoveNet decodes itself).
 */
export function decodeBody(heads: Heads, square: Square): Found[] {
  const { cells, heat, centre, regress } = heads;
  const plane = cells * cells;
  let [best, middle] = [-1, 0];
  for (let y = 0, i = 0; y < cells; y++)
    for (let x = 0; x < cells; x++, i++) {
      const value = centre[i]! / (far(y - cells / 2, x - cells / 2) + NEARNESS);
      if (value > best) [best, middle] = [value, i];
    }
  const [row, column] = [Math.floor(middle / cells), middle % cells];
  return Array.from({ length: POINTS }, (_, k) => {
    const y0 = row + regress[2 * k * plane + middle]!;
    const x0 = column + regress[(2 * k + 1) * plane + middle]!;
    let [most, cell] = [-1, 0];
    for (let y = 0, i = 0; y < cells; y++)
      for (let x = 0; x < cells; x++, i++) {
        const hot = heat[k * plane + i]!;
        // Not even in the place itself would it stand above: most cells are so cold.
        if (hot <= most * NEARNESS) continue;
        const value = hot / (far(y - y0, x - x0) + NEARNESS);
        if (value > most) [most, cell] = [value, i];
      }
    return placeOf(heads, k, cell, square);
  });
}

/** The cells of each point that are hotter than all within two cells of them, hottest first: at most `most`, none below `least`. */
export function heatPeaks(heads: Heads, square: Square, most = 3, least = 0.06): Found[][] {
  const { cells, heat } = heads;
  const plane = cells * cells;
  return Array.from({ length: POINTS }, (_, k) => {
    const tops: Found[] = [];
    for (let i = 0; i < plane; i++) {
      if (heat[k * plane + i]! < least || !isTop(heat, k * plane, cells, i)) continue;
      tops.push(placeOf(heads, k, i, square));
    }
    return tops.sort((a, b) => b.score - a.score).slice(0, most);
  });
}

/**
 * Where points are that were found in the mirror of a square, each of several places: its sides change, and so do the body's left and right.
 *
 * @example outOfMirror(heatPeaks(heads, square), square) // what was looked at turned over about the middle of the square
 */
export function outOfMirror(points: ReadonlyArray<readonly Found[]>, { x }: Square): Found[][] {
  return MIRRORED.map((i) => points[i]!.map((p) => ({ ...p, x: 2 * x - p.x })));
}

function isTop(heat: Float32Array, plane: number, cells: number, cell: number): boolean {
  const [y, x, value] = [Math.floor(cell / cells), cell % cells, heat[plane + cell]!];
  for (let v = Math.max(0, y - 2); v <= Math.min(cells - 1, y + 2); v++)
    for (let u = Math.max(0, x - 2); u <= Math.min(cells - 1, x + 2); u++) if (heat[plane + v * cells + u]! > value) return false;
  return true;
}

function placeOf({ cells, heat, offset }: Heads, point: number, cell: number, square: Square): Found {
  const plane = cells * cells;
  const x = (cell % cells) + offset[(2 * point + 1) * plane + cell]!;
  const y = Math.floor(cell / cells) + offset[2 * point * plane + cell]!;
  return {
    x: square.x + (x / cells - 0.5) * square.side,
    y: square.y + (y / cells - 0.5) * square.side,
    score: heat[point * plane + cell]!,
  };
}
