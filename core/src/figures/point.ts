import type { Position } from './position.ts';

/**
 * Where a point comes from. 'placed': by a person; 'guessed': taken as the product offered it, untouched; 'proposed': found by the computer;
 * 'confirmed': proposed, and a person has seen that it is right.
 */
export const ORIGINS = ['placed', 'guessed', 'proposed', 'confirmed'] as const;
export type Origin = (typeof ORIGINS)[number];

/** A point of the body or the ball in one frame: where it is, its error per axis as one standard deviation in pixels, and where it comes from. */
export interface Point extends Position {
  readonly sd: number;
  readonly origin: Origin;
}

/**
 * Whether a person has seen that a point is right: only what rests on such points is measured.
 *
 * @example wasSeen('guessed') // false
 */
export const wasSeen = (origin: Origin): boolean => origin === 'placed' || origin === 'confirmed';

/** Whether the computer has found a point, and nobody has moved it. */
export const wasFound = (origin: Origin): boolean => origin === 'proposed' || origin === 'confirmed';
