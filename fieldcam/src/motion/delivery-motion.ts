import { SEGMENT_SHARE as S } from '../body/anthropometry.ts';
import { randomSource } from '../random.ts';
import { add, addScaled, cross, degrees, mix, perpendicularTo, radians, scale, sub, unit, vec, type Vec3 } from '../vector.ts';
import { armAnglesOf, armDirections, type ArmAngles, type ArmFrame } from './arm-angles.ts';
import { eventTimes, type EventTimes } from './events.ts';
import { livingBody, settled } from './living-body.ts';
import { leaning, legAnglesOf, legVectors, type LegAngles } from './leg-angles.ts';
import { monotoneTrack, type Track } from './monotone-track.ts';
import { flight, groundHeight } from './mound.ts';
import { planDelivery, type Delivery, type PitcherOptions } from './pitcher.ts';
import type { Pose } from './pose.ts';
import { middleJoint } from './two-bone.ts';

/** One delivery as motion: true event times and the pose at any moment of the film. */
export interface DeliveryMotion {
  readonly plan: Delivery;
  readonly events: EventTimes;
  readonly durationSeconds: number;
  poseAt(seconds: number): Pose;
}

type Keys = ReadonlyArray<readonly [number, number]>;

const solve = (low: number, high: number, f: (x: number) => number): number => {
  let a = low;
  let b = high;
  const rising = f(b) > f(a);
  for (let i = 0; i < 60; i++) {
    const m = (a + b) / 2;
    if (f(m) > 0 === rising) b = m;
    else a = m;
  }
  return (a + b) / 2;
};

const axisOf = (yaw: number): Vec3 => vec(Math.cos(radians(yaw)), 0, -Math.sin(radians(yaw)));

const legTracks = (keys: ReadonlyArray<readonly [number, LegAngles]>) => {
  const of = (pick: (a: LegAngles) => number): Track => monotoneTrack(keys.map(([t, a]) => [t, pick(a)] as const));
  const shankTilt = of((a) => a.shankTilt);
  const shankOut = of((a) => a.shankOut);
  const bend = of((a) => a.bend);
  const thighOut = of((a) => a.thighOut);
  return (t: number): LegAngles => ({
    shankTilt: shankTilt(t),
    shankOut: shankOut(t),
    bend: bend(t),
    thighOut: thighOut(t),
  });
};

const armTracks = (keys: ReadonlyArray<readonly [number, ArmAngles]>) => {
  const of = (pick: (a: ArmAngles) => number): Track => monotoneTrack(keys.map(([t, a]) => [t, pick(a)] as const));
  const abduction = of((a) => a.abduction);
  const horizontal = of((a) => a.horizontal);
  const rotation = of((a) => a.rotation);
  const flexion = of((a) => a.flexion);
  return (t: number): ArmAngles => ({
    abduction: abduction(t),
    horizontal: horizontal(t),
    rotation: rotation(t),
    flexion: flexion(t),
  });
};

const pointTrack = (keys: ReadonlyArray<readonly [number, Vec3]>) => {
  const x = monotoneTrack(keys.map(([t, p]) => [t, p.x] as const));
  const y = monotoneTrack(keys.map(([t, p]) => [t, p.y] as const));
  const z = monotoneTrack(keys.map(([t, p]) => [t, p.z] as const));
  return (t: number): Vec3 => vec(x(t), y(t), z(t));
};

/**
 * The motion of one delivery. Joint angles are set at the key frames and run monotonically between them; the body hangs
 * on the back foot until front-foot contact and on the front foot after it. A left-hander is the mirror image.
 */
