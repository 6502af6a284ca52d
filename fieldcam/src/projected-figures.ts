import type { PinholeCamera } from './camera/pinhole.ts';
import type { DeliveryMotion } from './motion/delivery-motion.ts';
import type { EventId } from './motion/events.ts';
import type { JointId } from './motion/pose.ts';
import { degrees, dot, length, sub, vec, type Vec3 } from './vector.ts';

const between = (a: Vec3, b: Vec3): number => degrees(Math.acos(Math.max(-1, Math.min(1, dot(a, b) / (length(a) * length(b))))));

/**
 * The figures as a perfect eye would read them off the side view's picture: true joints at true moments, projected without
 * error. Angles in degrees, shares of body height as plain numbers. Computed with arc cosines and this room's own vectors.
 */
export function projectedFigures(
  motion: DeliveryMotion,
  camera: PinholeCamera,
  towards: 1 | -1,
): Readonly<Record<string, number>> {
  const at = (event: EventId, joint: JointId): Vec3 => {
    const p = camera.project(motion.poseAt(motion.events[event]).joints[joint]);
    return vec(p.x, p.y, 0);
  };
  const middle = (a: Vec3, b: Vec3): Vec3 => vec((a.x + b.x) / 2, (a.y + b.y) / 2, 0);
  const knee = (event: EventId, side: 'front' | 'back'): number =>
    between(sub(at(event, `${side}Hip`), at(event, `${side}Knee`)), sub(at(event, `${side}Ankle`), at(event, `${side}Knee`)));
  /** From straight up, + to the target: the arc cosine gives the size, the side the sign. */
  const tilt = (from: Vec3, to: Vec3): number => Math.sign(towards * (to.x - from.x)) * between(sub(to, from), vec(0, -1, 0));
  const pelvis = (event: EventId): Vec3 => middle(at(event, 'frontHip'), at(event, 'backHip'));
  const shoulders = (event: EventId): Vec3 => middle(at(event, 'throwingShoulder'), at(event, 'gloveShoulder'));
  const height =
    (length(sub(at('contact', 'head'), pelvis('contact'))) +
      length(sub(at('contact', 'frontHip'), at('contact', 'frontKnee'))) +
      length(sub(at('contact', 'frontKnee'), at('contact', 'frontAnkle')))) /
    (0.403 + 0.245 + 0.246);
  const ahead = (a: Vec3, b: Vec3): number => (towards * (a.x - b.x)) / height;
  return {
    baseWidth:
      (Math.abs(at('set', 'frontAnkle').x - at('set', 'backAnkle').x) * 0.226) /
      (0.259 * length(sub(at('set', 'throwingShoulder'), at('set', 'gloveShoulder')))),
    backKneeTop: knee('liftTop', 'back'),
    pelvisAhead: ahead(pelvis('liftTop'), at('liftTop', 'backAnkle')),
    backKneeLoad: knee('driveStart', 'back'),
    backShinDrive: tilt(at('driveStart', 'backAnkle'), at('driveStart', 'backKnee')),
    stride: ahead(at('contact', 'frontAnkle'), at('set', 'backAnkle')),
    footOpensShare:
      (at('footOpens', 'frontAnkle').x - at('set', 'backAnkle').x) / (at('contact', 'frontAnkle').x - at('set', 'backAnkle').x),
    legSpread: between(
      sub(at('contact', 'frontKnee'), at('contact', 'frontHip')),
      sub(at('contact', 'backKnee'), at('contact', 'backHip')),
    ),
    headDrop: (at('contact', 'head').y - at('set', 'head').y) / height,
    frontKneeContact: knee('contact', 'front'),
    frontShinContact: -tilt(at('contact', 'frontAnkle'), at('contact', 'frontKnee')),
    forearmContact:
      Math.sign(at('contact', 'throwingElbow').y - at('contact', 'throwingWrist').y) *
      between(sub(at('contact', 'throwingWrist'), at('contact', 'throwingElbow')), vec(-towards, 0, 0)),
    trunkContact: tilt(pelvis('contact'), shoulders('contact')),
    gloveHeightContact: (shoulders('contact').y - at('contact', 'glove').y) / height,
    frontKneeChange: knee('release', 'front') - knee('contact', 'front'),
    frontKneeRelease: knee('release', 'front'),
    trunkRelease: tilt(pelvis('release'), shoulders('release')),
    hipToShoulderRelease: tilt(at('release', 'backHip'), at('release', 'throwingShoulder')),
    ballAheadRelease: ahead(at('release', 'ball'), at('release', 'frontAnkle')),
  };
}
