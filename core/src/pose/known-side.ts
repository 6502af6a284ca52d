import { armsInLine } from './arms-in-line.ts';
import { bestPath } from './best-path.ts';
import { BODY_POINTS, MIRRORED, pointsOfJoint, type FollowedJoint } from './body-points.ts';
import type { Finding, KnownOfClip } from './finding.ts';
import { handSpeeds } from './hand-speed.ts';
import { backLegUp, footOnRubber } from './legs-in-line.ts';

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
/** By how much nearer to the place on the rubber the front ankle is than the back one, as a share of body height, before that speaks against it, and how much it does. */
const [NEARER, OFF_RUBBER] = [0.015, 1];
/** In line with the target joints this share of body height apart are beside each other. */
const ASIDE = 0.05;
const FRAME = 1 / 120;

/**
 * Left and right of the whole body, frame by frame. The model is often sure and wrong, most on the closed side: how each joint goes on from the frame before and what is known of the clip decide (the front leg
 * is nearer the target until he lands; the glove's shoulder and arm are before the throw, and the throwing arm after it, when the chest has come round; in line with the target the throwing arm is behind the back until then), along the cheapest path. Legs and arms are decided apart. Frames that are wrong come back with their sides changed.
 */
export function knownSides(findings: readonly Finding[], known: KnownOfClip, bodyPixels: number): Finding[] {
  return changed(changed(findings, known, bodyPixels, 'legs'), known, bodyPixels, 'arms');
}

/** What speaks against the sides of a look, as they were found (1) or changed (-1): a sum of prices. */
type Against = (finding: Finding, sign: 1 | -1) => number;
type Group = keyof typeof GROUPS;

/** In line with the target: the leg that cannot be up, the foot that left its place on the rubber, the arm on the other side of the chest. */
function againstInLine(
  findings: readonly Finding[],
  indexOf: (joint: FollowedJoint) => number,
  bodyPixels: number,
  group: Group,
): Against {
  if (group === 'arms') {
    const inLine = armsInLine(findings, indexOf, bodyPixels);
    return ({ seconds, body }, sign) => {
      const { arms, shoulders } = inLine(seconds);
      const isWrong = (throwing: FollowedJoint, glove: FollowedJoint, side: number): boolean =>
        side * sign * (body[indexOf(throwing)]!.x - body[indexOf(glove)]!.x) < -ASIDE * bodyPixels;
      return priceOf([
        isWrong('throwingElbow', 'gloveElbow', arms),
        isWrong('throwingWrist', 'gloveWrist', arms),
        isWrong('throwingShoulder', 'gloveShoulder', shoulders),
      ]);
    };
  }
  const isBackUp = backLegUp(findings, indexOf('throwingWrist'), indexOf('gloveWrist'), bodyPixels);
  const frontOnRubber = footOnRubber(findings, indexOf, isBackUp, bodyPixels);
  return (finding, sign) => {
    const { seconds, body } = finding;
    const higher = (front: FollowedJoint, back: FollowedJoint): number =>
      (sign * (body[indexOf(back)]!.y - body[indexOf(front)]!.y)) / bodyPixels;
    const wrong = [
      isBackUp(seconds, 'ankle', higher('frontAnkle', 'backAnkle')),
      isBackUp(seconds, 'knee', higher('frontKnee', 'backKnee')),
    ];
    return priceOf(wrong) + (sign * frontOnRubber(finding) > NEARER * bodyPixels ? OFF_RUBBER : 0);
  };
}

/** From a side: the leg and the arm that are further from the target than they can be at that time. */
function againstFromSide(
  findings: readonly Finding[],
  indexOf: (joint: FollowedJoint) => number,
  bodyPixels: number,
  group: Group,
  towardsTarget: 1 | -1,
): Against {
  const landed = widestStride(findings, indexOf('frontAnkle'), indexOf('backAnkle'));
  const armAhead = armsAhead(findings, landed, indexOf('throwingWrist'), indexOf('gloveWrist'), bodyPixels);
  return ({ seconds, body }, sign) => {
    const isBehind = (ahead: FollowedJoint, other: FollowedJoint, by: number): boolean =>
      sign * towardsTarget * (body[indexOf(ahead)]!.x - body[indexOf(other)]!.x) < -by * bodyPixels;
    if (group === 'legs')
      return seconds <= landed + 0.07
        ? priceOf([isBehind('frontAnkle', 'backAnkle', 0.05), isBehind('frontKnee', 'backKnee', 0.05)])
        : 0;
    const arm = armAhead(seconds);
    if (arm === 'throwingArm')
      return priceOf([isBehind('throwingShoulder', 'gloveShoulder', 0.03), isBehind('throwingElbow', 'gloveElbow', 0.06)]);
    if (arm === null) return 0;
    const whole = arm === 'gloveArm';
    return priceOf([
      isBehind('gloveShoulder', 'throwingShoulder', 0.03),
      whole && isBehind('gloveWrist', 'throwingWrist', 0.1),
      whole && isBehind('gloveElbow', 'throwingElbow', 0.1),
    ]);
  };
}

const priceOf = (wrong: readonly boolean[]): number => WRONG_SIDE * wrong.filter(Boolean).length;

function changed(
  findings: readonly Finding[],
  { hand, towardsTarget }: KnownOfClip,
  bodyPixels: number,
  group: Group,
): Finding[] {
  const indexOf = (joint: FollowedJoint): number => pointsOfJoint(joint, hand)[0]!;
  const against =
    towardsTarget === null
      ? againstInLine(findings, indexOf, bodyPixels, group)
      : againstFromSide(findings, indexOf, bodyPixels, group, towardsTarget);
  const pairs = GROUPS[group].map(([a, b, move]) => ({ a: indexOf(a), b: indexOf(b), move: move * bodyPixels }));
  const layers = findings.map((finding) => [false, true].map((swapped) => ({ finding, swapped })));
  type State = (typeof layers)[number][number];
  const own = ({ finding, swapped }: State): number => (swapped ? AGAINST : 0) + against(finding, swapped ? -1 : 1);
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
const THROWN_AFTER = [0.1, 0.28] as const;
/** Faster than this, in body heights a second, no wrist goes, and so far beside it one is found, as a share of body height: one that goes further was found on the other one for a look. He who throws 30 m/s at a height of 1.6 m has 19 at his fingers and less at the wrist. Common practice, no source. */
const [FASTEST, OFF] = [18, 0.02];

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
  bodyPixels: number,
): (seconds: number) => ArmAhead {
  const first = findings.findIndex((f) => f.seconds >= landed + THROWN_AFTER[0]);
  const soon = first === -1 ? [] : findings.slice(Math.max(0, first - 1)).filter((f) => f.seconds <= landed + THROWN_AFTER[1]);
  const fastest = handSpeeds(soon, throwing, glove, (passed) => (FASTEST * passed + OFF) * bodyPixels).reduce(
    (a, b) => (b.speed > a.speed ? b : a),
    {
      seconds: landed + 0.15,
      speed: 0,
    },
  ).seconds;
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
