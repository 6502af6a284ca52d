import { describe, expect, test } from 'vitest';
import {
  FOUR_CONES,
  frameTimebase,
  measureDelivery,
  measurePose,
  pointFrame,
  POSE_FIGURES,
  type Estimate,
  type FigureId,
  type MeasuredPoints,
  type PointAt,
} from '@stride-chalk/core';
import {
  deliveryMotion,
  pinholeCamera,
  randomSource,
  towardsTarget,
  tripod,
  trueFigures,
  vec,
  type EventId,
  type Hand,
  type JointId,
  type PinholeCamera,
} from '@stride-chalk/fieldcam';
import { exactly, PITCHERS, plusOf, seenBy, viewOf } from './seen-points.ts';

const DRAWS = process.env.ACCURACY === 'long' ? 10_000 : 250;
/** The share of draws that a stated 95 % interval may hold: three standard deviations of chance for so many draws. */
const HELD = process.env.ACCURACY === 'long' ? [0.94, 0.96] : [0.908, 0.992];
/** Deliveries whose release is read at each rate. */
const DELIVERIES = process.env.ACCURACY === 'long' ? 400 : 200;
const POINT_SD = 2;

/** Figures of still poses; where the ball left the hand depends on the frames around it, and is tried for itself below. */
const POSED = POSE_FIGURES.filter((f) => !f.needsBallLead);
const VIEWS = ['openSide', 'front'] as const;
const NEEDS = Object.fromEntries(
  VIEWS.map((view) => [view, [...new Set(POSED.filter((f) => viewOf(f) === view).flatMap((f) => f.needs))]]),
) as Record<(typeof VIEWS)[number], PointAt[]>;
/** Every figure of all draws: points placed from the truth with 2 px error per axis, over five pitchers of both hands. */
function draws() {
  const errors = new Map<FigureId, { value: number; truth: number; estimate: Estimate }[]>(POSED.map((f) => [f.id, []]));
  const noise = randomSource(20261127);
  for (const [i, { ageYears, hand }] of PITCHERS.entries()) {
    const motion = deliveryMotion({ ageYears, hand, seed: 100 + i, delivery: 0 });
    for (const view of VIEWS) {
      const camera = tripod(view, { hand, heightMetres: motion.plan.height });
      const exact = seenBy(camera, motion, NEEDS[view]);
      const figures = POSED.filter((f) => viewOf(f) === view);
      const truth = new Map(figures.map((f) => [f.id, exactly(f, motion)]));
      for (let k = 0; k < DRAWS / PITCHERS.length; k++) {
        const placed: MeasuredPoints = Object.fromEntries(
          exact.map(([need, p]) => [
            need,
            { x: p.x + POINT_SD * noise.normal(), y: p.y + POINT_SD * noise.normal(), sd: POINT_SD },
          ]),
        );
        for (const figure of figures) {
          // What the view itself leaves open is not drawn here.
          const still = { ...figure, viewSd: 0 };
          const { estimate } = measurePose(still, placed, { plus: plusOf(view, hand), ballLead: null }).reading;
          if (!estimate) continue;
          errors.get(figure.id)!.push({ value: estimate.value, truth: truth.get(figure.id)!, estimate });
        }
      }
    }
  }
  return errors;
}

const all = draws();

describe('points placed with 2 px error per axis', () => {
  test.each(POSED.map((f) => f.id))(
    '%s: the stated 95 %% interval holds what points without an error give as often as it says',
    (id) => {
      const rows = all.get(id)!;
      expect(rows.length).toBe(DRAWS);
      const held = rows.filter((r) => Math.abs(r.value - r.truth) <= 1.959964 * r.estimate.sd).length / rows.length;
      expect(held).toBeGreaterThanOrEqual(HELD[0]!);
      expect(held).toBeLessThanOrEqual(HELD[1]!);
    },
  );

  test.each(POSED.filter((f) => f.unit === 'degrees').map((f) => f.id))('%s: bias under 0.5 degrees', (id) => {
    const rows = all.get(id)!;
    const bias = rows.reduce((sum, r) => sum + r.value - r.truth, 0) / rows.length;
    // A mean of so many draws is itself known to a standard error.
    const spread = Math.sqrt(rows.reduce((sum, r) => sum + r.estimate.sd ** 2, 0)) / rows.length;
    expect(Math.abs(bias)).toBeLessThan(0.5 + 2 * spread);
  });
});

/** As far away as no perspective is left: what it sees is the plane of the line. */
const FAR = 5000;
const farCamera = (view: 'openSide' | 'front', hand: Hand): PinholeCamera =>
  pinholeCamera({
    // From the front a little above, or the ground would be a line.
    eye: view === 'front' ? vec(FAR, 0.05 * FAR, 0) : vec(0.5, 1, (hand === 'R' ? 1 : -1) * FAR),
    target: view === 'front' ? vec(0.5, 0, 0) : vec(0.5, 1, 0),
    focal: 240 * FAR,
    width: 960,
    height: 540,
  });

