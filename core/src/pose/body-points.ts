/** The points that the joint finder's model answers, in its order; left and right are the body's own. */
export const BODY_POINTS = [
  'nose',
  'leftEye',
  'rightEye',
  'leftEar',
  'rightEar',
  'leftShoulder',
  'rightShoulder',
  'leftElbow',
  'rightElbow',
  'leftWrist',
  'rightWrist',
  'leftHip',
  'rightHip',
  'leftKnee',
  'rightKnee',
  'leftAnkle',
  'rightAnkle',
] as const;
type BodyPoint = (typeof BODY_POINTS)[number];

const other = (name: string): string =>
  name.startsWith('left') ? name.replace('left', 'right') : name.startsWith('right') ? name.replace('right', 'left') : name;

/** For each point the index of the one that a mirror puts in its place. */
export const MIRRORED: readonly number[] = BODY_POINTS.map((name) => BODY_POINTS.indexOf(other(name) as BodyPoint));

/** Joints of a pitcher that are followed over time. */
export const FOLLOWED = [
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
  'backHip',
  'backKnee',
  'backAnkle',
] as const;
export type FollowedJoint = (typeof FOLLOWED)[number];

/** Which of the model's points make a joint of a pitcher: the head is the middle of the ears, the front leg that of the glove's side. */
export function pointsOfJoint(joint: FollowedJoint, hand: 'R' | 'L'): readonly number[] {
  const [throwing, glove] = hand === 'R' ? ['right', 'left'] : ['left', 'right'];
  const at = (name: string): number => BODY_POINTS.indexOf(name as BodyPoint);
  if (joint === 'head') return [at('leftEar'), at('rightEar')];
  if (joint === 'nose') return [at('nose')];
  const [, role, part] = /^(throwing|glove|front|back)(\w+)$/.exec(joint)!;
  return [at(`${role === 'throwing' || role === 'back' ? throwing : glove}${part}`)];
}
