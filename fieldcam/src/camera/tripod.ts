import type { Hand } from '../motion/pitcher.ts';
import { vec } from '../vector.ts';
import { pinholeCamera, type PinholeCamera } from './pinhole.ts';

export type ViewId = 'openSide' | 'front';

/**
 * The two tripods of a camp. The standing body fills about 72 % of the picture's height in both. The open side is third
 * base for a right-hander, first base for a left-hander; the front camera stands behind the catcher.
 */
export function tripod(
  view: ViewId,
  options: {
    readonly hand: Hand;
    readonly heightMetres: number;
    readonly width?: number;
    readonly height?: number;
  },
): PinholeCamera {
  const { hand, heightMetres: H, width = 960, height = 540 } = options;
  const open = hand === 'R' ? 1 : -1;
  if (view === 'openSide') {
    const distance = 7.5;
    return pinholeCamera({
      eye: vec(0.46 * H + 0.13, 0.62 * H, open * distance),
      target: vec(0.46 * H + 0.13, 0.53 * H, 0),
      focal: (0.72 * height * distance) / H,
      width,
      height,
    });
  }
  const distance = 20;
  return pinholeCamera({
    eye: vec(distance, 0.8, 0.35 * open),
    target: vec(0.13, 0.5 * H, 0.06 * H * open),
    focal: (0.72 * height * distance) / H,
    width,
    height,
  });
}

/** Which way in the picture's x the target lies: 1 to the right, -1 to the left, null when the camera faces the pitcher. */
export function towardsTarget(view: ViewId, hand: Hand): 1 | -1 | null {
  if (view === 'front') return null;
  return hand === 'R' ? 1 : -1;
}
