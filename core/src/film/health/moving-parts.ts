import type { GreyPicture } from './grey-picture.ts';

/** What moves in front of a background that stands still. */
export interface MovingParts {
  /** For each picture, the share of its pixels that are otherwise than the background. */
  readonly shares: readonly number[];
  /**
   * The largest share of the length of each edge of the picture that somebody who stays touches in a tenth of the pictures at least. Who goes by comes in over one edge and leaves over another.
   */
  readonly edges: { readonly left: number; readonly right: number; readonly top: number; readonly bottom: number };
}

/** How far a pixel has to be from the background, in grey values: more than noise and compression. */
const OTHERWISE = 28;
/** A shadow takes away no more than so large a share of the light; what is darker is somebody. */
const SHADOW = 0.5;
/** How near to an edge is at it, as a share of the width. */
const NEAR = 0.012;
/** Share of the pictures in which a place moves where somebody stays: who goes by is there and gone. */
const STAYS = 0.2;
/** How far apart two pixels of one body may lie, as a share of the width: a belt of the colour of the fence does not cut him in two. */
const GAP = 0.008;
/** Share of the pictures in which an edge has to be touched. */
const OFTEN = 0.1;

/**
 * The background is what each pixel is most of the time (its median over the pictures); what is otherwise moves, but for shadows: a long one in the evening reaches over every edge.
 *
 * Source: temporal median as a background model, common practice, no single source.
 *
 * @param pictures at least three, all of one size, of a camera that stands still
 */
export function movingParts(pictures: readonly GreyPicture[]): MovingParts {
  const { width, height } = pictures[0]!;
  const background = new Uint8Array(width * height);
  const column = new Uint8Array(pictures.length);
  for (let i = 0; i < background.length; i++) {
    for (let k = 0; k < pictures.length; k++) column[k] = pictures[k]!.pixels[i]!;
    background[i] = column.sort()[pictures.length >> 1]!;
  }
  const near = Math.max(1, Math.round(NEAR * width));
  const otherwise = pictures.map(({ pixels }) =>
    pixels.map((here, i) => {
      const behind = background[i]!;
      return Math.abs(here - behind) < OTHERWISE || (here < behind && here > (1 - SHADOW) * behind) ? 0 : 1;
    }),
  );
  /** In how many pictures each place moves. */
  const moved = new Uint16Array(width * height);
  for (const mask of otherwise) for (let i = 0; i < mask.length; i++) moved[i] = moved[i]! + mask[i]!;
  const touched = { left: [] as number[], right: [] as number[], top: [] as number[], bottom: [] as number[] };
  for (const mask of otherwise) {
    const [byRow, byColumn] = [
      { left: new Uint8Array(height), right: new Uint8Array(height) },
      { top: new Uint8Array(width), bottom: new Uint8Array(width) },
    ];
    const stays = (i: number): boolean => moved[i]! >= STAYS * pictures.length;
    for (const i of hangingTogether(mask, width, height, stays)) {
      const [x, y] = [i % width, Math.floor(i / width)];
      if (x < near) byRow.left[y] = 1;
      if (x >= width - near) byRow.right[y] = 1;
      if (y < near) byColumn.top[x] = 1;
      if (y >= height - near) byColumn.bottom[x] = 1;
    }
    const share = (line: Uint8Array): number => line.reduce((sum, v) => sum + v, 0) / line.length;
    touched.left.push(share(byRow.left));
    touched.right.push(share(byRow.right));
    touched.top.push(share(byColumn.top));
    touched.bottom.push(share(byColumn.bottom));
  }
  const often = (all: readonly number[]): number => [...all].sort((a, b) => b - a)[Math.floor(OFTEN * (all.length - 1))]!;
  return {
    shares: otherwise.map((mask) => mask.reduce((sum, v) => sum + v, 0) / mask.length),
    edges: { left: often(touched.left), right: often(touched.right), top: often(touched.top), bottom: often(touched.bottom) },
  };
}

/** The marked pixels that hang together, over gaps too, with one from which somebody is known to stay. */
function hangingTogether(marked: Uint8Array, width: number, height: number, stays: (i: number) => boolean): readonly number[] {
  const gap = Math.max(1, Math.round(GAP * width));
  const left = Uint8Array.from(marked);
  const found: number[] = [];
  for (let i = 0; i < left.length; i++)
    if (left[i] === 1 && stays(i)) {
      left[i] = 0;
      found.push(i);
    }
  for (let k = 0; k < found.length; k++) {
    const [x, y] = [found[k]! % width, Math.floor(found[k]! / width)];
    for (let ny = Math.max(0, y - gap); ny <= Math.min(height - 1, y + gap); ny++)
      for (let nx = Math.max(0, x - gap); nx <= Math.min(width - 1, x + gap); nx++) {
        const i = ny * width + nx;
        if (left[i] === 0) continue;
        left[i] = 0;
        found.push(i);
      }
  }
  return found;
}
