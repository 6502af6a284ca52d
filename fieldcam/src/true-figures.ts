import { SEGMENT_SHARE as S } from './body/anthropometry.ts';
import type { DeliveryMotion } from './motion/delivery-motion.ts';
import { degrees, dot, length, sub, type Vec3 } from './vector.ts';

/** Length in the plane of the line. */
const span = (a: Vec3, b: Vec3): number => Math.hypot(b.x - a.x, b.y - a.y);
/** The angle at `b` in the plane of the line, by the law of cosines from the three lengths. */
const cornerAt = (a: Vec3, b: Vec3, c: Vec3): number => {
  const [ab, bc, ac] = [span(a, b), span(b, c), span(a, c)];
  return degrees(Math.acos(Math.max(-1, Math.min(1, (ab ** 2 + bc ** 2 - ac ** 2) / (2 * ab * bc)))));
};
/** How far a direction leans to the target, from upright, by the sine of it: holds for what points upwards. */
const leanOf = (v: Vec3): number => degrees(Math.asin(v.x / Math.hypot(v.x, v.y)));
const lean = (from: Vec3, to: Vec3): number => leanOf(sub(to, from));

/**
 * What the figures of the sheet truly are for one delivery, from the simulated body in space and by means of its own (law of cosines, sines of
 * its bones, the direction of its trunk, the height it was made with): angles in the plane of the line in degrees, distances in per cent of body
 * height, lateral distances in centimetres (+ to the glove side), times in milliseconds.
 */
