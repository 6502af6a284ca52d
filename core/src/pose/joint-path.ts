import { bestPath } from './best-path.ts';
import { pointsOfJoint, type FollowedJoint } from './body-points.ts';
import type { Finding, KnownOfClip } from './finding.ts';
import { armsAhead, widestStride } from './known-side.ts';
import { backLegUp } from './legs-in-line.ts';
import type { Found } from './square.ts';

/** How far the two joints of a pair move between two frames of 120 a second, as a share of body height: common practice on the simulated film, no source. */
const PAIRS = [
  ['frontHip', 'backHip', 0.012],
  ['frontKnee', 'backKnee', 0.02],
  ['frontAnkle', 'backAnkle', 0.025],
  ['throwingShoulder', 'gloveShoulder', 0.03],
  ['throwingElbow', 'gloveElbow', 0.06],
  ['throwingWrist', 'gloveWrist', 0.06],
] as const satisfies ReadonlyArray<readonly [FollowedJoint, FollowedJoint, number]>;

const KNEES = PAIRS[1];
/** So much higher than the front ankle the front knee lies at least, as a share of body height: its foot hangs from it or stands below it all the time, while the back foot swings up after the throw. A knee that is not lies on the other leg, or on somebody else. */
const OVER_ANKLE = 0.08;

const OTHER_SIDE: Readonly<Partial<Record<FollowedJoint, FollowedJoint>>> = Object.fromEntries(
  PAIRS.map(([one, other]) => [one, other]),
);
/**
 * From which pairs a pair hangs, and how far from the one or the other of each it can lie, as a share of body height: what of the body is between them (trunk 0.288, thigh 0.245, shank 0.246, upper arm 0.186, forearm 0.146: Drillis and Contini in Winter's tables, values from memory) and what the
 * find and a body nearer to the camera are off by. A place further off is on somebody else.
 */
const HANGS: Readonly<Partial<Record<FollowedJoint, ReadonlyArray<readonly [from: FollowedJoint, reach: number]>>>> = {
  frontKnee: [['frontHip', 0.36]],
  frontAnkle: [['frontKnee', 0.3]],
  throwingShoulder: [['frontHip', 0.35]],
  throwingElbow: [['throwingShoulder', 0.25]],
  throwingWrist: [['throwingShoulder', 0.38]],
};
/** And in line with the target, where forearms are seen short and elbows are not smeared as they throw. */
const HANGS_IN_LINE: typeof HANGS = { ...HANGS, throwingWrist: [...HANGS.throwingWrist!, ['throwingElbow', 0.22]] };
/** So far apart hips lie at most, as a share of body height: they are 0.191 wide (the same tables, value from memory). Further apart they are those of two people. */
const WIDEST_HIPS = 0.2;
/** How far from a shoulder ears and nose lie at most, as a share of body height (chin to top 0.13, neck 0.052: the same tables, values from memory): further off it is another head. */
const HEAD_REACH = 0.24;

/** A place that one of two joints may have, with the heat of either. */
interface Candidate {
  x: number;
  y: number;
  own: number;
  other: number;
}
const FRAME = 1 / 120;
const [MISSING, GONE, SAME_PLACE, WRONG_SIDE, TWO_PEOPLE, CROSSED, MOST] = [2.6, 1, 0.7, 4, 4, 1.6, 7];
const MOST_CANDIDATES = 6;

/** Places of each joint in each frame that was looked at; null where it was not seen. */
export type JointPlaces = Record<FollowedJoint, ReadonlyArray<Found | null>>;

/**
 * Which place belongs to which joint: for each pair (front and back knee, ...) the cheapest path over the frames through the places that the model thinks likely for either of them. A place of the other side's heat can
 * be taken at a price, two joints can lie on one place at a price, and a joint can be unseen. What is known of the clip counts as in `knownSides`.
 */
