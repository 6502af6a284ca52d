import { BODY_POINTS, type FollowedJoint } from './body-points.ts';
import type { Finding } from './finding.ts';
import { lastThrown } from './hand-speed.ts';

const EARS = ['leftEar', 'rightEar'].map((name) => BODY_POINTS.indexOf(name as 'leftEar')) as [number, number];
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

/** Looks at a lifted leg that say where the other one stands. */
const LIFTED_LOOKS = 5;

/**
 * For views in line with the target, where the legs cross in the drive: the back foot stays where it stood while the front leg was up, until shortly before the throw.
 *
 * @returns for a look, by how many pixels the front ankle is nearer to that place than the back one; 0 where nobody can say
 */
export function footOnRubber(
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
