import { describe, expect, test } from 'vitest';
import { FOLLOWED, type FollowedBody, type FollowedJoint, type Grey } from '../../pose/index.ts';
import { driveStart } from './drive-start.ts';
import type { ClipEvidence } from './evidence.ts';
import { FLOW_BEFORE_TOP, flowAtJoints, waysOf, type JointFlow } from './flow-at-joints.ts';
import { handsApart } from './hands-apart.ts';
import { liftTop } from './lift-top.ts';
import { beginOf, middleOf, turnBackOf, wayUpTo } from './series.ts';
import { setStill } from './set-still.ts';

const [RATE, HALF, H] = [120, 2, 200];
const TRUE = { set: 60.3, top: 125.4, hands: 138.3, drive: 166.7, contact: 200, fastest: 214 };
const times = Array.from({ length: 300 }, (_, i) => i / RATE);
type Place = { readonly x: number; readonly y: number };
const from = (i: number, begin: number): number => Math.max(0, i - begin) / RATE;

/** Where joints truly are in a frame: the foot goes from the set on and the knee comes up, quicker than it goes down; the back knee bends slowly and straightens quickly. */
const PLACES: Partial<Record<FollowedJoint, (i: number) => Place>> = {
  frontAnkle: (i) => ({ x: 115 - 160 * Math.min(0.3, from(i, TRUE.set)) ** 2, y: 195 + 0.4 * kneeAt(i) }),
  frontKnee: (i) => ({ x: 115, y: 150 + kneeAt(i) }),
  backHip: () => ({ x: 100, y: 100 }),
  backAnkle: () => ({ x: 100, y: 196 }),
  backKnee: (i) => {
    const bend = i < TRUE.drive ? 16 - 120 * from(TRUE.drive, i) ** 2 : 16 - 420 * from(i, TRUE.drive) ** 2;
    return { x: 100 + Math.max(2, bend), y: 148 };
  },
};
/** Hands that part, and elbows that go half as far. */
for (const [joint, x, y, share] of [
  ['throwingWrist', 105, 90, -1],
  ['gloveWrist', 105, 90, 0.6],
  ['throwingElbow', 88, 80, -0.5],
  ['gloveElbow', 124, 80, 0.3],
] as const)
  PLACES[joint] = (i) => ({ x: x + 2.9 * share * wayUpTo(i - TRUE.hands, 8.4), y });
/** Pixels that the front knee is higher than it stood, negative in the picture. */
function kneeAt(i: number): number {
  const up = Math.max(0, 1 - (from(TRUE.top, i) / 0.36) ** 2);
  const down = Math.max(0, 1 - (from(i, TRUE.top) / 0.5) ** 2);
  return i < TRUE.set ? 0 : -110 * (i < TRUE.top ? up : down);
}
const placeOf = (joint: FollowedJoint, i: number): Place => PLACES[joint]?.(i) ?? { x: 105, y: 40 };

/** Evidence in which the picture goes as the body does, and the joints were found `off` frames late. */
function evidence(options: { off?: number; way?: 1 | -1 | null; flow?: boolean; motion?: readonly number[] } = {}): ClipEvidence {
  const { off = 0, way = 1, flow = true } = options;
  const joints = Object.fromEntries(
    FOLLOWED.map((joint) => [joint, times.map((_, i) => ({ ...placeOf(joint, i - off), score: 0.8, scatter: 0.5 }))]),
  ) as unknown as FollowedBody['joints'];
  const gone = Object.fromEntries(
    FOLLOWED.map((joint) => [
      joint,
      times.map((_, i) => {
        const [a, b] = [placeOf(joint, i - HALF), placeOf(joint, i + HALF)];
        return { x: b.x - a.x, y: b.y - a.y };
      }),
    ]),
  ) as unknown as JointFlow['gone'];
  return {
    times,
    body: { bodyPixels: H, joints },
    towardsTarget: way,
    motion: options.motion ?? times.map((_, i) => 0.3 + 40 * Math.min(0.1, from(i, TRUE.set + 1.5))),
    shoe: times.map(() => null),
    toe: times.map(() => null),
    blobs: times.map(() => []),
    ...(flow ? { flow: { half: HALF, gone } } : {}),
  };
}
const late = (found: { readonly frame: number } | null, frame: number): number => (found ? found.frame - frame : Number.NaN);