export function jointPlaces(findings: readonly Finding[], known: KnownOfClip, bodyPixels: number): JointPlaces {
  const places: Partial<Record<FollowedJoint, Array<Found | null>>> = {};
  const look = (pair: (typeof PAIRS)[number], isFirst: (k: number, at: Place) => boolean = () => true): void => {
    const hangs = ((known.towardsTarget === null ? HANGS_IN_LINE : HANGS)[pair[0]] ?? []).map(([from, reach]) => ({
      roots: [places[from]!, places[OTHER_SIDE[from]!]!],
      reach: reach * bodyPixels,
    }));
    const within = (k: number, at: Place): boolean => hangs.every(({ roots, reach }) => isNear(roots, k, at, reach));
    const together =
      pair[0] === 'throwingWrist' ? handsTogether(findings, places.frontKnee!, places.frontHip!, known) : () => false;
    Object.assign(places, pairPlaces(findings, pair, known, bodyPixels, { within, isFirst, together }));
  };
  for (const pair of PAIRS) look(pair);
  const isOverAnkle = (k: number, knee: Place): boolean => {
    const ankle = places.frontAnkle![k];
    return !ankle || ankle.y - knee.y >= OVER_ANKLE * bodyPixels;
  };
  if (places.frontKnee!.some((knee, k) => knee && !isOverAnkle(k, knee))) look(KNEES, isOverAnkle);
  const shoulders = [places.throwingShoulder!, places.gloveShoulder!];
  const near = (k: number, at: Place): boolean => isNear(shoulders, k, at, HEAD_REACH * bodyPixels);
  for (const joint of ['head', 'nose'] as const) places[joint] = headPlaces(findings, pointsOfJoint(joint, known.hand), near);
  return places as JointPlaces;
}

/** How far apart wrists lie at most while the hand is in the glove, as a share of body height, what it costs to say otherwise, and until how long before the top of the lift that holds, in seconds: common practice, no source. */
const [IN_GLOVE, APART, PARTS_BEFORE_TOP] = [0.1, 2, 0.05];

/**
 * When the throwing hand is in the glove, in line with the target: from set until shortly before the front knee is highest over its hip. There one hand stands before the other, and the model finds the hidden one anywhere.
 */
function handsTogether(
  findings: readonly Finding[],
  knee: ReadonlyArray<Found | null>,
  hip: ReadonlyArray<Found | null>,
  { towardsTarget }: KnownOfClip,
): (seconds: number) => boolean {
  if (towardsTarget !== null) return () => false;
  let [highest, top] = [Number.NEGATIVE_INFINITY, Number.NEGATIVE_INFINITY];
  findings.forEach(({ seconds }, k) => {
    const over = knee[k] && hip[k] ? hip[k].y - knee[k].y : Number.NEGATIVE_INFINITY;
    if (over > highest) [highest, top] = [over, seconds];
  });
  return (seconds) => seconds < top - PARTS_BEFORE_TOP;
}

type Place = Pick<Found, 'x' | 'y'>;
/** Whether a place lies within reach of one of its roots; where none was seen nobody can say that it does not. */
function isNear(roots: ReadonlyArray<ReadonlyArray<Found | null>>, k: number, { x, y }: Place, reach: number): boolean {
  const seen = roots.flatMap((root) => root[k] ?? []);
  return seen.length === 0 || seen.some((root) => Math.hypot(x - root.x, y - root.y) <= reach);
}

/** The mean of some points of the head: each where the model puts it, or where that is on somebody else, at its likeliest place that is on him. */
function headPlaces(
  findings: readonly Finding[],
  points: readonly number[],
  isHis: (finding: number, at: Place) => boolean,
): Array<Found | null> {
  return findings.map(({ body, peaks }, k) => {
    const his = points.flatMap((i) => [body[i]!, ...peaks[i]!].find((p) => isHis(k, p)) ?? []);
    if (his.length === 0) return null;
    const mean = (of: (p: Found) => number): number => his.reduce((sum, p) => sum + of(p), 0) / his.length;
    return { x: mean((p) => p.x), y: mean((p) => p.y), score: mean((p) => p.score) };
  });
}

