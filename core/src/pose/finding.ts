import type { Found, Square } from './square.ts';

/** What the model found in one frame. */
export interface Finding {
  readonly frame: number;
  /** Capture seconds from the clip's first frame. */
  readonly seconds: number;
  readonly square: Square;
  /** One place a point, in the order of `BODY_POINTS`. */
  readonly body: readonly Found[];
  /** Up to three places a point. */
  readonly peaks: ReadonlyArray<readonly Found[]>;
}

/** What is known of a clip before anybody looks at it. */
export interface KnownOfClip {
  readonly hand: 'R' | 'L';
  /** Which way in x the target lies; null from front and rear. */
  readonly towardsTarget: 1 | -1 | null;
}
