import { BODY_POINTS } from './body-points.ts';
import type { KnownOfClip } from './finding.ts';
import type { Found } from './square.ts';

/** Where a pitcher stood as the film began, and how high he stands there, in pixels. */
export interface Stood {
  readonly x: number;
  readonly high: number;
}

const TRUNK = ['leftShoulder', 'rightShoulder', 'leftHip', 'rightHip'].map((name) => BODY_POINTS.indexOf(name as 'leftHip'));
/**
 * How far from where it was at set the middle of a trunk comes, as shares of body height: 0.1 across the line and -0.04 to 1.05 along it in 120 simulated deliveries of ten ages; with room for real ones that fall off to a side, and for
 * what a quick look is off by. No other source.
 */
const ACROSS = 0.3;
const [BACK, ALONG] = [0.3, 1.35];

/** The middle of a trunk, across the picture. */
export const trunkOf = (body: readonly Found[]): number => TRUNK.reduce((sum, i) => sum + body[i]!.x, 0) / TRUNK.length;

/**
 * Whether a body can be that of the pitcher who stood there: in line with the target he comes nearer and stays where he is in the picture, from the side he goes one stride towards the target. Somebody who walks
 * past behind him does neither for long.
 *
 * @example isWherePitcherCanBe(320, { x: 100, high: 200 }, { hand: 'R', towardsTarget: 1 }) // true: 1.1 of his height towards the target
 */
export function isWherePitcherCanBe(
  trunk: number,
  { x, high }: Stood,
  { towardsTarget }: Pick<KnownOfClip, 'towardsTarget'>,
): boolean {
  const gone = (trunk - x) / high;
  if (towardsTarget === null) return Math.abs(gone) <= ACROSS;
  return gone * towardsTarget >= -BACK && gone * towardsTarget <= ALONG;
}