function pairPlaces(
  findings: readonly Finding[],
  [first, second, move]: (typeof PAIRS)[number],
  { hand, towardsTarget }: KnownOfClip,
  bodyPixels: number,
  {
    within,
    isFirst,
    together,
  }: {
    readonly within: (finding: number, at: Place) => boolean;
    /** Whether a place can be that of the first of the two. */
    readonly isFirst: (finding: number, at: Place) => boolean;
    readonly together: (seconds: number) => boolean;
  },
): Partial<Record<FollowedJoint, Array<Found | null>>> {
  const [a, b] = [pointsOfJoint(first, hand)[0]!, pointsOfJoint(second, hand)[0]!];
  const indexOf = (joint: FollowedJoint): number => pointsOfJoint(joint, hand)[0]!;
  const landed = widestStride(findings, indexOf('frontAnkle'), indexOf('backAnkle'));
  const leg = first.startsWith('front');
  const armAhead = armsAhead(findings, landed, indexOf('throwingWrist'), indexOf('gloveWrist'), bodyPixels);
  const isBackUp = backLegUp(findings, indexOf('throwingWrist'), indexOf('gloveWrist'), bodyPixels);
  const widest = first === 'frontHip' ? WIDEST_HIPS * bodyPixels : Number.POSITIVE_INFINITY;
  const part = first === 'frontAnkle' ? 'ankle' : first === 'frontKnee' ? 'knee' : null;
  const layers = findings.map((finding, k) => {
    const candidates = candidatesOf(finding, a, b, 0.02 * bodyPixels, (at) => within(k, at));
    const firsts = [null, ...candidates.filter((c) => isFirst(k, c))];
    const seconds: Array<Candidate | null> = [null, ...candidates];
    return firsts.flatMap((p) => seconds.map((q) => ({ p, q, seconds: finding.seconds })));
  });
  type State = (typeof layers)[number][number];
  const heat = (own: number, other: number): number => -Math.log(Math.max(own, other * Math.exp(-CROSSED), 0.02));

  const own = ({ p, q, seconds }: State): number => {
    let cost = (p === null ? MISSING : heat(p.own, p.other)) + (q === null ? MISSING : heat(q.other, q.own));
    if (p === null || q === null) return cost;
    if (p === q) cost += SAME_PLACE;
    if (Math.hypot(p.x - q.x, p.y - q.y) > widest) cost += TWO_PEOPLE;
    if (together(seconds) && Math.hypot(p.x - q.x, p.y - q.y) > IN_GLOVE * bodyPixels) cost += APART;
    if (towardsTarget === null) return part && isBackUp(seconds, part, (q.y - p.y) / bodyPixels) ? cost + WRONG_SIDE : cost;
    // The front leg is ahead until he has landed, the glove arm until he throws, the throwing arm after it: of wrists nothing is told then.
    const arm = leg ? null : armAhead(seconds);
    const firstAhead = leg ? seconds <= landed + 0.07 : arm === 'throwingArm' && first !== 'throwingWrist';
    const secondAhead = arm === 'gloveArm' || (arm === 'gloveShoulder' && first === 'throwingShoulder');
    const ahead = firstAhead ? p.x - q.x : secondAhead ? q.x - p.x : 0;
    return towardsTarget * ahead < -0.03 * bodyPixels ? cost + WRONG_SIDE : cost;
  };
  const step = (from: State, to: State): number => {
    const reach = move * bodyPixels * Math.max(1, (to.seconds - from.seconds) / FRAME);
    const moved = (before: Candidate | null, now: Candidate | null): number => {
      if (before === null || now === null) return before === now ? 0 : GONE;
      const d = Math.hypot(now.x - before.x, now.y - before.y) / reach;
      return Math.min(MOST, d < 1 ? 0.5 * d * d : d - 0.5);
    };
    return moved(from.p, to.p) + moved(from.q, to.q);
  };
  const taken = bestPath(layers, own, step).map((index, k) => layers[k]![index]!);
  const found = (c: Candidate | null, own: number, other: number): Found | null =>
    c === null ? null : { x: c.x, y: c.y, score: Math.max(own, 0.5 * other) };
  return {
    [first]: taken.map(({ p }) => found(p, p?.own ?? 0, p?.other ?? 0)),
    [second]: taken.map(({ q }) => found(q, q?.other ?? 0, q?.own ?? 0)),
  };
}

/** The places of both maps, those that lie on each other once. */
function candidatesOf({ peaks }: Finding, a: number, b: number, near: number, isHis: (at: Place) => boolean): Candidate[] {
  const all: Candidate[] = [];
  for (const [point, mine] of [
    [a, true],
    [b, false],
  ] as const)
    for (const { x, y, score } of peaks[point]!.filter(isHis)) {
      const same = all.find((c) => Math.hypot(c.x - x, c.y - y) < near);
      if (!same) all.push({ x, y, own: mine ? score : 0, other: mine ? 0 : score });
      else if (mine) same.own = Math.max(same.own, score);
      else same.other = Math.max(same.other, score);
    }
  return all.slice(0, MOST_CANDIDATES);
}
