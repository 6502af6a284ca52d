import { SEGMENT_SHARE as S } from './body/anthropometry.ts';
import type { DeliveryMotion } from './motion/delivery-motion.ts';
import { degrees, dot, length, sub, vec, type Vec3 } from './vector.ts';

const inPlane = (a: Vec3): Vec3 => vec(a.x, a.y, 0);
const between = (a: Vec3, b: Vec3): number => degrees(Math.acos(Math.max(-1, Math.min(1, dot(a, b) / (length(a) * length(b))))));
const fromVertical = (from: Vec3, to: Vec3): number => degrees(Math.atan2(to.x - from.x, to.y - from.y));

/**
 * What the figures of the sheet truly are for one delivery, from the simulation's own 3-D joints: angles in the plane of
 * the line in degrees, distances in per cent of body height, lateral distances in centimetres (+ to the glove side),
 * times in milliseconds.
 */
export function trueFigures(motion: DeliveryMotion) {
  const { events: ev, plan } = motion;
  const H = plan.height;
  const at = (seconds: number) => motion.poseAt(seconds).joints;
  const middle = (a: Vec3, b: Vec3): Vec3 => vec((a.x + b.x) / 2, (a.y + b.y) / 2, (a.z + b.z) / 2);
  const knee = (t: number, side: 'front' | 'back'): number => {
    const j = at(t);
    const k = j[`${side}Knee`];
    return between(inPlane(sub(j[`${side}Hip`], k)), inPlane(sub(j[`${side}Ankle`], k)));
  };
  const trunk = (t: number): number => {
    const j = at(t);
    return fromVertical(middle(j.frontHip, j.backHip), middle(j.throwingShoulder, j.gloveShoulder));
  };
  const percent = (metres: number): number => (100 * metres) / H;
  const step = (from: number, to: number): number[] => Array.from({ length: 121 }, (_, i) => from + ((to - from) * i) / 120);
  const set = at(ev.set);
  const top = at(ev.liftTop);
  const contact = at(ev.contact);
  const release = at(ev.release);
  const drive = at(ev.driveStart);
  const stride = contact.frontAnkle.x - set.backAnkle.x;
  const gloveSide = plan.hand === 'R' ? -1 : 1;
  const upperArm = sub(contact.throwingElbow, contact.throwingShoulder);
  const elbowLine = degrees(Math.asin(dot(upperArm, motion.poseAt(ev.contact).trunkUp) / length(upperArm)));
  const hipLine = sub(contact.frontHip, contact.backHip);
  const shouldersLine = sub(contact.gloveShoulder, contact.throwingShoulder);
  const yaw = (v: Vec3): number => degrees(Math.atan2(gloveSide * v.z, v.x));
  const toe = sub(contact.frontToe, contact.frontHeel);
  return {
    baseWidth: (100 * (set.frontAnkle.x - set.backAnkle.x)) / (S.shoulderBreadth * H),
    rockBack: percent(set.head.x - Math.min(...step(ev.set, ev.liftTop).map((t) => at(t).head.x))),
    kneeLift: top.frontKnee.y / ((top.frontHip.y + top.backHip.y) / 2),
    pelvisAhead: percent((top.frontHip.x + top.backHip.x) / 2 - top.backAnkle.x),
    backKneeTop: knee(ev.liftTop, 'back'),
    backKneeLoad: Math.min(...step(ev.liftTop, ev.driveStart + 0.02).map((t) => knee(t, 'back'))),
    backShinDrive: fromVertical(drive.backAnkle, drive.backKnee),
    stride: percent(stride),
    legSpread: between(inPlane(sub(contact.frontKnee, contact.frontHip)), inPlane(sub(contact.backKnee, contact.backHip))),
    footOpensShare: (100 * (at(ev.footOpens).frontAnkle.x - set.backAnkle.x)) / stride,
    landingOffset: 100 * gloveSide * (contact.frontAnkle.z - set.backAnkle.z),
    footAngle: degrees(Math.atan2(gloveSide * toe.z, toe.x)),
    headRise: percent(Math.max(0, Math.max(...step(ev.set, ev.contact).map((t) => at(t).head.y)) - set.head.y)),
    headDrop: percent(set.head.y - contact.head.y),
    frontKneeContact: knee(ev.contact, 'front'),
    frontShinContact: -fromVertical(contact.frontAnkle, contact.frontKnee),
    forearmContact: degrees(
      Math.atan2(contact.throwingWrist.y - contact.throwingElbow.y, contact.throwingElbow.x - contact.throwingWrist.x),
    ),
    elbowLineContact: elbowLine,
    trunkContact: trunk(ev.contact),
    separation: yaw(hipLine) - yaw(shouldersLine),
    gloveHeightContact: percent(contact.glove.y - (contact.throwingShoulder.y + contact.gloveShoulder.y) / 2),
    frontKneeChange: knee(ev.release, 'front') - knee(ev.contact, 'front'),
    frontKneeRelease: knee(ev.release, 'front'),
    trunkRelease: trunk(ev.release),
    hipToShoulderRelease: fromVertical(release.backHip, release.throwingShoulder),
    ballAheadRelease: percent(release.ball.x - release.frontAnkle.x),
    headOffLine: Math.abs(100 * release.head.z),
    liftToContact: 1000 * (ev.contact - ev.liftTop),
    contactToRelease: 1000 * (ev.release - ev.contact),
    layback: plan.layback,
  };
}

export type TrueFigures = ReturnType<typeof trueFigures>;