describe('moments of what the picture shows', () => {
  test('where something turns back; the example of its docstring', () => {
    const span = { first: 1, last: 5, low: 0, high: 6, before: 3, after: 3 };
    expect(turnBackOf([-3, -2, -1, 0, 1, 2, 3], 1, span, 120)?.best).toBe(3);
    // Up by (t / 10)² until 17.25 and down three times as fast, seen over four frames each: a level line through nothing would cross earlier.
    const place = (i: number): number => (i < 17.25 ? 1 : 3) * ((i - 17.25) / 10) ** 2;
    const gone = Array.from({ length: 40 }, (_, i) => place(i + 2) - place(i - 2));
    const wide = { first: 8, last: 28, low: 0, high: 39, before: 10, after: 10 };
    expect(turnBackOf(gone, 2, wide, 120)?.best).toBe(17.25);
    expect(Math.abs(17.25 - (gone.findIndex((v) => v > 0) - 0.5))).toBeGreaterThan(0.5);
    // What is not known is left out, and what only goes on turns nowhere; too few tell nothing.
    expect(
      turnBackOf(
        gone.map((v, i) => (i % 3 === 0 ? null : v)),
        2,
        wide,
        120,
      )?.best,
    ).toBe(17.25);
    expect(
      turnBackOf(
        gone.map(() => -1),
        2,
        wide,
        120,
      ),
    ).toBeNull();
    expect(
      turnBackOf(
        gone.map((v, i) => (i < 15 || i > 18 ? null : v)),
        2,
        wide,
        120,
      ),
    ).toBeNull();
  });
  test('where several things begin to go: each counts by how still it stood; the example of its docstring', () => {
    const example = { first: 4, last: 10, low: 0, high: 12 };
    expect(beginOf([[0, 0, 0, 0, 0, 0, 0, 0, 1, 4, 8, 12, 16]], 1, example, 120)?.frame).toBeCloseTo(8, 6);
    const goes = (begin: number, by: number) => (i: number) =>
      by * (Math.max(0, i + 2 - begin) ** 2 - Math.max(0, i - 2 - begin) ** 2);
    const series = (of: (i: number) => number): number[] => Array.from({ length: 60 }, (_, i) => of(i));
    const sways = (i: number): number => 3 * Math.sin(i / 2.3);
    const foot = goes(31.5, 0.02);
    const hip = goes(31.5, 0.05);
    const span = { first: 20, last: 44, low: 0, high: 52 };
    const one = beginOf([series(foot)], 2, span, 120)!;
    expect(one.frame).toBeCloseTo(31.5, 1);
    // A hip that sways alone tells little; beside a foot that stands it does no harm.
    const both = beginOf([series(foot), series((i) => hip(i) + sways(i))], 2, span, 120)!;
    expect(both.frame).toBeCloseTo(31.5, 0);
    const alone = beginOf([series((i) => hip(i) + sways(i))], 2, span, 120)!;
    expect(alone.to - alone.from).toBeGreaterThan(both.to - both.from);
    // Nobody looked, or not for long enough.
    expect(beginOf([series(foot).map(() => null)], 2, span, 120)).toBeNull();
    expect(beginOf([series(foot).map((v, i) => (i % 8 === 0 ? v : null))], 2, span, 120)).toBeNull();
    expect(beginOf([], 2, span, 120)).toBeNull();
  });
  test('where hands begin to part that have gone ever faster together: from rest to one speed', () => {
    expect(wayUpTo(6, 4)).toBe(4);
    expect([wayUpTo(-1, 4), wayUpTo(0, 4), wayUpTo(2, 4), wayUpTo(4, 4)]).toEqual([0, 0, 0.5, 2]);
    const span = { first: 20, last: 44, low: 12, high: 44 };
    const parts = Array.from({ length: 60 }, (_, i) => 0.4 + 0.2 * i + 3 * (wayUpTo(i + 2 - 31.5, 8) - wayUpTo(i - 2 - 31.5, 8)));
    expect(beginOf([parts], 2, span, 120, { upToSpeed: [6, 8, 10] })!.frame).toBeCloseTo(31.5, 1);
    // As something that stood and goes ever faster from then on it would have begun with the drift.
    expect(Math.abs(beginOf([parts], 2, span, 120)!.frame - 31.5)).toBeGreaterThan(1);
  });
  test('what several tell: their mean; the example of its docstring', () => {
    const [one, other] = [
      { frame: 10, from: 8, to: 12 },
      { frame: 12, from: 8, to: 16 },
    ];
    expect(middleOf([one, other])).toEqual({ frame: 11, from: 8, to: 14 });
    expect(middleOf([other])).toEqual(other);
  });
});

