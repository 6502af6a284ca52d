import { describe, expect, test } from 'vitest';
import { SEGMENT_SHARE } from '../body/anthropometry.ts';
import { towardsTarget, tripod } from '../camera/tripod.ts';
import { figureMesh } from '../render/figure-mesh.ts';
import { trueFigures } from '../true-figures.ts';
import { length, sub } from '../vector.ts';
import { deliveryMotion } from './delivery-motion.ts';
import { FAULT_PARAMETERS, type FaultCode } from './faults.ts';
import { monotoneTrack } from './monotone-track.ts';
import { JOINT_IDS } from './pose.ts';

const AGES = [8, 10, 12, 14, 16, 18];
const moments = (end: number): number[] => Array.from({ length: 60 }, (_, i) => (i / 59) * end);

describe('monotoneTrack', () => {
  const keys = [
    [0, 1],
    [1, 4],
    [1.5, 4.2],
    [3, -2],
    [4, -2],
  ] as const;
  const track = monotoneTrack(keys);
  test('goes through its keys and stays constant outside', () => {
    for (const [t, v] of keys) expect(track(t)).toBeCloseTo(v, 12);
    expect([track(-5), track(9)]).toEqual([1, -2]);
  });
  // Fritsch and Carlson 1980: no value leaves the range of its two neighbours.
  test('never overshoots between two keys', () => {
    for (let i = 1; i < keys.length; i++)
      for (let k = 0; k <= 50; k++) {
        const v = track(keys[i - 1]![0] + (k / 50) * (keys[i]![0] - keys[i - 1]![0]));
        expect(v).toBeGreaterThanOrEqual(Math.min(keys[i - 1]![1], keys[i]![1]) - 1e-12);
        expect(v).toBeLessThanOrEqual(Math.max(keys[i - 1]![1], keys[i]![1]) + 1e-12);
      }
  });
  test('refuses keys that do not increase', () =>
    expect(() =>
      monotoneTrack([
        [0, 1],
        [0, 2],
      ]),
    ).toThrow('increase'));
});

