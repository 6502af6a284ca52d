import type { FollowedBody } from '../../pose/index.ts';
import type { JointFlow } from './flow-at-joints.ts';

/** A small thing that differs from the empty field, in pixels of the film. */
export interface Blob {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

/** What rules look at: the followed body and what its pictures show, a value a frame. Places are those of the first frame's camera: what the camera has moved is taken out. */
export interface ClipEvidence {
  /** Capture seconds of each frame. */
  readonly times: readonly number[];
  readonly body: FollowedBody;
  /** Which way in x the target lies; null from front and rear. */
  readonly towardsTarget: 1 | -1 | null;
  /** How much moves at the body: differences of grey from the frame before near its limbs, a share of its square. */
  readonly motion: readonly number[];
  /** Mean difference of grey at the place of the landed front shoe from how it looks once it stands; null where nobody looked. */
  readonly shoe: ReadonlyArray<number | null>;
  /** How far the front shoe reaches ahead of its ankle, as a share of body height; null where nobody looked, and from front and rear. */
  readonly toe: ReadonlyArray<number | null>;
  /** Small things that are not of the field; only around the throw. */
  readonly blobs: ReadonlyArray<readonly Blob[]>;
  /** How far the picture at joints goes, from before the leg is up until he lands; left out where nobody looked. */
  readonly flow?: JointFlow;
}

/** Where a rule puts an event: a place between frames (12.3 is after the beginning of frame 12), and the frames between which it lies with 90 %. */
export interface FoundEvent {
  readonly frame: number;
  readonly from: number;
  readonly to: number;
  /** 0 to 1: how often a find of this kind lies within two frames of 120 a second. */
  readonly sure: number;
}
