import type { Vec3 } from '../vector.ts';

/** Where every joint is at one moment, in metres, with the directions that the body's surface needs. */
export interface Pose {
  readonly joints: Readonly<Record<JointId, Vec3>>;
  readonly trunkUp: Vec3;
  readonly hipAxis: Vec3;
  readonly shoulderAxis: Vec3;
  readonly gaze: Vec3;
  readonly headUp: Vec3;
  readonly frontFoot: Vec3;
  readonly backFoot: Vec3;
  readonly ballInHand: boolean;
}

export const JOINT_IDS = [
  'head',
  'nose',
  'throwingShoulder',
  'throwingElbow',
  'throwingWrist',
  'gloveShoulder',
  'gloveElbow',
  'gloveWrist',
  'frontHip',
  'frontKnee',
  'frontAnkle',
  'frontHeel',
  'frontToe',
  'backHip',
  'backKnee',
  'backAnkle',
  'backHeel',
  'backToe',
  'ball',
  'glove',
] as const;

export type JointId = (typeof JOINT_IDS)[number];