describe('the simulated pitcher', () => {
  test.each(AGES)('at %i the segments keep their lengths and nothing is torn apart', (ageYears) => {
    const motion = deliveryMotion({ ageYears, hand: 'R', seed: 5, delivery: 1 });
    const H = motion.plan.height;
    let before = motion.poseAt(0).joints;
    for (const t of moments(motion.durationSeconds)) {
      const { joints: j } = motion.poseAt(t);
      for (const id of JOINT_IDS) expect(Number.isFinite(j[id].x + j[id].y + j[id].z), `${id} at ${t}`).toBe(true);
      expect(length(sub(j.frontKnee, j.frontHip))).toBeCloseTo(SEGMENT_SHARE.thigh * H, 6);
      expect(length(sub(j.throwingElbow, j.throwingShoulder))).toBeCloseTo(SEGMENT_SHARE.upperArm * H, 6);
      expect(length(sub(j.frontHip, before.frontHip))).toBeLessThan(0.4 * H);
      before = j;
    }
  });

  test('the body does not jump at front-foot contact, where it changes feet', () => {
    const motion = deliveryMotion({ ageYears: 14, hand: 'L', seed: 9, delivery: 0 });
    const [a, b] = [motion.poseAt(motion.events.contact - 1e-6).joints, motion.poseAt(motion.events.contact + 1e-6).joints];
    for (const id of JOINT_IDS) expect(length(sub(a[id], b[id])), id).toBeLessThan(1e-3);
  });

  test('a left-hander is the mirror image of a right-hander', () => {
    const [right, left] = (['R', 'L'] as const).map(
      (hand) => deliveryMotion({ ageYears: 12, hand, seed: 3, delivery: 0 }).poseAt(1.4).joints,
    );
    for (const id of JOINT_IDS) {
      expect(left![id].x).toBeCloseTo(right![id].x, 12);
      expect(left![id].z).toBeCloseTo(-right![id].z, 12);
    }
  });

  test('the same order makes the same delivery; the next delivery differs a little', () => {
    const once = (delivery: number) => deliveryMotion({ ageYears: 15, hand: 'R', seed: 21, delivery }).poseAt(1.2).joints.glove;
    expect(once(1)).toEqual(once(1));
    const apart = length(sub(once(1), once(2)));
    expect(apart).toBeGreaterThan(1e-4);
    expect(apart).toBeLessThan(0.25);
  });

  // Dillman et al. 1993: about 0.145 s from front-foot contact to release (value from memory).
  test('contact to release lasts about 0.145 s', () => {
    for (const seed of [1, 2, 3, 4, 5]) {
      const { events } = deliveryMotion({ ageYears: 17, hand: 'R', seed, delivery: 0 });
      expect(Math.abs(events.release - events.contact - 0.145)).toBeLessThan(0.015);
    }
  });

  const FELT: Record<FaultCode, (f: ReturnType<typeof trueFigures>) => number> = {
    'A1.narrow': (f) => -f.baseWidth,
    'A2.rocks-back': (f) => f.rockBack,
    'B3.stalls': (f) => -f.pelvisAhead,
    'B4.gives-way': (f) => -f.backKneeLoad,
    'C3.pushes-up': (f) => -f.backShinDrive,
    'D1.opens-early': (f) => -f.footOpensShare,
    'D2.short': (f) => -f.stride,
    'E1.knee-past-ankle': (f) => -f.frontShinContact,
    'E2.late': (f) => -f.forearmContact,
    'E5.glove-drops': (f) => -f.gloveHeightContact,
    'F2.gives-way': (f) => -f.frontKneeChange,
    'G2.upright': (f) => -f.trunkRelease,
    'G4.pulls-off': (f) => f.headOffLine,
  };
  test.each(Object.keys(FAULT_PARAMETERS) as FaultCode[])('%s moves the motion its way', (code) => {
    for (const ageYears of [9, 16]) {
      const figures = (amount: number) =>
        trueFigures(deliveryMotion({ ageYears, hand: 'R', seed: 8, delivery: 0, faults: amount > 0 ? { [code]: amount } : {} }));
      const [none, some, much] = [0, 0.5, 1].map((a) => FELT[code](figures(a)));
      expect(some!).toBeGreaterThan(none!);
      expect(much!).toBeGreaterThan(some!);
    }
  });
});

describe('the tripods', () => {
  test.each(['openSide', 'front'] as const)(
    '%s: the standing body fills at least 70 %% of the height, and never leaves the picture',
    (view) => {
      for (const ageYears of AGES)
        for (const hand of ['R', 'L'] as const) {
          const motion = deliveryMotion({ ageYears, hand, seed: ageYears, delivery: 0 });
          const camera = tripod(view, { hand, heightMetres: motion.plan.height });
          const body = figureMesh(motion.poseAt(motion.events.set), motion.plan.height, ageYears).positions;
          const ys = Array.from(
            { length: body.length / 3 },
            (_, i) => camera.project({ x: body[3 * i]!, y: body[3 * i + 1]!, z: body[3 * i + 2]! }).y,
          );
          expect((Math.max(...ys) - Math.min(...ys)) / camera.height).toBeGreaterThan(0.7);
          for (const t of moments(motion.events.release)) {
            const { joints } = motion.poseAt(t);
            for (const id of JOINT_IDS) {
              const p = camera.project(joints[id]);
              expect(p.x > 0 && p.x < camera.width && p.y > 0 && p.y < camera.height, `${id} at ${t}`).toBe(true);
            }
          }
        }
    },
  );

  test('the target lies to the right of a right-hander filmed from his open side', () => {
    for (const hand of ['R', 'L'] as const) {
      const camera = tripod('openSide', { hand, heightMetres: 1.6 });
      const [near, far] = [camera.project({ x: 0, y: 0, z: 0 }), camera.project({ x: 1, y: 0, z: 0 })];
      expect(Math.sign(far.x - near.x)).toBe(towardsTarget('openSide', hand));
    }
    expect(towardsTarget('front', 'R')).toBeNull();
  });
});
