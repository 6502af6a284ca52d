import type { FollowedJoint } from './body-points.ts';
import type { FollowedBody } from './follow-body.ts';
import type { OffShares } from './off-shares.ts';

const hipInLine = (otherHip: FollowedJoint, ownShoulder: FollowedJoint): OffShares => [
  [otherHip, -0.04],
  [ownShoulder, 0.014, 0, 0.058],
];
const elbowInLine = (ownShoulder: FollowedJoint, wrist: FollowedJoint): OffShares => [
  [ownShoulder, 0.056],
  [wrist, 0.03],
];
/** From front and rear, where he stands in profile until he has landed: what is seen of a torso then is its depth, which the model takes for the breadth of shoulders, and trousers are tied above the hips. */
export const IN_LINE: Partial<Record<FollowedJoint, OffShares>> = {
  head: [
    ['throwingShoulder', 0.034],
    ['gloveShoulder', 0.034],
  ],
  nose: [['head', -0.34]],
  throwingShoulder: [
    ['throwingElbow', -0.005],
    ['backHip', -0.06, 0, 0.02],
    ['gloveShoulder', 0, 0, -0.58],
  ],
  gloveShoulder: [
    ['gloveElbow', -0.037],
    ['frontHip', -0.026, 0, 0.025],
    ['throwingShoulder', 0, 0, -0.27],
  ],
  throwingElbow: elbowInLine('throwingShoulder', 'throwingWrist'),
  gloveElbow: elbowInLine('gloveShoulder', 'gloveWrist'),
  throwingWrist: [['throwingElbow', -0.08]],
  gloveWrist: [['gloveElbow', -0.045]],
  frontHip: hipInLine('backHip', 'gloveShoulder'),
  backHip: hipInLine('frontHip', 'throwingShoulder'),
  frontKnee: [
    ['frontHip', -0.02],
    ['frontAnkle', -0.015],
  ],
  backKnee: [
    ['backHip', -0.03],
    ['backAnkle', -0.055],
  ],
  frontAnkle: [['frontKnee', 0.063]],
  backAnkle: [['backKnee', 0.063]],
};
/** Shoulders this share of body height apart and more do not stand in profile. */
const BROAD = 0.18;

/** How much a body stands in profile in each frame of a film from front or rear: 1 where one shoulder stands before the other, 0 where they are seen as broad as they are. */
export function inProfile({ joints, bodyPixels }: FollowedBody): number[] {
  return joints.throwingShoulder.map(({ x, y }, i) => {
    const other = joints.gloveShoulder[i]!;
    return 1 - Math.min(1, Math.hypot(other.x - x, other.y - y) / (BROAD * bodyPixels));
  });
}

/** From so much of body height on that the back leg is seen shorter than at its longest, by how much each share of body height more the knee lies further down the leg than half way, how far at most, and how much of that is believed. */
const [SHORTER, DOWN, FURTHEST, BELIEVED] = [0.05, 2.5, 0.63, 0.8];

/**
 * How far the back knee lies further down the leg than the model says, from front and rear: while he drives, the shank leans and the thigh stands, so that what the leg is seen shorter by is the shank's; in cloth of one colour nothing shows where it bends, and the model takes half way.
 */
export function underStandingThigh({ joints, bodyPixels }: FollowedBody): Array<{ readonly x: number; readonly y: number }> {
  const legs = joints.backHip.map((hip, i) => ({ x: joints.backAnkle[i]!.x - hip.x, y: joints.backAnkle[i]!.y - hip.y }));
  const long = legs.map(({ x, y }) => Math.hypot(x, y));
  const longest = [...long].sort((a, b) => a - b)[Math.floor(0.95 * long.length)] ?? 0;
  return legs.map(({ x, y }, i) => {
    const shorter = (longest - long[i]!) / bodyPixels - SHORTER;
    if (shorter <= 0 || long[i] === 0) return { x: 0, y: 0 };
    const [hip, knee] = [joints.backHip[i]!, joints.backKnee[i]!];
    const found = ((knee.x - hip.x) * x + (knee.y - hip.y) * y) / long[i]! ** 2;
    const further = BELIEVED * Math.max(0, Math.min(FURTHEST, 0.5 + DOWN * shorter) - found);
    return { x: further * x, y: further * y };
  });
}