describe('key frames from how far the picture at joints goes', () => {
  test('top of the lift and start of the drive by joints that were found late, and by a picture that turns in time', () => {
    const [by, without] = [evidence({ off: 4 }), evidence({ off: 4, flow: false })];
    // Joints that lie four frames behind, and a picture that does not: in the middle.
    expect(late(liftTop(without, TRUE.fastest), TRUE.top)).toBeGreaterThan(2.5);
    expect(late(liftTop(by, TRUE.fastest), TRUE.top)).toBeCloseTo(late(liftTop(without, TRUE.fastest), TRUE.top) / 2, 0);
    expect(late(driveStart(by, TRUE.top, TRUE.contact), TRUE.drive)).toBeCloseTo(0, 0);
    expect(late(driveStart(without, TRUE.top, TRUE.contact), TRUE.drive)).toBeGreaterThan(2.5);
    expect(driveStart(by, TRUE.top, TRUE.contact)!.sure).toBeGreaterThan(driveStart(without, TRUE.top, TRUE.contact)!.sure);
  });
  test('the top of the lift is sure where joints and picture tell it within a thirtieth of a second', () => {
    const [near, apart] = [evidence({ off: 2 }), evidence({ off: 4 })];
    expect(liftTop(near, TRUE.fastest)!.sure).toBeGreaterThan(0.7);
    expect(liftTop({ ...near, flow: undefined }, TRUE.fastest)!.sure).toBeLessThan(0.7);
    expect(liftTop(apart, TRUE.fastest)!.sure).toBeLessThan(0.7);
    // Nor is anybody where the knee is hidden then.
    const { joints } = near.body;
    const frontKnee = joints.frontKnee.map((p, i) => (i === Math.round(TRUE.top) + 8 ? { ...p, score: 0.3 } : p));
    const hidden = { ...near, body: { ...near.body, joints: { ...joints, frontKnee } } };
    expect(liftTop(hidden, TRUE.fastest)!.sure).toBeLessThan(0.7);
  });
  test('further apart than a twenty-fifth the picture is believed alone, where it shows clearly that it turns', () => {
    const apart = evidence({ off: 8 });
    expect(late(liftTop({ ...apart, flow: undefined }, TRUE.fastest), TRUE.top)).toBeGreaterThan(6);
    const found = liftTop(apart, TRUE.fastest)!;
    expect(late(found, TRUE.top)).toBeCloseTo(0, 0);
    expect(found.sure).toBeLessThan(0.7);
    // A picture that trembles does not: the middle again.
    const { flow } = apart;
    const knee = flow!.gone.frontKnee.map((way, i) => way && { ...way, y: way.y + 1.5 * Math.sin(2.4 * i) });
    const trembles = { ...apart, flow: { ...flow!, gone: { ...flow!.gone, frontKnee: knee } } };
    expect(late(liftTop(trembles, TRUE.fastest), TRUE.top)).toBeGreaterThan(2);
  });
  test('hands that part, by joints that were found late and by a picture that parts in time: nearer to the picture, and sure where both agree', () => {
    const [near, apart] = [evidence({ off: 2 }), evidence({ off: 5 })];
    const of = (by: ClipEvidence) => handsApart(by, Math.round(TRUE.top), TRUE.fastest)!;
    const without = of({ ...apart, flow: undefined });
    expect(late(without, TRUE.hands)).toBeGreaterThan(4);
    expect(late(of(apart), TRUE.hands)).toBeCloseTo(late(without, TRUE.hands) / 3, 0);
    expect(late(of(near), TRUE.hands)).toBeCloseTo(1, 0);
    expect([of(near).sure > 0.7, of(apart).sure > 0.7, without.sure > 0.7]).toEqual([true, false, false]);
    // The hands alone do as well, and where nobody looked at them nothing is added.
    const only = (...joints: FollowedJoint[]): ClipEvidence => ({
      ...near,
      flow: {
        ...near.flow!,
        gone: Object.fromEntries(
          Object.entries(near.flow!.gone).map(([joint, ways]) => [
            joint,
            joints.includes(joint as FollowedJoint) ? ways : ways.map(() => null),
          ]),
        ) as unknown as JointFlow['gone'],
      },
    });
    for (const two of [
      ['throwingWrist', 'gloveWrist'],
      ['throwingElbow', 'gloveElbow'],
    ] as const)
      expect(late(of(only(...two)), TRUE.hands)).toBeCloseTo(1, 0);
    expect(of(only('throwingWrist', 'gloveElbow'))).toEqual(of({ ...near, flow: undefined }));
  });
  test('a knee that rests at its top is not sure, wherever the picture turns', () => {
    const by = evidence();
    const rests = by.body.joints.frontKnee.map((p, i) => (Math.abs(i - TRUE.top) < 10 ? { ...p, y: 40 } : p));
    const ankle = by.body.joints.frontAnkle.map((p, i) => (Math.abs(i - TRUE.top) < 10 ? { ...p, y: 151 } : p));
    const body = { ...by.body, joints: { ...by.body.joints, frontKnee: rests, frontAnkle: ankle } };
    const found = liftTop({ ...by, body }, TRUE.fastest)!;
    expect(found.sure).toBeLessThan(0.7);
    expect(found.to - found.from).toBeGreaterThan(14);
  });
  test('a drive that the picture shows elsewhere than the joints do is another turn: that of the joints stays', () => {
    const by = evidence();
    const apart = { ...by, body: evidence({ off: 13 }).body };
    expect(driveStart(apart, TRUE.top, TRUE.contact)!.frame).toBe(
      driveStart({ ...apart, flow: undefined }, TRUE.top, TRUE.contact)!.frame,
    );
  });
  test('the set is where foot and knee begin to go, sure where the motion begins there too', () => {
    const by = setStill(evidence(), TRUE.top)!;
    expect(late(by, TRUE.set)).toBeCloseTo(0, 0);
    expect(by.sure).toBeGreaterThan(0.7);
    // Somebody goes by a tenth of a second before: what moves says so, the pictures at his joints do not.
    const passes = times.map((_, i) => 0.3 + 40 * Math.min(0.1, from(i, TRUE.set - 9)));
    const beside = setStill(evidence({ motion: passes }), TRUE.top)!;
    expect(late(beside, TRUE.set)).toBeCloseTo(0, 0);
    expect(beside.sure).toBeLessThan(0.7);
    // From the front the picture of a foot that comes towards the camera is not asked.
    expect(setStill(evidence({ way: null }), TRUE.top)).toEqual(setStill(evidence({ flow: false }), TRUE.top));
  });
});