export function trueFigures(motion: DeliveryMotion) {
  const { events: ev, plan } = motion;
  const H = plan.height;
  const at = (seconds: number) => motion.poseAt(seconds).joints;
  const knee = (t: number, side: 'front' | 'back'): number => {
    const j = at(t);
    return cornerAt(j[`${side}Hip`], j[`${side}Knee`], j[`${side}Ankle`]);
  };
  const trunk = (t: number): number => leanOf(motion.poseAt(t).trunkUp);
  /** Between the thighs: what they lean by, against each other. */
  const thigh = (side: 'front' | 'back'): number => lean(contact[`${side}Knee`], contact[`${side}Hip`]);
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
  const up = contact.throwingWrist.y >= contact.throwingElbow.y;
  const forearmLean = lean(contact.throwingElbow, contact.throwingWrist);
  const forearm = up ? forearmLean : Math.sign(forearmLean) * 180 - forearmLean;
  const hipLine = sub(contact.frontHip, contact.backHip);
  const shouldersLine = sub(contact.gloveShoulder, contact.throwingShoulder);
  const yaw = (v: Vec3): number => degrees(Math.atan2(gloveSide * v.z, v.x));
  const apart = at(ev.handsApart);
  const middle = (a: Vec3, b: Vec3): Vec3 => ({ x: (a.x + b.x) / 2, y: (a.y + b.y) / 2, z: (a.z + b.z) / 2 });
  const hipsOf = (j: typeof set): Vec3 => middle(j.frontHip, j.backHip);
  const shouldersOf = (j: typeof set): Vec3 => middle(j.throwingShoulder, j.gloveShoulder);
  /** How far the glove wrist stands in front of the trunk: by its height on the trunk's own line, as lines cross. */
  const gloveFromTrunk = (): number => {
    const [low, high, glove] = [hipsOf(release), shouldersOf(release), release.gloveWrist];
    const onTrunk = low.x + ((glove.y - low.y) / (high.y - low.y)) * (high.x - low.x);
    return ((glove.x - onTrunk) * (high.y - low.y)) / span(low, high);
  };
  const toe = sub(contact.frontToe, contact.frontHeel);
  /** A forearm above level, in the plane of the line. */
  const raised = (j: typeof set, side: 'throwing' | 'glove'): number => {
    const along = sub(j[`${side}Wrist`], j[`${side}Elbow`]);
    return degrees(Math.asin(along.y / Math.hypot(along.x, along.y)));
  };
  /** Thigh against shin across the line, + out to the glove side: the sine of what the knee lacks of straight there. */
  const bow = (hip: Vec3, knee: Vec3, ankle: Vec3): number => {
    const [u, v] = [sub(knee, hip), sub(ankle, knee)];
    return degrees(Math.asin((gloveSide * (v.z * u.y - u.z * v.y)) / (Math.hypot(u.y, u.z) * Math.hypot(v.y, v.z))));
  };
  /** The upper arm against the line of the shoulders, across the line. */
  const armLine = (): number => {
    const [s, u] = [sub(release.throwingShoulder, release.gloveShoulder), sub(release.throwingElbow, release.throwingShoulder)];
    return degrees(Math.asin((gloveSide * (u.z * s.y - s.z * u.y)) / (Math.hypot(s.y, s.z) * Math.hypot(u.y, u.z))));
  };
  const tilted = motion.poseAt(ev.release).trunkUp;
  return {
    baseWidth: (100 * (set.frontAnkle.x - set.backAnkle.x)) / (S.shoulderBreadth * H),
    gloveHeightSet: percent(set.gloveWrist.y - set.backHip.y),
    gloveAheadSet: percent(set.gloveWrist.x - set.backAnkle.x),
    rockBack: percent(set.head.x - Math.min(...step(ev.set, ev.liftTop).map((t) => at(t).head.x))),
    timeUntilBack: 1000 * (ev.bodyBack - ev.set),
    kneeLift: (100 * top.frontKnee.y) / ((top.frontHip.y + top.backHip.y) / 2),
    trunkTop: trunk(ev.liftTop),
    pelvisAhead: percent((top.frontHip.x + top.backHip.x) / 2 - top.backAnkle.x),
    backKneeTop: knee(ev.liftTop, 'back'),
    backKneeLoad: Math.min(...step(ev.liftTop, ev.driveStart + 0.02).map((t) => knee(t, 'back'))),
    handsAfterKnee: 1000 * (ev.handsApart - ev.kneeDown),
    backHipAhead: percent(apart.backHip.x - set.backAnkle.x),
    footAheadOfHip: percent(apart.frontAnkle.x - apart.frontHip.x),
    headOverPelvisApart: percent(apart.head.x - hipsOf(apart).x),
    driveStartShare: (100 * (ev.driveStart - ev.liftTop)) / (ev.contact - ev.liftTop),
    backKneeIn: bow(drive.backHip, drive.backKnee, drive.backAnkle),
    backShinDrive: lean(drive.backAnkle, drive.backKnee),
    stride: percent(stride),
    legSpread: Math.abs(thigh('front') - thigh('back')),
    footOpensShare: (100 * (at(ev.footOpens).frontAnkle.x - set.backAnkle.x)) / stride,
    landingOffset: 100 * gloveSide * (contact.frontAnkle.z - set.backAnkle.z),
    footAngle: degrees(Math.atan2(gloveSide * toe.z, toe.x)),
    headRise: percent(Math.max(0, Math.max(...step(ev.set, ev.contact).map((t) => at(t).head.y)) - set.head.y)),
    headDrop: percent(set.head.y - contact.head.y),
    frontKneeContact: knee(ev.contact, 'front'),
    frontShinContact: -lean(contact.frontAnkle, contact.frontKnee),
    // 0 level and back, 90 upright: what it lacks of leaning to the target.
    forearmContact: 90 + forearm,
    elbowLineContact: elbowLine,
    forearmDifference: raised(contact, 'throwing') - raised(contact, 'glove'),
    elbowHeightDifference: percent(contact.throwingElbow.y - contact.gloveElbow.y),
    trunkContact: trunk(ev.contact),
    headOverPelvisContact: percent(contact.head.x - hipsOf(contact).x),
    shoulderLineContact: 90 - lean(contact.throwingShoulder, contact.gloveShoulder),
    shouldersAfterContact: 1000 * (ev.shouldersTurn - ev.contact),
    separation: yaw(hipLine) - yaw(shouldersLine),
    gloveDrop: percent(Math.max(...step(ev.handsApart, ev.contact).map((t) => at(t).gloveWrist.y)) - contact.gloveWrist.y),
    gloveHeightContact: percent(contact.glove.y - (contact.throwingShoulder.y + contact.gloveShoulder.y) / 2),
    frontKneeChange: knee(ev.release, 'front') - knee(ev.contact, 'front'),
    kneeBow: bow(release.frontHip, release.frontKnee, release.frontAnkle),
    trunkGained: trunk(ev.release) - trunk(ev.layback),
    headAheadOfKnee: percent(release.head.x - release.frontKnee.x),
    ballAheadOfShoulders: percent(release.ball.x - shouldersOf(release).x),
    gloveHeightRelease: percent(release.gloveWrist.y - shouldersOf(release).y),
    gloveFromTrunkRelease: percent(gloveFromTrunk()),
    backFootAfterRelease: 1000 * (ev.backFootOff - ev.release),
    // Miles an hour: along the line, as the ball flies.
    ballSpeed: (at(ev.gloved).ball.x - release.ball.x) / (ev.gloved - ev.release) / 0.44704,
    timeToPlate: 1000 * (ev.gloved - ev.firstMove),
    frontKneeRelease: knee(ev.release, 'front'),
    trunkRelease: trunk(ev.release),
    hipToShoulderRelease: lean(release.backHip, release.throwingShoulder),
    ballAheadRelease: percent(release.ball.x - release.frontAnkle.x),
    elbowLineRelease: armLine(),
    sideTiltRelease: degrees(Math.asin((gloveSide * tilted.z) / Math.hypot(tilted.z, tilted.y))),
    dragLineEnd: Math.abs(100 * at(ev.backFootOff).backToe.z),
    headOffLine: Math.abs(100 * release.head.z),
    liftToContact: 1000 * (ev.contact - ev.liftTop),
    contactToRelease: 1000 * (ev.release - ev.contact),
    layback: plan.layback,
  };
}

export type TrueFigures = ReturnType<typeof trueFigures>;
