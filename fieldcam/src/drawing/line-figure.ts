import { headHalfShare } from '../body/anthropometry.ts';
import type { PinholeCamera } from '../camera/pinhole.ts';
import type { DeliveryMotion } from '../motion/delivery-motion.ts';
import { groundHeight } from '../motion/mound.ts';
import type { JointId, Pose } from '../motion/pose.ts';
import { mix, vec, type Vec3 } from '../vector.ts';

/** What is drawn and how: one moment, or a span that plays again and again. */
export interface LineDrawing {
  readonly motion: DeliveryMotion;
  readonly camera: PinholeCamera;
  /** One moment, or the moments of a span in order, in seconds of the motion. */
  readonly moments: readonly number[];
  /** How long the span lasts on the page, in seconds. */
  readonly lasts: number;
  /** Joints that a bright line joins: what the checkpoint looks at. */
  readonly chalk: readonly JointId[];
  /** The part of the picture that is shown: left, top, width, height in its pixels. */
  readonly window: readonly [number, number, number, number];
  /** What it shows, for those who cannot see it. */
  readonly title: string;
}

/** Our own two tones: wet clay, and chalk with its dust. */
const CLAY = '#6b3a26';
const BODY = '#85503a';
const FAR = '#754430';
const CHALK = '#f6efe2';
const DUST = '#cdb7a2';

interface Limb {
  readonly joints: readonly JointId[];
  /** Breadth as a share of body height. */
  readonly breadth: number;
}
const LIMBS: readonly Limb[] = [
  { joints: ['backHip', 'backKnee', 'backAnkle'], breadth: 0.062 },
  { joints: ['backHeel', 'backToe'], breadth: 0.042 },
  { joints: ['frontHip', 'frontKnee', 'frontAnkle'], breadth: 0.062 },
  { joints: ['frontHeel', 'frontToe'], breadth: 0.042 },
  { joints: ['throwingShoulder', 'throwingElbow', 'throwingWrist'], breadth: 0.042 },
  { joints: ['gloveShoulder', 'gloveElbow', 'gloveWrist'], breadth: 0.042 },
];
const TRUNK: readonly JointId[] = ['throwingShoulder', 'gloveShoulder', 'frontHip', 'backHip'];
const round = (n: number): number => Math.round(n * 2) / 2;

/**
 * The figure of the simulated camera as a line drawing: chalk on clay, limbs from the far one to the near one. A span is one picture that moves by
 * itself, without a script.
 *
 * @returns a whole SVG document
 * @throws RangeError without a moment
 * @example lineDrawing({ motion, camera, moments: [motion.events.contact], lasts: 1, chalk: ['frontHip', 'frontKnee', 'frontAnkle'], window, title })
 */
