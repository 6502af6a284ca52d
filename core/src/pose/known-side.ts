import { armsInLine } from './arms-in-line.ts';
import { bestPath } from './best-path.ts';
import { BODY_POINTS, MIRRORED, pointsOfJoint, type FollowedJoint } from './body-points.ts';
import type { Finding, KnownOfClip } from './finding.ts';
import { handSpeeds, lastThrown } from './hand-speed.ts';

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
/** In line with the target joints this share of body height apart are beside each other. */
const ASIDE = 0.05;
const FRAME = 1 / 120;
const EARS = ['leftEar', 'rightEar'].map((name) => BODY_POINTS.indexOf(name as 'leftEar')) as [number, number];

/**
 * Left and right of the whole body, frame by frame. The model is often sure and wrong, most on the closed side: how each joint goes on from the frame before and what is known of the clip decide (the front leg
 * is nearer the target until he lands; the glove's shoulder and arm are before the throw, and the throwing arm after it, when the chest has come round; in line with the target the throwing arm is behind the back until then), along the cheapest path. Legs and arms are decided apart. Frames that are wrong come back with their sides changed.
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
  const isBackUp = backLegUp(findings, indexOf('throwingWrist'), indexOf('gloveWrist'), bodyPixels);
  const frontOnRubber = footOnRubber(findings, indexOf, isBackUp, bodyPixels);
  const inLine = armsInLine(findings, indexOf, bodyPixels);
  const pairs = GROUPS[group].map(([a, b, move]) => ({ a: indexOf(a), b: indexOf(b), move: move * bodyPixels }));
  const layers = findings.map((finding) => [false, true].map((swapped) => ({ finding, swapped })));
  type State = (typeof layers)[number][number];

  const own = ({ finding, swapped }: State): number => {
    let cost = swapped ? AGAINST : 0;
    if (towardsTarget === null) {
      if (group === 'arms') {
        const aside = (throwing: FollowedJoint, glove: FollowedJoint): number =>
          (swapped ? -1 : 1) * (finding.body[indexOf(throwing)]!.x - finding.body[indexOf(glove)]!.x);
        const { arms, shoulders } = inLine(finding.seconds);
        if (arms * aside('throwingElbow', 'gloveElbow') < -ASIDE * bodyPixels) cost += WRONG_SIDE;
        if (arms * aside('throwingWrist', 'gloveWrist') < -ASIDE * bodyPixels) cost += WRONG_SIDE;
        if (shoulders * aside('throwingShoulder', 'gloveShoulder') < -ASIDE * bodyPixels) cost += WRONG_SIDE;
        return cost;
      }
      const higher = (front: FollowedJoint, back: FollowedJoint): number =>
        (swapped ? -1 : 1) * (finding.body[indexOf(back)]!.y - finding.body[indexOf(front)]!.y);
      if (isBackUp(finding.seconds, 'ankle', higher('frontAnkle', 'backAnkle') / bodyPixels)) cost += WRONG_SIDE;
      if (isBackUp(finding.seconds, 'knee', higher('frontKnee', 'backKnee') / bodyPixels)) cost += WRONG_SIDE;
      const nearer = (swapped ? -1 : 1) * frontOnRubber(finding);
      return nearer > NEARER * bodyPixels ? cost + OFF_RUBBER : cost;
    }
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
  const first = findings.findIndex((f) => f.seconds >= landed + THROWN_AFTER[0]);
  const soon = first === -1 ? [] : findings.slice(Math.max(0, first - 1)).filter((f) => f.seconds <= landed + THROWN_AFTER[1]);
  const fastest = handSpeeds(soon, throwing, glove).reduce((a, b) => (b.speed > a.speed ? b : a), {
    seconds: landed + 0.15,
    speed: 0,
  }).seconds;
  return (seconds) => {
    if (seconds >= fastest + PASSES_AFTER) return 'throwingArm';
    if (seconds > fastest - PASSES_BEFORE) return null;
    return seconds >= landed - REACHES ? 'gloveArm' : 'gloveShoulder';
  };
}

/** From how long before the throw he may have landed, in seconds: common practice, no source. */
const LANDED_BEFORE = 0.25;
/** A head that has come down by more than this share of body height belongs to somebody who strides deep, throws or has thrown: the back leg may be up then. Looks that say so one after the other; the first ones are of somebody who stands. */
const [BENT, BENT_LOOKS, STANDING_LOOKS] = [0.1, 3, 9];
/** How much higher than the other one an ankle or a knee stands before that says which leg it is, as shares of body height: more than the ground is higher in the picture where it is further away. */
const HIGHER = { ankle: 0.12, knee: 0.08 } as const;

