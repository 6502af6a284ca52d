import type { GreyPicture } from './grey-picture.ts';

/** What moves in front of a background that stands still. */
export interface MovingParts {
  /** For each picture, the share of its pixels that are otherwise than the background. */
  readonly shares: readonly number[];
  /** The largest share of the length of each edge of the picture that something moving touches in a tenth of the pictures at least. */
  readonly edges: { readonly left: number; readonly right: number; readonly top: number; readonly bottom: number };
}

/** How far a pixel has to be from the background, in grey values: more than noise and compression. */
const OTHERWISE = 28;
/** A shadow takes away no more than so large a share of the light; what is darker is somebody. */
const SHADOW = 0.5;
/** How near to an edge is at it, as a share of the width. */
const NEAR = 0.012;
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
  const shares: number[] = [];
  const touched = { left: [] as number[], right: [] as number[], top: [] as number[], bottom: [] as number[] };
  for (const { pixels } of pictures) {
    let moving = 0;
    const [byRow, byColumn] = [
      { left: new Uint8Array(height), right: new Uint8Array(height) },
      { top: new Uint8Array(width), bottom: new Uint8Array(width) },
    ];
    for (let y = 0; y < height; y++)
      for (let x = 0; x < width; x++) {
        const i = y * width + x;
        const [here, behind] = [pixels[i]!, background[i]!];
        if (Math.abs(here - behind) < OTHERWISE || (here < behind && here > (1 - SHADOW) * behind)) continue;
        moving++;
        if (x < near) byRow.left[y] = 1;
        if (x >= width - near) byRow.right[y] = 1;
        if (y < near) byColumn.top[x] = 1;
        if (y >= height - near) byColumn.bottom[x] = 1;
      }
    shares.push(moving / background.length);
    const share = (line: Uint8Array): number => line.reduce((sum, v) => sum + v, 0) / line.length;
    touched.left.push(share(byRow.left));
    touched.right.push(share(byRow.right));
    touched.top.push(share(byColumn.top));
    touched.bottom.push(share(byColumn.bottom));
  }
  const often = (all: readonly number[]): number => [...all].sort((a, b) => b - a)[Math.floor(OFTEN * (all.length - 1))]!;
  return {
    shares,
    edges: { left: often(touched.left), right: often(touched.right), top: often(touched.top), bottom: often(touched.bottom) },
  };
}
