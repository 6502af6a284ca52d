/** Points of the body, the ball and the ground that a coach can place, with the words used to ask for them. */
export const POINTS = {
  head: 'centre of the head',
  nose: 'nose',
  throwingShoulder: 'throwing shoulder',
  throwingElbow: 'throwing elbow',
  throwingWrist: 'throwing wrist',
  gloveShoulder: 'glove shoulder',
  gloveElbow: 'glove elbow',
  gloveWrist: 'glove wrist',
  frontHip: 'front hip',
  frontKnee: 'front knee',
  frontAnkle: 'front ankle',
  frontHeel: 'front heel',
  frontToe: 'front toe',
  backHip: 'back hip',
  backKnee: 'back knee',
  backAnkle: 'back ankle',
  backHeel: 'back heel',
  backToe: 'back toe',
  ball: 'ball',
  ballLater: 'ball, one frame later',
  glove: 'glove',
  headBack: 'head, where it is furthest back before the top of the lift',
  headHigh: 'head, where it is highest before the foot lands',
  gloveHigh: 'glove wrist, where it is highest before the foot lands',
  coneRubberThrowing: 'ground mark at the rubber, throwing side',
  coneRubberGlove: 'ground mark at the rubber, glove side',
  coneAheadThrowing: 'ground mark ahead, throwing side',
  coneAheadGlove: 'ground mark ahead, glove side',
} as const;

export type PointId = keyof typeof POINTS;
export const POINT_IDS = Object.keys(POINTS) as readonly PointId[];