/**
 * How far a reading without any error of placing may lie from the body in space, in the units of the bands: seen from far away, and from the
 * tripod at 7.5 m, where perspective turns what lies out of the plane of the line. Shares also carry what the chain of the body's height loses to
 * segments that lean out of that plane. The layback turns with the
 * trunk's lean to the side. As measured on ten bodies, rounded up.
 */
const WITHIN: Readonly<Partial<Record<FigureId, readonly [number, number]>>> = {
  baseWidth: [0.1, 2.5],
  pelvisAhead: [0.2, 0.5],
  backKneeTop: [0.1, 2.5],
  backKneeLoad: [0.1, 1],
  backShinDrive: [0.1, 0.5],
  stride: [0.2, 1],
  legSpread: [0.1, 1],
  footOpensShare: [0.1, 1],
  headDrop: [0.2, 0.5],
  frontKneeContact: [0.1, 0.5],
  frontShinContact: [0.1, 0.5],
  forearmContact: [0.1, 1],
  trunkContact: [0.1, 0.5],
  gloveHeightContact: [0.2, 1],
  frontKneeChange: [0.1, 1],
  frontKneeRelease: [0.1, 0.5],
  trunkRelease: [0.1, 1],
  hipToShoulderRelease: [0.1, 0.5],
  gloveHeightSet: [0.1, 0.2],
  gloveAheadSet: [0.1, 2],
  rockBack: [0.1, 0.2],
  kneeLift: [0.1, 1],
  trunkTop: [0.1, 1.5],
  backHipAhead: [0.1, 0.2],
  footAheadOfHip: [0.1, 1.2],
  headOverPelvisApart: [0.1, 1],
  headRise: [0.1, 0.3],
  elbowLineContact: [0.5, 0.5],
  elbowHeightDifference: [0.1, 0.3],
  headOverPelvisContact: [0.1, 0.2],
  shoulderLineContact: [0.1, 0.1],
  layback: [2.5, 4],
  trunkGained: [0.1, 0.3],
  headAheadOfKnee: [0.1, 0.6],
  gloveHeightRelease: [0.1, 0.7],
  gloveFromTrunkRelease: [0.1, 2.5],
  landingOffset: [0.1, 0.2],
  footAngle: [0.1, 0.8],
  forearmDifference: [0.1, 1.5],
  separation: [1, 0.5],
  gloveDrop: [0.1, 0.1],
  kneeBow: [0.5, 1.1],
  backKneeIn: [0.5, 1.5],
  elbowLineRelease: [0.1, 0.1],
  sideTiltRelease: [0.6, 0.8],
  headOffLine: [0.1, 0.2],
  dragLineEnd: [0.1, 0.2],
  // The middle of the cones is not the middle of the picture.
  cameraTurn: [0.1, 1.5],
};

describe('against the body in space, by the means of the simulation', () => {
  const bodies = PITCHERS.flatMap((p) => [7, 8].map((seed) => ({ ...p, motion: deliveryMotion({ ...p, seed, delivery: 1 }) })));
  const truths = new Map(bodies.map(({ motion }) => [motion, trueFigures(motion)]));
  const inBands = { degrees: 1, heightShare: 100, ratio: 100, seconds: 1000, centimetres: 1, metresPerSecond: 1 / 0.44704 };
  test.each(POSED.map((f) => [f.id, f] as const))('%s', (id, figure) => {
    const off = (near: boolean): number =>
      Math.max(
        ...bodies.map(({ hand, motion }) => {
          const camera = near
            ? tripod(viewOf(figure), { hand, heightMetres: motion.plan.height })
            : farCamera(viewOf(figure), hand);
          return Math.abs(
            inBands[figure.unit] * exactly(figure, motion, {}, camera) - (id === 'cameraTurn' ? 0 : truths.get(motion)![id]),
          );
        }),
      );
    expect(off(false), 'from far away').toBeLessThan(WITHIN[id]![0]);
    expect(off(true), 'from the tripod').toBeLessThan(WITHIN[id]![1]);
  });
});