describe('asking the picture', () => {
  const still = { x: 0, y: 0, gain: 1 };
  const cloth = (shift: number): Grey => ({
    width: 120,
    height: 220,
    values: Float32Array.from(
      { length: 120 * 220 },
      (_, i) => 60 + 30 * Math.sin(((i % 120) - shift) / 3) + 20 * Math.cos(Math.floor(i / 120) / 4),
    ),
  });
  const dark: Grey = { width: 120, height: 220, values: new Float32Array(120 * 220) };
  const asked = (rate: number, towardsTarget: 1 | -1 | null = 1, hand: 'R' | 'L' = 'R'): JointFlow => {
    const clip = Array.from({ length: Math.round(2.4 * rate) }, (_, i) => i / rate);
    const joints = Object.fromEntries(
      FOLLOWED.map((joint) => [joint, clip.map(() => ({ x: 60, y: 100, score: 0.8, scatter: 0.5 }))]),
    ) as unknown as FollowedBody['joints'];
    const { see, flow } = flowAtJoints({ bodyPixels: H, joints }, clip, dark, 1, Math.round(1.5 * rate), { hand, towardsTarget });
    // A pixel in each hundredth of a second.
    const near = (t: number): boolean => [1.5, 1.5 - FLOW_BEFORE_TOP].some((moment) => Math.abs(t - moment) < 0.15);
    for (const [i, t] of clip.entries()) if (near(t)) see?.(i, cloth((100 * t) % 18.8495559), still);
    return flow;
  };
  test('over the thirtieth of a second about each frame, at every rate; each joint in its own time', () => {
    for (const [rate, half] of [
      [120, 2],
      [240, 4],
      [60, 1],
    ] as const) {
      const flow = asked(rate);
      expect(flow.half).toBe(half);
      const top = Math.round(1.5 * rate);
      expect(flow.gone.frontKnee[top]!.x).toBeCloseTo(100 / 30, 0);
      expect(flow.gone.backKnee[top - 5]).toBeNull();
      expect(flow.gone.backKnee[top + 5]!.x).toBeCloseTo(100 / 30, 0);
      expect(flow.gone.frontAnkle[top + 5]).toBeNull();
      const before = Math.round((1.5 - FLOW_BEFORE_TOP) * rate);
      expect(flow.gone.frontAnkle[before - 2]).toBeNull();
      expect(flow.gone.frontAnkle[before + 2]!.x).toBeCloseTo(100 / 30, 0);
      expect(waysOf(flow, 'frontAnkle', 'y')[before + 2]).toBeCloseTo(0, 1);
      expect(waysOf(flow, 'frontAnkle', 'y')[before - 2]).toBeNull();
    }
  });
  test('from the front the lifted knee alone; from the closed side, where the body hides the legs, nothing', () => {
    const tells = ({ gone }: JointFlow): string[] =>
      Object.entries(gone).flatMap(([joint, ways]) => (ways.some((way) => way !== null) ? [joint] : []));
    expect(tells(asked(60, null))).toEqual(['frontKnee']);
    expect(tells(asked(60, -1))).toEqual([]);
    // Nobody need make a picture for it.
    const nobody = { bodyPixels: H, joints: {} as FollowedBody['joints'] };
    expect(flowAtJoints(nobody, times, dark, 1, 0, { hand: 'R', towardsTarget: -1 }).see).toBeNull();
    expect(flowAtJoints(nobody, times, dark, 1, 0, { hand: 'R', towardsTarget: null }).see).not.toBeNull();
    expect(tells(asked(60, 1, 'L'))).toEqual([]);
    expect(tells(asked(60, -1, 'L'))).toHaveLength(11);
  });
});
