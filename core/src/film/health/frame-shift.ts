import type { GreyPicture } from './grey-picture.ts';

/** How far a picture has moved against another one, in pixels. */
export interface Shift {
  readonly x: number;
  readonly y: number;
}

const [COLUMNS, ROWS] = [5, 4];
/** A place is better than another one by so much, in grey values a pixel: less is noise. */
const CLEAR = 0.6;
/** A block that is found again differs by no more than noise and compression do, in grey values a pixel; else what was there has moved away. */
const FOUND = 4;
/** Or by so small a share of what it differs by elsewhere: between two pixels a rich pattern never fits to the last. */
const FOUND_SHARE = 0.5;
/** So many blocks have to have gone along for each that has stayed where it was. */
const FOR_EACH = 3;

/**
 * How far the background has moved from one picture to the other: the picture is cut into blocks, each is looked for around its place (least sum of absolute
 * differences). The median of those with structure is where the camera may have gone; it has, when nearly all blocks fit better there than where they were. A camera moves everything
 * alike, whoever moves in the picture does not: the background behind him stays.
 *
 * Source: block matching as in every video coder, with a parabola through three places; common practice, no single source.
 *
 * @param reach how far is looked, in pixels
 * @returns null when no block has structure, or they do not agree
 * @example frameShift(picture, movedByTwo, 5) // { x: 2, y: 0 }
 */
export function frameShift(from: GreyPicture, to: GreyPicture, reach: number): Shift | null {
  const size = 2 * reach + 1;
  const middle = reach * size + reach;
  const xs: number[] = [];
  const ys: number[] = [];
  const blocks = blocksOf(from, reach).map(({ left, top, wide, high }) => {
    const costs = new Float64Array(size * size).fill(Number.POSITIVE_INFINITY);
    let best = middle;
    for (let dy = -reach; dy <= reach; dy++)
      for (let dx = -reach; dx <= reach; dx++) {
        let cost = 0;
        for (let y = top; y < top + high; y++) {
          const [a, b] = [y * from.width + left, (y + dy) * from.width + left + dx];
          for (let x = 0; x < wide; x++) {
            const d = from.pixels[a + x]! - to.pixels[b + x]!;
            cost += d < 0 ? -d : d;
          }
        }
        const at = (dy + reach) * size + dx + reach;
        costs[at] = cost / (wide * high);
        if (costs[at]! < costs[best]!) best = at;
      }
    if (costs[best]! <= Math.max(FOUND, FOUND_SHARE * mean(costs))) {
      const x = placeOf(costs, best, 1, (best % size) - reach, reach);
      const y = placeOf(costs, best, size, Math.floor(best / size) - reach, reach);
      if (x !== null) xs.push(x);
      if (y !== null) ys.push(y);
    }
    return costs;
  });
  if (xs.length + ys.length === 0) return null;
  const [x, y] = [median(xs), median(ys)];
  const [atX, atY] = [Math.round(x), Math.round(y)];
  if (Math.abs(atX) <= 1 && Math.abs(atY) <= 1) return { x, y };
  // Between two pixels neither of them fits well: the best one around counts.
  const there = (costs: Float64Array): number => {
    let least = Number.POSITIVE_INFINITY;
    for (let dy = Math.max(-reach, atY - 1); dy <= Math.min(reach, atY + 1); dy++)
      for (let dx = Math.max(-reach, atX - 1); dx <= Math.min(reach, atX + 1); dx++)
        least = Math.min(least, costs[(dy + reach) * size + dx + reach]!);
    return least;
  };
  const went = blocks.filter((costs) => costs[middle]! - there(costs) > CLEAR).length;
  const stayed = blocks.filter((costs) => there(costs) - costs[middle]! > CLEAR).length;
  if (went > FOR_EACH * stayed) return { x, y };
  return stayed > went ? { x: 0, y: 0 } : null;
}

/** The blocks of a picture, with room around them to look. */
function blocksOf({ width, height }: GreyPicture, reach: number) {
  const [wide, high] = [Math.floor((width - 2 * reach) / COLUMNS), Math.floor((height - 2 * reach) / ROWS)];
  return Array.from({ length: COLUMNS * ROWS }, (_, i) => ({
    ...{ left: reach + (i % COLUMNS) * wide, top: reach + Math.floor(i / COLUMNS) * high, wide, high },
  }));
}

/** The best place in one direction to a part of a pixel; null where the block has no structure in it. */
function placeOf(costs: Float64Array, best: number, step: number, place: number, reach: number): number | null {
  if (Math.abs(place) === reach) return place;
  const [before, here, after] = [costs[best - step]!, costs[best]!, costs[best + step]!];
  if (Math.min(before, after) - here < CLEAR) return null;
  return place + (0.5 * (before - after)) / (before - 2 * here + after);
}

const mean = (all: Float64Array): number => all.reduce((a, b) => a + b, 0) / all.length;
const median = (all: readonly number[]): number => [...all].sort((a, b) => a - b)[all.length >> 1] ?? 0;
