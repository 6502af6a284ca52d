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
 * is nearer the target until he lands; the glove's shoulder and arm are before the throw, and the throwing arm after it, when the chest has come round), along the cheapest path. Legs and arms are decided apart. Frames that are wrong come back with their sides changed.
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
  const armAhead = armsAhead(findings, landed, indexOf('throwingWrist'), indexOf('gloveWrist'));
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
    const arm = group === 'arms' ? armAhead(finding.seconds) : null;
    if (arm === 'gloveShoulder' || arm === 'gloveArm')
      if (ahead('gloveShoulder', 'throwingShoulder') < -0.03 * bodyPixels) cost += WRONG_SIDE;
    if (arm === 'gloveArm') {
      if (ahead('gloveWrist', 'throwingWrist') < -0.1 * bodyPixels) cost += WRONG_SIDE;
      if (ahead('gloveElbow', 'throwingElbow') < -0.1 * bodyPixels) cost += WRONG_SIDE;
    }
    if (arm === 'throwingArm') {
      if (ahead('throwingShoulder', 'gloveShoulder') < -0.03 * bodyPixels) cost += WRONG_SIDE;
      if (ahead('throwingElbow', 'gloveElbow') < -0.06 * bodyPixels) cost += WRONG_SIDE;
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

/** From how long before the landing the glove arm reaches to the target. */
const REACHES = 0.33;
/** Around the fastest hand the arms pass each other: nothing is told then. */
const [PASSES_BEFORE, PASSES_AFTER] = [0.06, 0.035];
/** How long after the widest stride he throws, in seconds: 0.1 to 0.2 after the foot bears weight, which is up to 0.1 later (common practice, no source). */
const THROWN_AFTER = [0.05, 0.28] as const;

/** Which arm is nearer the target: of the glove's its shoulder, or all of it; of the throwing one shoulder and elbow. null: nobody knows. */
export type ArmAhead = 'gloveShoulder' | 'gloveArm' | 'throwingArm' | null;

/**
 * Which arm is nearer the target at a moment: the glove's shoulder while he stands sideways to it, the whole arm from the stride until shortly before the throw, the throwing arm after it. The throw is where a hand is fastest soon after the widest stride,
 * whichever hand the model takes it for.
 */
export function armsAhead(
  findings: readonly Finding[],
  landed: number,
  throwing: number,
  glove: number,
): (seconds: number) => ArmAhead {
  const speeds = findings.slice(1).flatMap((b, i) => {
    const a = findings[i]!;
    const passed = b.seconds - a.seconds;
    if (b.seconds < landed + THROWN_AFTER[0] || b.seconds > landed + THROWN_AFTER[1] || passed > 0.05) return [];
    const way = (from: number, to: number): number =>
      Math.hypot(b.body[to]!.x - a.body[from]!.x, b.body[to]!.y - a.body[from]!.y);
    const straight = [way(throwing, throwing), way(glove, glove)] as const;
    const crossed = [way(throwing, glove), way(glove, throwing)] as const;
    const shorter = crossed[0] + crossed[1] < straight[0] + straight[1] ? crossed : straight;
    return [{ seconds: (a.seconds + b.seconds) / 2, speed: Math.max(...shorter) / passed }];
  });
  // A hand that is found elsewhere for a frame jumps there and back: the middle of five steps does not.
  const middles = speeds.map(({ seconds }, i) => {
    const near = speeds.slice(Math.max(0, i - 2), i + 3).map((s) => s.speed);
    return { seconds, speed: near.sort((x, y) => x - y)[near.length >> 1]! };
  });
  const fastest = middles.reduce((a, b) => (b.speed > a.speed ? b : a), { seconds: landed + 0.15, speed: 0 }).seconds;
  return (seconds) => {
    if (seconds >= fastest + PASSES_AFTER) return 'throwingArm';
    if (seconds > fastest - PASSES_BEFORE) return null;
    return seconds >= landed - REACHES ? 'gloveArm' : 'gloveShoulder';
  };
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