/**
 * Whether the back leg is found up while he cannot lift it, for views in line with the target, in which nothing tells what is ahead: until shortly before the throw the back foot is on the rubber, so the leg that is up is the front one.
 *
 * @returns for a moment, a joint, and how much higher the front leg's stands than the back one's as a share of body height
 */
export function backLegUp(
  findings: readonly Finding[],
  throwing: number,
  glove: number,
  bodyPixels: number,
): (seconds: number, joint: keyof typeof HIGHER, higher: number) => boolean {
  const thrown = lastThrown(findings, throwing, glove);
  const heads = findings.map(({ body }) => (body[EARS[0]]!.y + body[EARS[1]]!.y) / 2);
  const standing = heads.slice(0, STANDING_LOOKS).sort((a, b) => a - b)[Math.min(heads.length, STANDING_LOOKS) >> 1]!;
  const isBent = (i: number): boolean => (heads[i] ?? standing) - standing > BENT * bodyPixels;
  const bent = findings.findIndex((_, i) => Array.from({ length: BENT_LOOKS }, (_, k) => i + k).every(isBent));
  const until = Math.min(thrown - LANDED_BEFORE, bent === -1 ? thrown : findings[bent]!.seconds);
  return (seconds, joint, higher) => seconds <= until && higher < -HIGHER[joint];
}

/** Looks at a lifted leg that say where the other one stands. By how much nearer to that place the front ankle is than the back one, as a share of body height, before that speaks against it, and how much it does. */
const [LIFTED_LOOKS, NEARER, OFF_RUBBER] = [5, 0.015, 1];

/**
 * For views in line with the target, where the legs cross in the drive: the back foot stays where it stood while the front leg was up, until shortly before the throw.
 *
 * @returns for a look, by how many pixels the front ankle is nearer to that place than the back one; 0 where nobody can say
 */
function footOnRubber(
  findings: readonly Finding[],
  indexOf: (joint: FollowedJoint) => number,
  isBackUp: ReturnType<typeof backLegUp>,
  bodyPixels: number,
): (finding: Finding) => number {
  const [front, back] = [indexOf('frontAnkle'), indexOf('backAnkle')];
  // Whichever the model takes it for, the lower one stands.
  const lifted = findings.filter(({ seconds, body }) =>
    isBackUp(seconds, 'ankle', -Math.abs(body[front]!.y - body[back]!.y) / bodyPixels),
  );
  if (lifted.length < LIFTED_LOOKS) return () => 0;
  const lower = lifted.map(({ body }) => (body[front]!.y > body[back]!.y ? body[front]! : body[back]!));
  const middle = (of: 'x' | 'y'): number => lower.map((p) => p[of]).sort((a, b) => a - b)[lower.length >> 1]!;
  const [x, y, from] = [middle('x'), middle('y'), lifted[0]!.seconds];
  return ({ seconds, body }) => {
    if (seconds < from || !isBackUp(seconds, 'ankle', Number.NEGATIVE_INFINITY)) return 0;
    const far = (ankle: number): number => Math.hypot(body[ankle]!.x - x, body[ankle]!.y - y);
    return far(back) - far(front);
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
