import { bestPath } from './best-path.ts';
import { BODY_POINTS, MIRRORED, pointsOfJoint, type FollowedJoint } from './body-points.ts';
import type { Finding, KnownOfClip } from './finding.ts';

/** Pairs of joints with how far one moves between two frames of 120 a second, as a share of body height: common practice on the simulated film, no source. */
const GROUPS = {
  legs: [
    ['frontHip', 'backHip', 0.02],
    ['frontKnee', 'backKnee', 0.025],
    ['frontAnkle', 'backAnkle', 0.03],
  ],
  arms: [
    ['throwingShoulder', 'gloveShoulder', 0.02],
    ['throwingElbow', 'gloveElbow', 0.05],
    ['throwingWrist', 'gloveWrist', 0.07],
  ],
} as const satisfies Record<string, ReadonlyArray<readonly [FollowedJoint, FollowedJoint, number]>>;

const [CHANGE, AGAINST, WRONG_SIDE, MOST_MOVE] = [3, 0.15, 2, 4];
const FRAME = 1 / 120;

/**
 * Left and right of the whole body, frame by frame. The model is often sure and wrong, most on the closed side: how each joint goes on from the frame before and what is known of the clip decide (the front leg
 * is nearer the target until he lands, the glove arm before he throws), along the cheapest path. Legs and arms are decided apart. Frames that are wrong come back with their sides changed.
 */
export function knownSides(findings: readonly Finding[], known: KnownOfClip, bodyPixels: number): Finding[] {
  return changed(changed(findings, known, bodyPixels, 'legs'), known, bodyPixels, 'arms');
}

function changed(
  findings: readonly Finding[],
  { hand, towardsTarget }: KnownOfClip,
  bodyPixels: number,
  group: keyof typeof GROUPS,
): Finding[] {
  const indexOf = (joint: FollowedJoint): number => pointsOfJoint(joint, hand)[0]!;
  const landed = widestStride(findings, indexOf('frontAnkle'), indexOf('backAnkle'));
  const pairs = GROUPS[group].map(([a, b, move]) => ({ a: indexOf(a), b: indexOf(b), move: move * bodyPixels }));
  const layers = findings.map((finding) => [false, true].map((swapped) => ({ finding, swapped })));
  type State = (typeof layers)[number][number];

  const own = ({ finding, swapped }: State): number => {
    let cost = swapped ? AGAINST : 0;
    if (towardsTarget === null) return cost;
    const ahead = (front: FollowedJoint, back: FollowedJoint): number =>
      (swapped ? -1 : 1) * towardsTarget * (finding.body[indexOf(front)]!.x - finding.body[indexOf(back)]!.x);
    if (group === 'legs' && finding.seconds <= landed + 0.07) {
      if (ahead('frontAnkle', 'backAnkle') < -0.05 * bodyPixels) cost += WRONG_SIDE;
      if (ahead('frontKnee', 'backKnee') < -0.05 * bodyPixels) cost += WRONG_SIDE;
    }
    if (group === 'arms' && finding.seconds >= landed - 0.33 && finding.seconds <= landed) {
      if (ahead('gloveWrist', 'throwingWrist') < -0.1 * bodyPixels) cost += WRONG_SIDE;
      if (ahead('gloveElbow', 'throwingElbow') < -0.1 * bodyPixels) cost += WRONG_SIDE;
    }
    return cost;
  };
  const step = (from: State, to: State): number => {
    let cost = from.swapped === to.swapped ? 0 : CHANGE;
    const frames = Math.max(1, (to.finding.seconds - from.finding.seconds) / FRAME);
    for (const { a, b, move } of pairs)
      for (const [p, q] of [
        [a, b],
        [b, a],
      ] as const) {
        const before = from.finding.body[from.swapped ? q : p]!;
        const now = to.finding.body[to.swapped ? q : p]!;
        cost += Math.min(MOST_MOVE, Math.hypot(now.x - before.x, now.y - before.y) / (move * frames));
      }
    return cost;
  };
  const path = bestPath(layers, own, step);
  const order = BODY_POINTS.map((name, i) => {
    const leg = /Hip|Knee|Ankle/.test(name);
    const arm = /Shoulder|Elbow|Wrist/.test(name);
    return (group === 'legs' ? leg : arm) ? MIRRORED[i]! : i;
  });
  const turned = <T>(of: readonly T[]): T[] => order.map((i) => of[i]!);
  return findings.map((f, i) => (path[i] === 1 ? { ...f, body: turned(f.body), peaks: turned(f.peaks) } : f));
}

/** When the ankles are furthest apart along x, where both are sure: he has landed about then. */
export function widestStride(findings: readonly Finding[], front: number, back: number): number {
  let [most, seconds] = [-1, 0];
  for (const f of findings) {
    const [a, b] = [f.body[front]!, f.body[back]!];
    const apart = Math.abs(a.x - b.x);
    if (apart > most && Math.min(a.score, b.score) > 0.3) [most, seconds] = [apart, f.seconds];
  }
  return seconds;
}
