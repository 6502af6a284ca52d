import { describe, expect, test } from 'vitest';
import type { ClipEvidence } from '../keyframes/found/evidence.ts';
import { FOLLOWED, type FollowedBody } from '../pose/index.ts';
import { clipProposal, inOrder } from './clip-proposal.ts';
import { isUnsureJoint, jointError } from './joint-error.ts';

const FRAMES = 60;
/** A body that stands still, seen as well as said. */
function standing(score: number): {
  body: FollowedBody;
  camera: { x: number; y: number; gain: number }[];
  evidence: ClipEvidence;
} {
  const place = { x: 100.04, y: 50, score, scatter: 0 };
  const body = {
    bodyPixels: 300,
    joints: Object.fromEntries(FOLLOWED.map((joint) => [joint, Array.from({ length: FRAMES }, () => place)])),
  } as unknown as FollowedBody;
  const times = Array.from({ length: FRAMES }, (_, i) => i / 120);
  return {
    body,
    camera: times.map((_, i) => ({ x: i, y: -i, gain: 1 })),
    evidence: {
      times,
      body,
      towardsTarget: 1,
      motion: times.map(() => 0),
      shoe: times.map(() => null),
      toe: times.map(() => null),
      blobs: times.map(() => []),
    },
  };
}

describe('clipProposal', () => {
  test('joints lie where the moved camera saw them, each with its error', () => {
    const proposal = clipProposal(standing(0.9))!;
    const knee = proposal.joints.find((j) => j.joint === 'frontKnee')!;
    expect([knee.x[0], knee.y[0], knee.x[20], knee.y[20]]).toEqual([100, 50, 120, 30]);
    // 1.1 % of 300 pixels.
    expect(knee.sd[0]).toBe(3.3);
    expect(proposal.joints.map((j) => j.x.length)).toEqual(FOLLOWED.map(() => FRAMES));
  });
  test('a body of which hardly anything was seen is not followed', () => {
    expect(clipProposal(standing(0.3))).toBeNull();
  });
});

describe('inOrder', () => {
  const found = (frame: number, sure: number) => ({ frame, from: frame - 1.5, to: frame + 1.5, sure });
  test('whole frames inside the clip, in the order of time', () => {
    expect(inOrder({ finish: found(58.6, 0.9), contact: found(30.4, 0.91) }, 59)).toEqual([
      // The first frame in which the foot bears weight.
      { event: 'contact', frame: 31, from: 28, to: 32, sure: 0.91 },
      { event: 'finish', frame: 59, from: 57, to: 59, sure: 0.9 },
    ]);
  });
  test('of two that contradict each other the less sure one is left out', () => {
    const marks = inOrder({ contact: found(40, 0.9), release: found(30, 0.6), finish: found(50, 0.5) }, 59);
    expect(marks.map((m) => m.event)).toEqual(['contact', 'finish']);
  });
  test('orders that are findings stay', () => {
    expect(inOrder({ driveStart: found(40, 0.9), footOpens: found(30, 0.6) }, 59)).toHaveLength(2);
  });
});

describe('jointError', () => {
  const seen = { x: 0, y: 0, score: 0.9, scatter: 0 };
  const [LONG_BEFORE, LANDS, THROWS] = [-1, -0.15, 0.02];
  test('grows with what lies beside the smoothed way, and with what is hardly seen; the example of its docstring', () => {
    const head = (place: object) => jointError('head', { ...seen, ...place }, 300, false, LONG_BEFORE);
    expect(head({})).toBeCloseTo(1.95);
    // 1.95 and 1.5 times 4 together.
    expect(head({ scatter: 4 })).toBeCloseTo(Math.hypot(1.95, 6));
    expect(isUnsureJoint(head({}), 300)).toBe(false);
    expect(isUnsureJoint(head({ score: 0.2 }), 300)).toBe(true);
    expect(isUnsureJoint(head({ scatter: 12 }), 300)).toBe(true);
  });
  test('from the side elbows and wrists are three times as far off while he throws, his throwing shoulder more than twice, and a head is not', () => {
    const elbow = (afterThrow: number) => jointError('throwingElbow', seen, 300, false, afterThrow);
    expect(elbow(THROWS)).toBeCloseTo(3 * elbow(LONG_BEFORE));
    expect(elbow(LANDS)).toBeCloseTo(elbow(LONG_BEFORE));
    expect(jointError('head', seen, 300, false, THROWS)).toBeCloseTo(1.95);
    const shoulder = (side: 'throwing' | 'glove', afterThrow: number) =>
      jointError(`${side}Shoulder`, seen, 300, false, afterThrow);
    expect(shoulder('throwing', THROWS)).toBeCloseTo(2.4 * shoulder('throwing', LONG_BEFORE));
    expect(shoulder('throwing', LANDS)).toBeCloseTo(shoulder('throwing', LONG_BEFORE));
    expect(shoulder('glove', THROWS)).toBeCloseTo(shoulder('glove', LONG_BEFORE));
  });
  test('from front and rear what stands behind the body is further off, and both arms while he lands: nobody confirms those unseen', () => {
    const inLine = (joint: 'backKnee' | 'frontKnee' | 'throwingElbow' | 'gloveWrist', afterThrow: number) =>
      jointError(joint, seen, 300, true, afterThrow);
    expect(inLine('backKnee', LONG_BEFORE)).toBeGreaterThan(2 * jointError('backKnee', seen, 300, false, LONG_BEFORE));
    for (const arm of ['throwingElbow', 'gloveWrist'] as const) {
      expect(isUnsureJoint(inLine(arm, LANDS), 300)).toBe(true);
      expect(isUnsureJoint(inLine(arm, THROWS), 300)).toBe(false);
    }
    expect(isUnsureJoint(inLine('frontKnee', LANDS), 300)).toBe(false);
  });
  test('a film from the front is told so', () => {
    const followed = standing(0.9);
    const knee = (towardsTarget: 1 | null) =>
      clipProposal({ ...followed, evidence: { ...followed.evidence, towardsTarget } })!.joints.find(
        (j) => j.joint === 'backKnee',
      )!;
    expect([knee(1).sd[0], knee(null).sd[0]]).toEqual([2.7, 6.3]);
  });
});