export function lineDrawing({ motion, camera, moments, lasts, chalk, window, title }: LineDrawing): string {
  if (moments.length === 0) throw new RangeError('moments: at least one was expected');
  const H = motion.plan.height;
  const poses = moments.map((t) => motion.poseAt(t));
  const middle = poses[poses.length >> 1]!;
  const scaleAt = camera.focal / camera.project(middle.joints.frontHip).depth;
  const px = (share: number): number => round(share * H * scaleAt);
  const [left, top] = window;
  const at = (p: Vec3): string => {
    const { x, y } = camera.project(p);
    return `${round(x - left)} ${round(y - top)}`;
  };
  const depth = (joints: readonly JointId[]): number =>
    joints.reduce((sum, j) => sum + camera.project(middle.joints[j]).depth, 0) / joints.length;
  const trunkDepth = depth(TRUNK);
  const moving = (name: string, of: (pose: Pose) => string): string => {
    const values = poses.map(of);
    if (values.every((v) => v === values[0])) return `${name}="${values[0]}"`;
    // The last one stands for a moment before it begins again.
    const all = [...values, ...Array.from({ length: Math.ceil(values.length / 3) }, () => values.at(-1)!)];
    return `${name}="${values[0]}"><animate attributeName="${name}" dur="${lasts}s" repeatCount="indefinite" values="${all.join(';')}"/`;
  };
  const element = (tag: string, fixed: string, attributes: string): string =>
    attributes.endsWith('/') ? `<${tag} ${fixed} ${attributes.slice(0, -1)}/></${tag}>` : `<${tag} ${fixed} ${attributes}/>`;
  const path =
    (joints: readonly JointId[]) =>
    (pose: Pose): string =>
      `M${joints.map((j) => at(pose.joints[j])).join('L')}`;
  const limb = ({ joints, breadth }: Limb): string => {
    const far = depth(joints) > trunkDepth + 0.02;
    const d = moving('d', path(joints));
    return (
      element('path', `class="l" stroke="${far ? DUST : CHALK}" stroke-width="${px(breadth) + 4}"`, d) +
      element('path', `class="l" stroke="${far ? FAR : BODY}" stroke-width="${px(breadth)}"`, d)
    );
  };
  // A hand that holds the ball ends at it.
  const held: Limb[] = poses.every((p) => p.ballInHand) ? [{ joints: ['throwingWrist', 'ball'], breadth: 0.03 }] : [];
  const ordered = [...LIMBS, ...held].sort((a, b) => depth(b.joints) - depth(a.joints));
  const behind = ordered.filter((l) => depth(l.joints) > trunkDepth);
  const before = ordered.filter((l) => depth(l.joints) <= trunkDepth);
  const trunk = element(
    'path',
    `fill="${BODY}" stroke="${CHALK}" stroke-width="${px(0.05)}" stroke-linejoin="round"`,
    moving('d', (p) => `${path(TRUNK)(p)}Z`),
  );
  const trunkInside = element(
    'path',
    `fill="${BODY}" stroke="${BODY}" stroke-width="${Math.max(1, px(0.05) - 4)}" stroke-linejoin="round"`,
    moving('d', (p) => `${path(TRUNK)(p)}Z`),
  );
  const dot = (joint: JointId, radius: number, style: string): string =>
    element(
      'path',
      `class="l" ${style} stroke-width="${2 * radius}"`,
      moving('d', (p) => `M${at(p.joints[joint])}h0`),
    );
  const neck = (stroke: string, breadth: number): string =>
    element(
      'path',
      `class="l" stroke="${stroke}" stroke-width="${breadth}"`,
      moving('d', ({ joints }) => `M${at(mix(joints.throwingShoulder, joints.gloveShoulder, 0.5))}L${at(joints.head)}`),
    );
  const head = px(headHalfShare(motion.plan.ageYears) * 0.82);
  const ground = Array.from({ length: 24 }, (_, i) => -0.8 + i * 0.16).map((x) => at(vec(x, groundHeight(x), 0)));
  const [, , width, height] = window;
  return [
    `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 ${width} ${height}" role="img"><title>${title}</title>`,
    `<style>.l{fill:none;stroke-linecap:round;stroke-linejoin:round}</style>`,
    `<rect width="${width}" height="${height}" fill="${CLAY}"/>`,
    `<path class="l" stroke="${CHALK}" stroke-width="2" stroke-dasharray="9 5" d="M${ground.join('L')}"/>`,
    `<path class="l" stroke="${CHALK}" stroke-width="6" d="M${at(vec(-0.08, 0, 0))}L${at(vec(0.08, 0, 0))}"/>`,
    ...behind.map(limb),
    neck(CHALK, px(0.04) + 4),
    trunk,
    trunkInside,
    neck(BODY, px(0.04)),
    dot('head', head + 2, `stroke="${CHALK}"`),
    dot('head', head, `stroke="${BODY}"`),
    element(
      'path',
      `class="l" stroke="${CHALK}" stroke-width="3"`,
      moving('d', (p) => `M${at(p.joints.head)}L${at(p.joints.nose)}`),
    ),
    ...before.map(limb),
    dot('glove', px(0.045), `stroke="${DUST}"`),
    dot('ball', px(0.017), `stroke="#fff"`),
    ...(chalk.length > 1 ? [element('path', `class="l" stroke="#fff" stroke-width="4"`, moving('d', path(chalk)))] : []),
    ...chalk.map((j) => dot(j, 5, `stroke="#fff"`)),
    '</svg>\n',
  ].join('');
}