describe.each([
  ['four cones', FOUR_CONES],
  ['the corners of the rubber and two cones', { atRubber: 0.61, ahead: 1.5, length: 1.8 }],
  ['two lines', { atRubber: 1.2, ahead: 0.8, length: 3 }],
])('from a camera that stands round from its place, with %s on the ground', (_, layout) => {
  /** In the units of the bands, as measured, rounded up: the mound is no plane (the further apart the marks, the less), the back foot does not stand quite along the rubber, and the head is taken to be above the front foot. */
  const OFF = { landingOffset: 0.6, footAngle: 1.7, dragLineEnd: 2.2, headOffLine: 2.7 } as const;
  const motions = [-0.2, 0, 0.15].flatMap((landingOffset) =>
    (['R', 'L'] as const).map((hand) => deliveryMotion({ ageYears: 12, hand, seed: 5, delivery: 0, aims: { landingOffset } })),
  );
  test.each(Object.keys(OFF) as (keyof typeof OFF)[])('%s', (id) => {
    const figure = POSED.find((f) => f.id === id)!;
    let worst = 0;
    for (const motion of motions) {
      const truth = trueFigures(motion)[id];
      for (const view of ['front', 'rear'] as const)
        for (const turnDegrees of [-12, -4, 8, 12]) {
          const { hand, height } = motion.plan;
          const camera = tripod(view, { hand, heightMetres: height, turnDegrees });
          const plus = (hand === 'R') === (view === 'front') ? 1 : -1;
          const read = figure.value(Object.fromEntries(seenBy(camera, motion, figure.needs, {}, layout)), plus, 0, layout);
          worst = Math.max(worst, Math.abs(read - truth));
        }
    }
    expect(worst).toBeLessThan(OFF[id]);
  });
});

test('the corners of the plate lie at the foot of the mound: what that leaves open is in the error', () => {
  // As they are at 54 ft: the front edge of the plate lies 17 in nearer than its point.
  const layout = { atRubber: 0.61, ahead: 0.432, length: 16 };
  let [asked, held, worst] = [0, 0, 0];
  for (const aimed of [-0.2, -0.1, 0, 0.1])
    for (const hand of ['R', 'L'] as const)
      for (const view of ['front', 'rear'] as const)
        for (const turnDegrees of [-6, -4, -2, 0, 2, 4, 6])
          for (const id of ['landingOffset', 'footAngle', 'dragLineEnd', 'headOffLine'] as const) {
            const motion = deliveryMotion({ ageYears: 12, hand, seed: 5, delivery: 0, aims: { landingOffset: aimed } });
            const camera = tripod(view, { hand, heightMetres: motion.plan.height, turnDegrees });
            const figure = POSED.find((f) => f.id === id)!;
            const seen = seenBy(camera, motion, figure.needs, {}, layout).map(([at, p]) => [at, { ...p, sd: 0 }]);
            const plus = (hand === 'R') === (view === 'front') ? 1 : -1;
            const { estimate } = measurePose(figure, Object.fromEntries(seen), { plus, ballLead: null, ground: layout }).reading;
            const off = Math.abs(estimate!.value - trueFigures(motion)[id]);
            asked += 1;
            if (off <= 1.96 * estimate!.sd) held += 1;
            if (id === 'landingOffset') worst = Math.max(worst, off);
          }
  expect(held / asked).toBeGreaterThan(0.9);
  // Beside the 0.6 cm of marks on the mound itself.
  expect(worst).toBeGreaterThan(3);
  expect(worst).toBeLessThan(8);
});

describe('times of a delivery', () => {
  /** Marked on the first frame at or after each event, at a rate, the shutter falling at any moment. */
  const readAt = (rate: number) => {
    const noise = randomSource(20261130 + rate);
    return Array.from({ length: 60 }, (_, k) => {
      const { ageYears, hand } = PITCHERS[k % PITCHERS.length]!;
      const motion = deliveryMotion({ ageYears, hand, seed: 500 + k, delivery: 0 });
      const phase = noise.uniform() / rate;
      const times = Array.from({ length: Math.ceil((motion.events.gloved + 0.2) * rate) }, (_, i) => phase + i / rate);
      const marks = (['set', 'bodyBack', 'release', 'gloved'] as const).map((event) => ({
        ...{ event, frameTo: null },
        frame: times.findIndex((t) => t >= motion.events[event]),
      }));
      // 46, 50, 54 and 60.5 ft, as the simulated balls fly.
      const rubberToPlateFeet = { 9: 46, 11: 50, 13: 54 }[ageYears as number] ?? 60.5;
      const film = frameTimebase(times, 1);
      const side = {
        id: 'side',
        view: 'openSide' as const,
        towardsTarget: towardsTarget('openSide', hand)!,
        film,
        marks,
        points: [],
      };
      return { measured: measureDelivery([side], { rubberToPlateFeet }).measured, truth: trueFigures(motion) };
    });
  };
  test.each([30, 60, 120, 240])(
    'at %i a second ball speed and the time until the body is back lie within their stated intervals',
    (rate) => {
      const rows = readAt(rate);
      for (const id of ['ballSpeed', 'timeUntilBack'] as const) {
        const k = { ballSpeed: 1 / 0.44704, timeUntilBack: 1000 }[id];
        const held = rows.filter(({ measured, truth }) => {
          const { value, sd } = measured.get(id)!;
          return Math.abs(k * value - truth[id]) <= 1.959964 * k * sd;
        });
        // Three standard deviations of chance under 95 %.
        expect(held.length / rows.length, id).toBeGreaterThan(0.95 - 3 * Math.sqrt((0.95 * 0.05) / rows.length));
      }
    },
  );
});