export function deliveryMotion(options: PitcherOptions): DeliveryMotion {
  const plan = planDelivery(options);
  const H = plan.height;
  const { distance, speed } = flight(plan.ageYears);
  const { sway = 0, settle = 0, timing = 0 } = options.alive ?? {};
  const own = randomSource(options.seed * 3571 + 11);
  const shift = (most: number): number => timing * most * (2 * own.uniform() - 1);
  const base = eventTimes({
    own: { handsApart: shift(0.07), driveStart: shift(0.08), layback: shift(0.08), liftTop: shift(0.07) },
    leadInSeconds: options.leadInSeconds ?? 0.28,
    tempo: plan.tempo,
    contactToRelease: plan.contactToRelease,
    footOpensEarly: plan.footOpensEarly,
  });
  const ev: EventTimes = { ...base, gloved: base.release + (distance - 1.2 * H) / speed };
  const midLift = ev.firstMove + 0.42 * (ev.liftTop - ev.firstMove);
  const gather = ev.contact - 0.1 * (ev.contact - ev.liftTop);

  const pelvisYaw = monotoneTrack([
    [ev.set, 0],
    [ev.liftTop, plan.young ? -3 : -13],
    [ev.handsApart, plan.young ? -1 : -9],
    [gather, 12],
    [ev.contact, plan.separation - 2],
    [ev.layback, 70],
    [ev.release, 80],
    [ev.finish, 98],
  ]);
  const shoulderYaw = monotoneTrack([
    [ev.set, 0],
    [ev.liftTop, plan.young ? -4 : -10],
    [ev.driveStart, -9],
    [ev.contact, -2],
    [ev.shouldersTurn + 0.01, 4],
    [ev.layback, 66],
    [ev.release, 113],
    [ev.slowDown, 126],
    [ev.finish, 138],
  ]);
  const rockAngle = degrees(Math.asin(plan.rockBack / 0.403));
  const trunkTilt = monotoneTrack([
    [ev.set, 1],
    [midLift, 1 - rockAngle],
    [ev.liftTop, plan.young ? 1.5 - 0.2 * rockAngle : -1 - 0.2 * rockAngle],
    [ev.handsApart, -2],
    [ev.driveStart, plan.young ? -3 : -6],
    [ev.contact, plan.trunkAtContact],
    [ev.layback, plan.trunkAtContact * 0.4 + plan.trunkAtRelease * 0.42],
    [ev.release, plan.trunkAtRelease],
    [ev.slowDown, plan.trunkAtRelease + 13],
    [ev.finish, plan.trunkAtRelease + 22],
  ]);
  const trunkOut = monotoneTrack([
    [ev.set, plan.young ? 12 : 9],
    [ev.liftTop, 10],
    [ev.contact, 1],
    [ev.layback, -0.6 * plan.sideLean],
    [ev.release, -plan.sideLean],
    [ev.slowDown, -plan.sideLean * 0.9],
    [ev.finish, -5],
  ]);

  const backAtSet = vec(0.13, S.ankleHeight * H, 0);
  const frontAtSet = add(backAtSet, vec(plan.baseWidth * H, 0, 0.01 * H));
  const pelvisAtSet = vec(backAtSet.x + (plan.young ? 0.025 : 0.055) * H, (plan.young ? 0.502 : 0.499) * H, -0.01 * H);
  const openPole = vec(0.1, 0.1, 1);
  const hips = (pelvis: Vec3, yaw: number) => ({
    back: addScaled(pelvis, axisOf(yaw), -S.hipHalf * H),
    front: addScaled(pelvis, axisOf(yaw), S.hipHalf * H),
  });
  const legTo = (ankle: Vec3, hip: Vec3, pole: Vec3): LegAngles =>
    legAnglesOf(ankle, middleJoint(ankle, hip, S.shank * H, S.thigh * H, pole), hip);

  // Front-foot contact: the front leg's angles and the stride place the pelvis; the back foot follows as far as it must.
  const strideX = backAtSet.x + plan.stride * H;
  const frontAtContact = vec(strideX, groundHeight(strideX) + S.ankleHeight * H, plan.landingOffset);
  const frontLegAtContact: LegAngles = {
    shankTilt: plan.frontShinAtContact,
    shankOut: -2,
    bend: 180 - plan.frontKneeAtContact,
    thighOut: -4,
  };
  const contactLeg = legVectors(frontLegAtContact, H);
  const frontHipAtContact = add(add(frontAtContact, contactLeg.shank), contactLeg.thigh);
  const pelvisAtContact = addScaled(frontHipAtContact, axisOf(pelvisYaw(ev.contact)), -S.hipHalf * H);
  const backHipAtContact = hips(pelvisAtContact, pelvisYaw(ev.contact)).back;
  const dragged = (k: number): Vec3 =>
    add(
      backAtSet,
      vec((0.03 + 0.3 * k) * H, ((plan.young ? 0.07 : 0.125) + (plan.young ? 0.04 : 0.02) * Math.min(1, 2 * k)) * H, 0.02 * H),
    );
  const reach = (S.shank + S.thigh) * H * (plan.young ? 0.985 : 0.9992);
  const gap = (k: number): number => {
    const d = sub(backHipAtContact, dragged(k));
    return Math.hypot(d.x, d.y, d.z) - reach;
  };
  const backAtContact = gap(0) <= 0 ? dragged(0) : dragged(solve(0, 1, gap));

  // Top of the lift: the back shank leans until the pelvis is as far ahead of the back ankle as planned.
  const topBend = 180 - plan.backKneeAtTop;
  const topShank = solve(-35, 70, (s) => {
    const leg = legVectors({ shankTilt: s, shankOut: 8, bend: topBend, thighOut: -9 }, H);
    return leg.shank.x + leg.thigh.x + S.hipHalf * H * axisOf(pelvisYaw(ev.liftTop)).x - plan.pelvisAheadAtTop * H;
  });
  const backLeg = legTracks([
    [ev.set, legTo(backAtSet, hips(pelvisAtSet, 0).back, openPole)],
    [ev.liftTop, { shankTilt: topShank, shankOut: 8, bend: topBend, thighOut: -9 }],
    [ev.driveStart, { shankTilt: plan.backShinAtDrive, shankOut: 5, bend: 180 - plan.backKneeInLoad, thighOut: -5 }],
    [ev.contact, legTo(backAtContact, backHipAtContact, vec(0.6, -0.6, 0.4))],
  ]);
  const backAnkleEarly = pointTrack([
    [ev.driveStart, backAtSet],
    [gather, mix(backAtSet, backAtContact, 0.55)],
    [ev.contact, backAtContact],
  ]);

  const thighAtTop = unit(vec(0.3, plan.kneeLift / S.thigh, 0.9));
  const lifted = degrees(Math.atan2(-thighAtTop.x, -thighAtTop.y));
  const kneeAtRelease = plan.frontKneeAtContact + plan.frontKneeChange;
  const gives = Math.max(0, -plan.frontKneeChange);
  const frontLeg = legTracks([
    [ev.set, legTo(frontAtSet, hips(pelvisAtSet, 0).front, openPole)],
    [midLift, { shankTilt: 6, shankOut: 8, bend: 50, thighOut: -52 }],
    [ev.liftTop, { shankTilt: 3, shankOut: 3, bend: 3 - lifted, thighOut: degrees(Math.asin(-thighAtTop.z)) }],
    [ev.handsApart, { shankTilt: 0, shankOut: 2, bend: 80, thighOut: -52 }],
    [ev.driveStart, { shankTilt: -27 + 110 * plan.strideLost, shankOut: 0, bend: 24, thighOut: -22 }],
    [ev.contact, frontLegAtContact],
    [ev.release, { shankTilt: (plan.young ? 0 : -6) + 0.5 * gives, shankOut: -2, bend: 180 - kneeAtRelease, thighOut: -7 }],
    [ev.finish, { shankTilt: 12 + 0.3 * gives, shankOut: 0, bend: 24 + gives, thighOut: -4 }],
  ]);
  const ground = (x: number, lift: number, z: number): Vec3 => vec(x, groundHeight(x) + lift * H, z);
  const backAnkleLate = pointTrack([
    [ev.contact, backAtContact],
    [ev.release, ground(Math.max(backAtContact.x + 0.07 * H, strideX - 0.48 * H), 0.125, 0.02 * H)],
    [ev.slowDown, ground(strideX - 0.36 * H, 0.21, 0.06 * H)],
    [ev.slowDown + 0.19, ground(strideX - 0.12 * H, 0.24, 0.17 * H)],
    [ev.finish, ground(strideX + 0.0 * H, S.ankleHeight + 0.004, 0.21 * H)],
  ]);

  const frontFootYaw = monotoneTrack([
    [ev.set, 84],
    [ev.liftTop, 74],
    [ev.footOpens, 70],
    ...(plan.footOpensEarly > 0.1 ? ([[Math.min(ev.footOpens + 0.16 * plan.tempo, ev.contact - 0.02), 24]] as Keys) : []),
    [ev.contact, 8],
  ]);
  const frontFootDrop = monotoneTrack([
    [ev.set, 0],
    [midLift, 32],
    [ev.handsApart, 24],
    [gather, 4],
    [ev.contact, 0],
  ]);
  const backFootTrack = pointTrack([
    [ev.driveStart, vec(0.06, 0, 1)],
    [gather, vec(0.3, -0.5, 0.8)],
    [ev.contact, vec(0.34, -0.78, 0.52)],
    [ev.release, vec(-0.2, -0.97, 0.16)],
    [ev.slowDown, vec(-0.5, -0.85, 0.1)],
    [ev.slowDown + 0.19, vec(0, -0.8, 0.6)],
    [ev.finish, vec(0.85, 0, 0.5)],
  ]);
  const gazeTrack = pointTrack([
    [ev.set, vec(0.86, -0.08, 0.5)],
    [ev.contact, vec(1, -0.06, 0.08)],
    [ev.release, vec(1, -0.12, -0.35 * plan.headPull)],
    [ev.finish, vec(0.95, -0.22, 0.05)],
  ]);
  const headSide = monotoneTrack([
    [ev.contact, 0],
    [ev.release, -0.065 * plan.headPull * H],
    [ev.finish, -0.02 * H],
  ]);

  const trunkAt = (t: number) => {
    const up = leaning(trunkTilt(t), trunkOut(t));
    const shoulderAxis = perpendicularTo(axisOf(shoulderYaw(t)), up);
    return { up, shoulderAxis, front: cross(shoulderAxis, up) };
  };
  const frameOf = (t: number, side: 1 | -1): ArmFrame => {
    const { up, shoulderAxis, front } = trunkAt(t);
    return { out: scale(shoulderAxis, side), up, front };
  };
  /** Both hands on one spot in front of the chest, `below` and `ahead` of the middle of the shoulders. */
  const handsTogether = (t: number, side: 1 | -1, below: number, ahead: number): ArmAngles => {
    const frame = frameOf(t, side);
    const shoulder = scale(frame.out, S.shoulderHalf * H);
    const hands = addScaled(addScaled(scale(frame.up, -below * H), frame.front, ahead * H), frame.out, 0.012 * H);
    const pole = addScaled(scale(frame.up, -1), frame.out, 0.7);
    return armAnglesOf(frame, shoulder, middleJoint(shoulder, hands, S.upperArm * H, S.forearm * H, pole), hands);
  };
  const swing = ev.handsApart + 0.42 * (ev.contact - ev.handsApart);
  const cocked = (rotation: number): ArmAngles => ({ abduction: 91, horizontal: -16, rotation, flexion: 72 });
  const forearmUp = (rotation: number): number => {
    const { forearm } = armDirections(frameOf(ev.contact, -1), cocked(rotation));
    return degrees(Math.atan2(forearm.y, -forearm.x));
  };
  const throwing = armTracks([
    [ev.set, handsTogether(ev.set, -1, 0.1, 0.15)],
    [ev.liftTop, handsTogether(ev.liftTop, -1, 0.07, 0.15)],
    [ev.handsApart, handsTogether(ev.handsApart, -1, 0.16, 0.14)],
    [swing, { abduction: 48, horizontal: -20, rotation: -70, flexion: 38 }],
    [ev.contact, cocked(solve(-80, 140, (r) => forearmUp(r) - plan.forearmAtContact))],
    [ev.layback, { abduction: 93, horizontal: -3, rotation: plan.layback, flexion: 92 }],
    [ev.release, { abduction: 94, horizontal: -4 - 20 * plan.headPull, rotation: 106, flexion: 27 }],
    [ev.slowDown, { abduction: 86, horizontal: 52, rotation: 52, flexion: 22 }],
    [ev.slowDown + 0.16, { abduction: 62, horizontal: 92, rotation: 10, flexion: 42 }],
    [ev.finish, { abduction: 44, horizontal: 84, rotation: -10, flexion: 52 }],
  ]);
  const drop = plan.gloveDrop;
  const glove = armTracks([
    [ev.set, handsTogether(ev.set, 1, 0.1, 0.15)],
    [ev.liftTop, handsTogether(ev.liftTop, 1, 0.07, 0.15)],
    [ev.handsApart, handsTogether(ev.handsApart, 1, 0.16, 0.14)],
    [swing, { abduction: 66, horizontal: 16, rotation: 8, flexion: 50 }],
    [ev.contact, { abduction: 88 - 58 * drop, horizontal: 10, rotation: 34 - 30 * drop, flexion: 34 }],
    [ev.layback, { abduction: 62 - 34 * drop, horizontal: 14, rotation: 20, flexion: 84 - 30 * drop }],
    [ev.release, { abduction: 36, horizontal: 10, rotation: 6, flexion: 112 }],
    [ev.finish, { abduction: 30, horizontal: 14, rotation: -4, flexion: 96 }],
  ]);

  // After it has landed the shoe slides on, sinks a little, and turns flat.
  const slide = scale(vec(own.uniform() * 0.011, -0.0025 - 0.002 * own.uniform(), 0.004 * (own.uniform() - 0.5)), settle * H);
  const [pitchAtLanding, yawAtLanding] = [settle * (-6 + 16 * own.uniform()), settle * (4 + 5 * own.uniform())];

  const build = (t: number): Pose => {
    const yaw = pelvisYaw(t);
    const hipAxis = axisOf(yaw);
    let pelvis: Vec3;
    let backAnkle: Vec3;
    let backKnee: Vec3;
    let frontAnkle: Vec3;
    let frontKnee: Vec3;
    const front = legVectors(frontLeg(t), H);
    if (t <= ev.contact) {
      backAnkle = backAnkleEarly(t);
      const back = legVectors(backLeg(t), H);
      backKnee = add(backAnkle, back.shank);
      pelvis = addScaled(add(backKnee, back.thigh), hipAxis, S.hipHalf * H);
      frontKnee = sub(hips(pelvis, yaw).front, front.thigh);
      frontAnkle = sub(frontKnee, front.shank);
    } else {
      frontAnkle = addScaled(frontAtContact, slide, settled(t - ev.contact));
      frontKnee = add(frontAnkle, front.shank);
      pelvis = addScaled(add(frontKnee, front.thigh), hipAxis, -S.hipHalf * H);
      const late = Math.min(1, (t - ev.contact) / (ev.finish - ev.contact));
      backAnkle = backAnkleLate(t);
      backKnee = middleJoint(
        backAnkle,
        hips(pelvis, yaw).back,
        S.shank * H,
        S.thigh * H,
        vec(0.6, -0.6 + 0.9 * late, 0.4 + 0.3 * late),
      );
    }
    const { back: backHip, front: frontHip } = hips(pelvis, yaw);
    const { up, shoulderAxis } = trunkAt(t);
    const shoulders = addScaled(pelvis, up, S.trunk * H);
    const throwingShoulder = addScaled(shoulders, shoulderAxis, -S.shoulderHalf * H);
    const gloveShoulder = addScaled(shoulders, shoulderAxis, S.shoulderHalf * H);
    const t1 = armDirections(frameOf(t, -1), throwing(t));
    const g1 = armDirections(frameOf(t, 1), glove(t));
    const throwingElbow = addScaled(throwingShoulder, t1.upperArm, S.upperArm * H);
    const throwingWrist = addScaled(throwingElbow, t1.forearm, S.forearm * H);
    const gloveElbow = addScaled(gloveShoulder, g1.upperArm, S.upperArm * H);
    const gloveWrist = addScaled(gloveElbow, g1.forearm, S.forearm * H);
    const headUp = unit(mix(up, vec(0, 1, 0), 0.45));
    const neck = addScaled(shoulders, up, 0.045 * H);
    const head = addScaled(addScaled(neck, headUp, (S.headCentreAboveShoulders - 0.045) * H), vec(0, 0, 1), headSide(t));
    const gaze = perpendicularTo(gazeTrack(t), headUp);
    const landing =
      settle === 0 ? 0 : Math.max(0, Math.min(1, (t - gather) / (ev.contact - gather))) * (1 - settled(t - ev.contact));
    const yawFoot = radians(frontFootYaw(t) + yawAtLanding * landing);
    const dropFoot = radians(frontFootDrop(t) + pitchAtLanding * landing);
    const slope = t > gather ? -0.03 : 0;
    const frontFoot = unit(
      vec(Math.cos(yawFoot) * Math.cos(dropFoot), -Math.sin(dropFoot) + slope, Math.sin(yawFoot) * Math.cos(dropFoot)),
    );
    const backFoot = unit(backFootTrack(t));
    const footOf = (ankle: Vec3, along: Vec3, knee: Vec3) => {
      const sole = scale(perpendicularTo(sub(knee, ankle), along), -0.026 * H);
      return {
        heel: add(addScaled(ankle, along, -0.036 * H), sole),
        toe: add(addScaled(ankle, along, 0.108 * H), sole),
      };
    };
    const frontSole = footOf(frontAnkle, frontFoot, frontKnee);
    const backSole = footOf(backAnkle, backFoot, backKnee);
    const inHand = (at: number): Vec3 => addScaled(throwingWrist, t1.forearm, at * H);
    return {
      joints: {
        head,
        nose: addScaled(addScaled(head, gaze, 0.062 * H), headUp, -0.01 * H),
        throwingShoulder,
        throwingElbow,
        throwingWrist,
        gloveShoulder,
        gloveElbow,
        gloveWrist,
        frontHip,
        frontKnee,
        frontAnkle,
        frontHeel: frontSole.heel,
        frontToe: frontSole.toe,
        backHip,
        backKnee,
        backAnkle,
        backHeel: backSole.heel,
        backToe: backSole.toe,
        ball: inHand(0.085),
        glove: addScaled(gloveWrist, g1.forearm, 0.07 * H),
      },
      trunkUp: up,
      hipAxis,
      shoulderAxis,
      gaze,
      headUp,
      frontFoot,
      backFoot,
      ballInHand: t < ev.release,
    };
  };

  const released = build(ev.release).joints.ball;
  const living = livingBody(ev, H, options.seed * 13 + options.delivery, sway);
  const poseAt = (seconds: number): Pose => {
    const pose = living(build(seconds), seconds);
    if (seconds < ev.release) return plan.hand === 'R' ? pose : mirrored(pose);
    const since = Math.min(seconds, ev.gloved) - ev.release;
    const towards = unit(sub(vec(distance, -0.2 + 0.45 * H, 0), released));
    const arc = 0.5 * 9.81 * since * ((distance - released.x) / speed - since);
    const ball = add(addScaled(released, towards, speed * since), vec(0, arc, 0));
    const flown: Pose = { ...pose, joints: { ...pose.joints, ball } };
    return plan.hand === 'R' ? flown : mirrored(flown);
  };
  const events = { ...ev, bodyBack: headBackOverSet((t) => build(t).joints.head.x, ev) };
  return { plan, events, durationSeconds: ev.finish + (options.tailSeconds ?? 0.22), poseAt };
}

