import { describe, expect, test } from 'vitest';
import { FOLLOWED, type FollowedJoint } from './body-points.ts';
import type { FollowedBody } from './follow-body.ts';
import { jointCentres } from './joint-centres.ts';

type Places = Readonly<Record<FollowedJoint, readonly [number, number]>>;

/** Who stands upright, seen from the side that he throws to; y down. */
const STANDING: Places = {
  head: [100, 20],
  nose: [110, 24],
  throwingShoulder: [95, 60],
  throwingElbow: [90, 100],
  throwingWrist: [92, 138],
  gloveShoulder: [105, 60],
  gloveElbow: [110, 100],
  gloveWrist: [112, 138],
  frontHip: [104, 150],
  frontKnee: [106, 210],
  frontAnkle: [104, 270],
  backHip: [96, 150],
  backKnee: [96, 210],
  backAnkle: [92, 270],
};
const bodyOf = (places: Places, bodyPixels = 280): FollowedBody => ({
  bodyPixels,
  joints: Object.fromEntries(
    FOLLOWED.map((j) => [j, [{ x: places[j][0], y: places[j][1], score: 0.8, scatter: 1.5 }]]),
  ) as unknown as FollowedBody['joints'],
});
const placesOf = (body: FollowedBody): Places =>
  Object.fromEntries(FOLLOWED.map((j) => [j, [body.joints[j][0]!.x, body.joints[j][0]!.y]])) as unknown as Places;
const changed = (places: Places, how: (at: readonly [number, number]) => readonly [number, number]): Places =>
  Object.fromEntries(FOLLOWED.map((j) => [j, how(places[j])])) as unknown as Places;
const moved = (places: Places, way: 1 | -1 | null = null): Places => placesOf(jointCentres(bodyOf(places), way));

