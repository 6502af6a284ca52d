/**
 * From where on a clip is blamed. Chosen on rendered clips (accuracy/src/clip-health.test.ts), so that a clip that can be worked with is let through: whoever is told "film again" forty times a
 * morning stops reading it.
 */
export interface HealthLimits {
  /** Below this grey value lie nine tenths of the picture. */
  readonly darkNinth: number;
  /** Share of the picture that is blown out. */
  readonly blownShare: number;
  /** The least steepness of edges; see `sharpness`. */
  readonly sharpness: number;
  /** How far the camera goes astray, standard deviation as a share of the width. */
  readonly shake: number;
  /** Share of an edge that something moving touches. */
  readonly edgeShare: number;
  /** Share of the picture that moves at the most, if anybody throws there. */
  readonly movingShare: number;
  /** So much never moves at once, unless the camera does: it went too far to be followed. */
  readonly mostMoving: number;
  /** Frames a second. */
  readonly framesPerSecond: number;
  /** From lifting the knee to the finish it takes so many seconds at least. */
  readonly seconds: number;
}

export const HEALTH_LIMITS: HealthLimits = {
  darkNinth: 60,
  blownShare: 0.3,
  sharpness: 0.3,
  shake: 0.003,
  edgeShare: 0.02,
  movingShare: 0.012,
  mostMoving: 0.45,
  framesPerSecond: 50,
  seconds: 1.4,
};