/** When a head that went back is over its place at set again; the set itself where it never went back. */
function headBackOverSet(ahead: (seconds: number) => number, { set, contact }: EventTimes): number {
  const stood = ahead(set);
  const steps = Array.from({ length: 121 }, (_, i) => set + ((contact - set) * i) / 120);
  const furthest = steps.reduce((best, t) => (ahead(t) < ahead(best) ? t : best));
  if (furthest === set) return set;
  let [low, high] = [furthest, steps.find((t) => t > furthest && ahead(t) >= stood) ?? contact];
  while (high - low > 1e-5) {
    const middle = (low + high) / 2;
    if (ahead(middle) < stood) low = middle;
    else high = middle;
  }
  return high;
}

const flip = (v: Vec3): Vec3 => vec(v.x, v.y, -v.z);

function mirrored(pose: Pose): Pose {
  const joints = Object.fromEntries(Object.entries(pose.joints).map(([id, p]) => [id, flip(p)])) as Pose['joints'];
  return {
    ...pose,
    joints,
    trunkUp: flip(pose.trunkUp),
    hipAxis: flip(pose.hipAxis),
    shoulderAxis: flip(pose.shoulderAxis),
    gaze: flip(pose.gaze),
    headUp: flip(pose.headUp),
    frontFoot: flip(pose.frontFoot),
    backFoot: flip(pose.backFoot),
  };
}
