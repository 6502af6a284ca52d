import type { Hand } from '../motion/pitcher.ts';
import { radians, vec } from '../vector.ts';
import { pinholeCamera, type PinholeCamera } from './pinhole.ts';

export type ViewId = 'openSide' | 'closedSide' | 'front' | 'rear';

/**
 * The tripods of a camp. The standing body fills about 72 % of the picture's height. The open side is third
 * base for a right-hander, first base for a left-hander, the closed side the other one; the front camera stands behind the catcher, the rear one towards second base.
 */
export function tripod(
  view: ViewId,
  options: {
    readonly hand: Hand;
    readonly heightMetres: number;
    readonly width?: number;
    readonly height?: number;
    /** How far round the pitcher it stands from its place, + towards the plate from a side, + towards the open side from front and rear. */
    readonly turnDegrees?: number;
  },
): PinholeCamera {
  const { hand, heightMetres: H, width = 960, height = 540, turnDegrees = 0 } = options;
  const open = hand === 'R' ? 1 : -1;
  const turn = radians(turnDegrees);
  if (view === 'openSide' || view === 'closedSide') {
    const distance = 7.5;
    const side = view === 'openSide' ? open : -open;
    const middle = 0.46 * H + 0.13;
    return pinholeCamera({
      eye: vec(middle + distance * Math.sin(turn), 0.62 * H, side * distance * Math.cos(turn)),
      target: vec(middle, 0.53 * H, 0),
      focal: (0.72 * height * distance) / H,
      width,
      height,
    });
  }
  const distance = view === 'front' ? 20 : 12;
  const ahead = view === 'front' ? 1 : -1;
  return pinholeCamera({
    eye: vec(ahead * distance * Math.cos(turn), view === 'front' ? 0.8 : 1.3, 0.35 * open + distance * Math.sin(turn) * open),
    target: vec(view === 'front' ? 0.13 : 0.5 * H, 0.5 * H, 0.06 * H * open),
    focal: (0.72 * height * distance) / H,
    width,
    height,
  });
}

/** Which way in the picture's x the target lies: 1 to the right, -1 to the left, null when the camera faces the pitcher or his back. */
export function towardsTarget(view: ViewId, hand: Hand): 1 | -1 | null {
  if (view === 'front' || view === 'rear') return null;
  return (hand === 'R') === (view === 'openSide') ? 1 : -1;
}