describe('the ball at release, led back to where it left the hand', () => {
  /** Deliveries filmed at a rate with the shutter falling at any moment; marked as the rule says, points with 2 px error. */
  function readAt(rate: number, asInterval: boolean) {
    const noise = randomSource(20260714 + rate);
    return Array.from({ length: DELIVERIES }, (_, k) => {
      const { ageYears, hand } = PITCHERS[k % PITCHERS.length]!;
      const motion = deliveryMotion({ ageYears, hand, seed: 300 + k, delivery: 0 });
      const camera = tripod('openSide', { hand, heightMetres: motion.plan.height });
      const towards = towardsTarget('openSide', hand)!;
      const phase = noise.uniform() / rate;
      const times = Array.from({ length: Math.floor((motion.durationSeconds - phase) * rate) }, (_, i) => phase + i / rate);
      const out = times.findIndex((t) => t >= motion.events.release);
      const release = asInterval ? { frame: out - 1, frameTo: out } : { frame: out, frameTo: null };
      const place = (event: EventId, joint: JointId, seconds: number, point: string = joint) => {
        const p = camera.project(motion.poseAt(seconds).joints[joint]);
        const draw = (): number => POINT_SD * noise.normal();
        return { event, point: point as never, x: p.x + draw(), y: p.y + draw(), sd: POINT_SD, origin: 'placed' as const };
      };
      const found = measureDelivery([
        {
          id: 'side',
          view: 'openSide',
          towardsTarget: towards,
          film: frameTimebase(times, 1),
          marks: [{ event: 'release', ...release }],
          points: [
            ...(['head', 'frontHip', 'backHip', 'frontKnee', 'frontAnkle'] as const).map((j) =>
              place('contact', j, motion.events.contact),
            ),
            place('release', 'frontAnkle', times[release.frame]!),
            place('release', 'ball', times[pointFrame(release, 'ball')]!),
            place('release', 'ball', times[pointFrame(release, 'ballLater')]!, 'ballLater'),
          ],
        },
      ]).figures.find((f) => f.figure === 'ballAheadRelease');
      // By the true moment of the release: where the ball is then, ahead of the ankle, over the same chain of the body.
      const seen = (event: EventId, joint: JointId) => camera.project(motion.poseAt(motion.events[event]).joints[joint]);
      const long = (a: JointId, b: JointId): number =>
        Math.hypot(seen('contact', a).x - seen('contact', b).x, seen('contact', a).y - seen('contact', b).y);
      const [hipA, hipB, head] = [seen('contact', 'frontHip'), seen('contact', 'backHip'), seen('contact', 'head')];
      const trunk = Math.hypot(head.x - (hipA.x + hipB.x) / 2, head.y - (hipA.y + hipB.y) / 2);
      const height = (trunk + long('frontHip', 'frontKnee') + long('frontKnee', 'frontAnkle')) / 0.894;
      const truth = (towards * (seen('release', 'ball').x - seen('release', 'frontAnkle').x)) / height;
      return { reading: found!, truth };
    });
  }

  test.each([
    [30, false],
    [60, false],
    [120, false],
    [240, false],
    [60, true],
    [120, true],
    [240, true],
  ])(
    'at %i per second (marked as an interval: %s) the stated 95 % interval holds the truth, without bias',
    (rate, asInterval) => {
      const rows = readAt(rate, asInterval).filter((r) => r.reading.estimate !== null);
      expect(rows.length).toBeGreaterThan(0.87 * DELIVERIES);
      const off = rows.map((r) => r.reading.estimate!.value - r.truth);
      const sd = Math.sqrt(rows.reduce((sum, r) => sum + r.reading.estimate!.sd ** 2, 0) / rows.length);
      const held = rows.filter((r, i) => Math.abs(off[i]!) <= 1.959964 * r.reading.estimate!.sd).length / rows.length;
      expect(held).toBeGreaterThanOrEqual(0.92);
      // The mean of so many readings lies within a fifth of one reading's error.
      expect(Math.abs(off.reduce((a, b) => a + b, 0) / off.length)).toBeLessThan(sd / 5);
    },
  );
});
