import { describe, expect, test } from 'vitest';
import { armsInLine } from './arms-in-line.ts';
import { BODY_POINTS, FOLLOWED, pointsOfJoint, type FollowedJoint } from './body-points.ts';
import type { Finding } from './finding.ts';
import { knownSides } from './known-side.ts';

const H = 200;
const TIMES = Array.from({ length: 220 }, (_, i) => i / 120);
/** The chest opens from 1.2 to 1.24 s, and the hand goes round. */
const opened = (t: number): number => Math.min(1, Math.max(0, (t - 1.2) / 0.04));
const parted = (t: number): number => Math.min(1, Math.max(0, (t - 0.6) / 0.1));
const thrown = (t: number): number => Math.min(1, Math.max(0, (t - 1.25) / 0.08));
/** A right-hander from the front, a body of 200 pixels: his chest looks to the left of the picture until it opens. */
const WAY: Partial<Record<FollowedJoint, (t: number) => number>> = {
  throwingShoulder: (t) => 100 - 22 * opened(t),
  gloveShoulder: (t) => 96 + 26 * opened(t),
  throwingElbow: (t) => 96 + 20 * parted(t) * (1 - opened(t)) - 36 * opened(t),
  gloveElbow: (t) => 94 - 20 * parted(t) * (1 - opened(t)) + 40 * opened(t),
  throwingWrist: (t) => 90 + 26 * parted(t) * (1 - opened(t)) - 60 * opened(t) + 90 * thrown(t),
  gloveWrist: (t) => 90 - 40 * parted(t) * (1 - opened(t)) + 50 * opened(t),
};
const indexOf = (joint: FollowedJoint): number => pointsOfJoint(joint, 'R')[0]!;
/** `mirror` is a left-hander, or the same one from the rear. */
function film(swapped: (t: number) => boolean = () => false, mirror = false): Finding[] {
  return TIMES.map((seconds, frame) => {
    const body = BODY_POINTS.map(() => ({ x: 100, y: 100, score: 0.8 }));
    for (const joint of FOLLOWED) {
      const from = swapped(seconds)
        ? (joint.replace(/^(throwing|glove)/, (s) => (s === 'glove' ? 'throwing' : 'glove')) as FollowedJoint)
        : joint;
      const x = WAY[from]?.(seconds) ?? 100;
      body[indexOf(joint)] = { x: mirror ? 200 - x : x, y: 100, score: 0.8 };
    }
    return { frame, seconds, square: { x: 100, y: 100, side: 300 }, body, peaks: body.map((p) => [p]) };
  });
}

describe('arms in line with the target', () => {
  test.each([
    ['a right-hander from the front', false, 1],
    ['a left-hander, or from the rear', true, -1],
  ])('%s: the throwing arm is behind the back until the chest opens', (_, mirror, sign) => {
    const at = armsInLine(film(undefined, mirror), indexOf, H);
    expect(at(1)).toEqual({ arms: sign, shoulders: 0 });
    expect(at(1.4)).toEqual({ arms: 0, shoulders: -sign });
  });
  test('nothing is told before the arms are apart, while the chest opens, nor long after it', () => {
    const at = armsInLine(film(), indexOf, H);
    for (const t of [0.5, 1.19, 1.22, 1.8]) expect(at(t), String(t)).toEqual({ arms: 0, shoulders: 0 });
  });
  test('a chest that does not open tells nothing', () => {
    const closed = film().map((f) => ({ ...f, body: f.body.map((p) => ({ ...p, x: 100 + (p.x - 100) / 4 })) }));
    const at = armsInLine(closed, indexOf, H);
    for (const t of TIMES) expect(at(t)).toMatchObject({ arms: 0, shoulders: 0 });
  });
  test('no look, nothing told', () => expect(armsInLine([], indexOf, H)(1)).toMatchObject({ arms: 0, shoulders: 0 }));
  test('arms that the model confuses from the first frame until the chest opens are put right, and stay so after it', () => {
    const known = { hand: 'R', towardsTarget: null } as const;
    const right = film().map((f) => f.body[indexOf('throwingElbow')]!.x);
    const of = (swapped: (t: number) => boolean) =>
      knownSides(film(swapped), known, H).map((f) => f.body[indexOf('throwingElbow')]!.x);
    const from = TIMES.findIndex((t) => t > 0.8);
    expect(of((t) => t < 1.2).slice(from)).toEqual(right.slice(from));
    expect(of((t) => t > 1 && t < 1.2)).toEqual(right);
    expect(of(() => false)).toEqual(right);
  });
  test.each(['Elbow', 'Wrist'] as const)('%ss alone tell it, where the others are in one place', (telling) => {
    const known = { hand: 'R', towardsTarget: null } as const;
    const [throwing, glove] = (['throwing', 'glove'] as const).map((side) => indexOf(`${side}${telling}`)) as [number, number];
    const arms = (['Elbow', 'Wrist'] as const).flatMap((j) => (['throwing', 'glove'] as const).map((s) => indexOf(`${s}${j}`)));
    const alone = film((t) => t < 1.2).map((f) => ({
      ...f,
      body: f.body.map((p, i) => (f.seconds < 1.2 && arms.includes(i) && i !== throwing && i !== glove ? { ...p, x: 95 } : p)),
    }));
    for (const { seconds, body } of knownSides(alone, known, H))
      if (seconds > 0.8 && seconds < 1.15) expect(body[throwing]!.x, String(seconds)).toBeGreaterThan(body[glove]!.x);
  });
  test('after the throw the shoulders tell that the arms are as the model says, also where they go on as well the other way round', () => {
    const known = { hand: 'R', towardsTarget: null } as const;
    // Looked at thirty times a second, until soon after the throw: few frames that speak for themselves.
    const short = film((t) => t < 1.22).filter((f) => f.frame % 4 === 0 && f.seconds < 1.45);
    for (const { seconds, body } of knownSides(short, known, H))
      if (seconds > 1.25) expect(body[indexOf('throwingShoulder')]!.x, String(seconds)).toBeLessThan(85);
  });
});