describe('centres of joints', () => {
  test('the example of the docstring: an ankle comes down along its shin by 5.4 % of it', () => {
    const ankle = moved({ ...STANDING, frontKnee: [104, 210] }, 1).frontAnkle;
    expect(ankle[0]).toBeCloseTo(104, 9);
    expect(ankle[1]).toBeCloseTo(270 + 0.054 * 60, 9);
  });
  test('a shoulder comes down, hips come nearer to each other, a bent knee goes back into the leg', () => {
    const stood = moved(STANDING);
    expect(stood.throwingShoulder[1]).toBeGreaterThan(STANDING.throwingShoulder[1]);
    expect(stood.frontHip[0] - stood.backHip[0]).toBeLessThan(STANDING.frontHip[0] - STANDING.backHip[0]);
    // The knee ahead of hip and ankle: its cap lies further ahead than its middle.
    const bent = moved({ ...STANDING, frontKnee: [140, 210], frontHip: [100, 160], frontAnkle: [100, 260] });
    expect(bent.frontKnee[0]).toBeLessThan(140);
  });
  test('from a side head, nose and wrists stay; scores and scatter always do', () => {
    const after = moved(STANDING, 1);
    for (const joint of ['head', 'nose', 'throwingWrist', 'gloveWrist'] as const)
      expect(after[joint], joint).toEqual(STANDING[joint]);
    expect(jointCentres(bodyOf(STANDING), 1).joints.frontKnee[0]).toMatchObject({ score: 0.8, scatter: 1.5 });
  });
  test('from a side a knee lies further ahead than the model says, and the back hip further from the knee that covers it', () => {
    const leg = { backHip: [100, 150], backKnee: [100, 210], backAnkle: [100, 270] } as const;
    const from = moved({ ...STANDING, ...leg }, 1).backKnee;
    // Shares of thigh and shank of 60 pixels: along them, and turned from up to ahead.
    expect(from[1]).toBeCloseTo(210 - (0.018 * 60 - 0.053 * 60), 9);
    expect(from[0]).toBeCloseTo(100 + (0.034 - 0.025) * 60, 9);
    expect(moved({ ...STANDING, ...leg }).backKnee[0]).toBeCloseTo(100, 9);
    const lifted = { ...STANDING, frontKnee: [130, 140] } as const;
    expect(moved(lifted, 1).backHip[0] - moved({ ...lifted, frontKnee: [160, 140] }, 1).backHip[0]).toBeCloseTo(-0.012 * 30, 9);
    expect(moved(lifted).backHip).toEqual(moved({ ...lifted, frontKnee: [160, 140] }).backHip);
  });
  test('mirrored, the target on the other side: the centres go along', () => {
    const mirror = ([x, y]: readonly [number, number]) => [-x, y] as const;
    const [there, here] = [moved(changed(STANDING, mirror), -1), changed(moved(STANDING, 1), mirror)];
    for (const joint of FOLLOWED)
      for (const axis of [0, 1] as const) expect(there[joint][axis], `${joint} ${axis}`).toBeCloseTo(here[joint][axis], 9);
  });
  // Shares of ways between joints: larger, turned, mirrored or elsewhere it is the same body.
  test.each([
    ['twice as large', ([x, y]: readonly [number, number]) => [2 * x, 2 * y] as const, 2],
    ['elsewhere', ([x, y]: readonly [number, number]) => [x + 300, y - 40] as const, 1],
    ['mirrored', ([x, y]: readonly [number, number]) => [-x, y] as const, 1],
    ['lying', ([x, y]: readonly [number, number]) => [y, -x] as const, 1],
  ])('%s: the centres go along', (_, how, larger) => {
    const there = placesOf(jointCentres(bodyOf(changed(STANDING, how), 280 * larger), null));
    const here = changed(moved(STANDING), how);
    for (const joint of FOLLOWED)
      for (const axis of [0, 1] as const) expect(there[joint][axis], `${joint} ${axis}`).toBeCloseTo(here[joint][axis], 9);
  });

  describe('from front and rear', () => {
    const wide = (apart: number): Places => ({
      ...STANDING,
      throwingShoulder: [100 - apart / 2, 60],
      gloveShoulder: [100 + apart / 2, 60],
    });
    const apart = ({ throwingShoulder, gloveShoulder }: Places): number => gloveShoulder[0] - throwingShoulder[0];
    test('in profile the depth of the torso is not the breadth of shoulders; seen broad they stay as far apart', () => {
      // 18 % of 280 pixels and more is broad: what is left are shares of the upper arms.
      expect(apart(moved(wide(60))) / 60).toBeGreaterThan(0.9);
      expect(apart(moved(wide(10))) / 10).toBeLessThan(0.55);
    });
    test('in profile the hips are lower than the trousers are tied', () => {
      expect(moved(wide(4)).frontHip[1] - moved(wide(60)).frontHip[1]).toBeGreaterThan(0.04 * 90);
    });
    test('nose and wrists go along, and nothing turns: which way a leg bends is not seen', () => {
      expect(moved(STANDING).nose[0]).toBeLessThan(STANDING.nose[0]);
      expect(moved(STANDING).throwingWrist[1]).toBeLessThan(STANDING.throwingWrist[1]);
      const leg = { backHip: [100, 150], backKnee: [100, 210], backAnkle: [100, 270] } as const;
      expect(moved({ ...STANDING, ...leg }).backKnee[0]).toBeCloseTo(100, 9);
    });
    /** He stands for nineteen frames; in the twentieth his hips are lower by a share of body height, and the knee is found at a share of the leg. */
    const lowered = (by: number, knee = 0.5) => {
      const y = 150 + 280 * by;
      const hips = { backHip: [92, y], frontHip: [104, y] } as const;
      const bent = bodyOf({ ...STANDING, ...hips, backKnee: [92, y + knee * (270 - y)] });
      const stood = bodyOf({ ...STANDING, backHip: [92, 150] });
      const joints = FOLLOWED.map((j) => [j, [...Array.from({ length: 19 }, () => stood.joints[j][0]!), bent.joints[j][0]!]]);
      const body = { bodyPixels: 280, joints: Object.fromEntries(joints) as FollowedBody['joints'] };
      return { bent, body, leg: 270 - y };
    };
    /** How much further down a knee comes than it would by its shares alone, as a share of the leg. */
    const further = (joint: 'backKnee' | 'frontKnee', by: number, found?: number): number => {
      const { bent, body, leg } = lowered(by, found);
      return (jointCentres(body, null).joints[joint].at(-1)!.y - jointCentres(bent, null).joints[joint][0]!.y) / leg;
    };
    test('the back knee of a leg that is seen shorter lies further down than half way, for the thigh stands', () => {
      expect(further('backKnee', 0.05)).toBeCloseTo(0, 9);
      // Two and a half times what the leg is shorter by over 5 % of body height, four fifths of it believed.
      expect(further('backKnee', 0.08)).toBeCloseTo(0.8 * 2.5 * 0.03, 9);
      // No further than 63 % of the leg, however short it is.
      for (const by of [0.11, 0.2]) expect(further('backKnee', by)).toBeCloseTo(0.8 * 0.13, 9);
    });
    test('one that is found as far down stays, one found less far comes as much less, and the front one is left alone', () => {
      expect(further('backKnee', 0.11, 0.65)).toBeCloseTo(0, 9);
      expect(further('backKnee', 0.11, 0.6)).toBeCloseTo(0.8 * 0.03, 9);
      expect(further('frontKnee', 0.11)).toBeCloseTo(0, 9);
    });
    test('from a side nothing of it is done', () => {
      const { bent, body } = lowered(0.11);
      expect(jointCentres(body, 1).joints.backKnee.at(-1)).toEqual(jointCentres(bent, 1).joints.backKnee[0]);
    });
  });
});
