import { describe, expect, test } from 'vitest';
import { FOLLOWED, patchOf, type FollowedJoint } from '../../pose/index.ts';
import { ALWAYS_ASKED, EVENT_IDS } from '../events.ts';
import { backFootOff } from './back-foot-off.ts';
import { ballRelease } from './ball-release.ts';
import { bodyBack } from './body-back.ts';
import { driveStart } from './drive-start.ts';
import type { ClipEvidence } from './evidence.ts';
import { throwFrame } from './throw-frame.ts';
import { findKeyFrames } from './find-key-frames.ts';
import { firstMove } from './first-move.ts';
import { firstTouch } from './first-touch.ts';
import { footOpens } from './foot-opens.ts';
import type { FoundEvent } from './evidence.ts';
import { frontFootContact } from './front-foot-contact.ts';
import { handsApart } from './hands-apart.ts';
import { kneeDown } from './knee-down.ts';
import { layback } from './layback.ts';
import { liftTop } from './lift-top.ts';
import { motionAtBody, motionMap, type MotionMap } from './body-motion.ts';
import { blobsOf, differencesFrom, emptyField, shoeReach } from './picture-signs.ts';
import { cornerOf, fitOf, highestNear, likelyMoment, quantileOf, rateOf, smoothed, turnOf, withoutJumps } from './series.ts';
import { finishStill } from './finish-still.ts';
import { setStill } from './set-still.ts';
import { shouldersTurn } from './shoulders-turn.ts';
import { slowDown } from './slow-down.ts';

/** True seconds of a made-up delivery; joints move as simple functions of time between them. A body is 200 pixels high, the target lies to the right. */
const TRUE = {
  set: 0.4,
  liftTop: 0.95,
  handsApart: 1.1,
  driveStart: 1.33,
  contact: 1.6,
  layback: 1.7,
  release: 1.745,
  finish: 2.25,
  bodyBack: 0.85,
  footOpens: 1.53,
  shouldersTurn: 1.62,
  backFootOff: 1.77,
};
const H = 200;
const clamp = (v: number): number => Math.max(0, Math.min(1, v));
/** The way in so many seconds of what starts from rest and has come up to its speed after eight hundredths. */
const fromRest = (t: number): number => (t <= 0 ? 0 : t < 0.08 ? (t * t) / 0.16 : t - 0.04);
const bump = (t: number, at: number, wide: number): number => Math.max(0, 1 - ((t - at) / wide) ** 2);

function evidenceAt(rate: number, options: { way?: 1 | -1 | null; ball?: boolean } = {}): ClipEvidence {
  const { way = 1, ball = true } = options;
  const times = Array.from({ length: Math.round(2.8 * rate) }, (_, i) => i / rate);
  const fixed = (x: number, y: number) => () => ({ x, y });
  /** The hand: quick around release, fastest a hundredth of a second before it. */
  const hand = (t: number): { x: number; y: number } => {
    const apart = Math.max(0, t - TRUE.handsApart);
    const back = 60 * clamp(fromRest(apart) / 0.3);
    const thrown = 130 * (Math.tanh((t - TRUE.release + 0.012) / 0.03) + 1) - 0.6 * Math.max(0, t - TRUE.release);
    return { x: 110 - back + thrown, y: 62 - 20 * clamp(fromRest(apart) / 0.3) };
  };
  const places: Record<FollowedJoint, (t: number) => { x: number; y: number }> = {
    ...(Object.fromEntries(FOLLOWED.map((j) => [j, fixed(100, 60)])) as Record<FollowedJoint, () => { x: number; y: number }>),
    // Ten pixels back, and over its place again where it is back.
    head: (t) => ({ x: 100 + (t < TRUE.set ? 0 : 200 * (t - TRUE.set) * (t - TRUE.bodyBack)), y: 20 }),
    // As far apart as they are wide, and closer with the square of their turn, which comes from rest.
    throwingShoulder: (t) => ({ x: 88 + 9000 * Math.max(0, t - TRUE.shouldersTurn) ** 3, y: 58 }),
    gloveShoulder: (t) => ({ x: 122 - 9000 * Math.max(0, t - TRUE.shouldersTurn) ** 3, y: 58 }),
    frontHip: fixed(108, 100),
    frontKnee: (t) => ({ x: 115, y: 150 - 55 * bump(t, TRUE.liftTop, 0.5) }),
    throwingWrist: hand,
    // The forearm turns back until layback and then over.
    throwingElbow: (t) => {
      const w = hand(t);
      const angle = (Math.PI / 180) * (110 + 60 * bump(t, TRUE.layback, 0.12));
      return { x: w.x - 30 * Math.cos(angle), y: w.y + 30 * Math.sin(angle) };
    },
    gloveWrist: (t) => ({ x: 112 + 80 * clamp(fromRest(t - TRUE.handsApart) / 0.35), y: 62 }),
    backHip: fixed(95, 100),
    backAnkle: (t) => ({ x: 92, y: 192 - 900 * Math.min(0.1, Math.max(0, t - TRUE.backFootOff)) ** 1.5 }),
    backKnee: (t) => ({ x: 94 + 22 * bump(t, TRUE.driveStart, 0.6), y: 146 }),
  };
  const joints = Object.fromEntries(
    FOLLOWED.map((j) => [j, times.map((t) => ({ ...places[j](t), score: 0.8, scatter: 0.5 }))]),
  ) as unknown as ClipEvidence['body']['joints'];
  const noise = (i: number): number => 0.05 * Math.sin(12.9 * i);
  return {
    times,
    body: { bodyPixels: H, joints },
    towardsTarget: way,
    motion: times.map(
      (t, i) => 0.3 + noise(i) + (t > TRUE.set && t < TRUE.finish ? Math.min(6, 30 * (t - TRUE.set), 40 * (TRUE.finish - t)) : 0),
    ),
    shoe: times.map((t) =>
      t < 1.2
        ? null
        : t < TRUE.contact - 0.03
          ? 26
          : t < TRUE.contact
            ? 6 + (20 * (TRUE.contact - t)) / 0.03
            : 6 - 4 * clamp((t - TRUE.contact) / 0.15),
    ),
    toe: times.map((t) => (t < 1.2 || way === null ? null : 0.06 + 0.06 * clamp((t - TRUE.footOpens) / 0.05))),
    blobs: times.map((t) => {
      const flown = t - TRUE.release;
      const hat = { x: 150, y: 40, width: 8, height: 8 };
      if (!ball || flown < 0 || flown > 0.15) return [hat];
      const at = hand(TRUE.release);
      return [hat, { x: at.x + 17 + 2600 * flown, y: at.y - 3 + 60 * flown, width: 12, height: 9 }];
    }),
  };
}
const off = (frame: number | undefined, seconds: number, rate: number): number =>
  Math.abs((frame ?? Number.NaN) - seconds * rate);

describe('series', () => {
  test('rate from frames that vary', () => expect(rateOf([0, 0.033, 0.066, 0.1, 0.133])).toBeCloseTo(30.3, 0));
  test('the top of a parabola between frames; the example of its docstring', () => {
    expect(highestNear([0, 3, 4, 3, 0], 0, 4, 1)).toBe(2);
    const values = Array.from({ length: 20 }, (_, i) => 5 - (i - 8.3) ** 2);
    expect(highestNear(values, 0, 19, 4)).toBeCloseTo(8.3, 9);
    expect(highestNear([1, 1, 1, 1], 0, 3, 1)).toBe(0);
    // From rest: 1 until frame 10, then 1 + 0.1 (i - 10)^1.5.
    const rest = Array.from({ length: 30 }, (_, i) => 1 + 0.1 * Math.max(0, i - 10) ** 1.5);
    expect(cornerOf(rest, 0, 29, 'level', 1.5).frame).toBe(10);
    expect(cornerOf(rest, 0, 29, 'level').frame).toBeGreaterThan(11);
  });
  test('where a series turns, though it comes up faster than it went down; the example of its docstring', () => {
    const example = { first: 1, last: 5, low: 0, high: 6, before: 3, after: 3 };
    expect(turnOf([9, 4, 1, 0, 4, 16, 36], example, 0.01, 120)?.best).toBe(3);
    // Down by (t / 10)², up by three times that, from 17.25 on: one parabola through them lies before it.
    const values = Array.from({ length: 40 }, (_, i) => (i < 17.25 ? 1 : 3) * ((i - 17.25) / 10) ** 2);
    const span = { first: 5, last: 30, low: 0, high: 39, before: 12, after: 12 };
    expect(turnOf(values, span, 1e-6, 120)?.best).toBe(17.25);
    expect(turnOf(values, span, 1e-6, 120)?.frame).toBeCloseTo(17.25, 1);
    expect(turnOf(values, span, 1e-6, 120)?.rises).toBeCloseTo(3 * 1.2 ** 2, 6);
    const negative = values.map((v) => -v);
    expect(Math.abs(highestNear(negative, 5, 30, 12) - 17.25)).toBeGreaterThan(1);
    // What only goes down turns nowhere.
    expect(turnOf(negative, span, 1e-6, 120)).toBeNull();
  });
  test('least squares by terms; the example of its docstring', () => {
    expect(fitOf([1, 3, 5], 0, 2, (i) => [1, i])?.factors.map((f) => Math.round(1e9 * f) / 1e9)).toEqual([1, 2]);
    // Anscombe's first set (Am Stat 1973;27:17-21): 3.00 + 0.500 x, residual sum of squares 13.75 on x = 10, 8, 13, 9, 11, 14, 6, 4, 12, 7, 5.
    const x = [10, 8, 13, 9, 11, 14, 6, 4, 12, 7, 5];
    const y = [8.04, 6.95, 7.58, 8.81, 8.33, 9.96, 7.24, 4.26, 10.84, 4.82, 5.68];
    const fit = fitOf(y, 0, 10, (i) => [1, x[i]!])!;
    expect(fit.factors[0]).toBeCloseTo(3.0, 2);
    expect(fit.factors[1]).toBeCloseTo(0.5, 3);
    expect(fit.misses).toBeCloseTo(13.76, 1);
    // A value that counts three times is as good as three of it: the mean of 1, 5, 5, 5 is 4.
    expect(
      fitOf(
        [1, 5],
        0,
        1,
        () => [1],
        (i) => (i === 1 ? 3 : 1),
      )?.factors[0],
    ).toBeCloseTo(4, 9);
    // Two terms that are one tell nothing.
    expect(fitOf([1, 2, 3], 0, 2, () => [1, 1])).toBeNull();
  });
  test('a moment is the mean of what was tried, each as likely as it fits; the example of its docstring', () => {
    const tried = [1, 2, 3].map((frame) => ({ frame, miss: frame === 2 ? 1 : 4 }));
    expect(likelyMoment(tried, 30, 1, 120).frame).toBeCloseTo(2, 9);
    // What fits no better than the rest leaves all of them, and its interval holds them.
    const even = likelyMoment(
      [0, 4, 8].map((frame) => ({ frame, miss: 1 })),
      30,
      1,
      120,
    );
    expect(even.frame).toBeCloseTo(4, 9);
    expect(even.from).toBeLessThan(0);
    // A normal curve: misses that grow with the square of the distance have the standard deviation that their bend tells (1 frame here, with one frame of film and 1.2 of the moment).
    const bell = Array.from({ length: 161 }, (_, i) => (i - 80) / 10).map((u) => ({ frame: 50 + u, miss: 1 + (u * u) / 10 }));
    const told = likelyMoment(bell, 30, 1, 120);
    expect(told.to - told.frame).toBeCloseTo(2 * Math.hypot(1, 1.2, 1), 2);
    // Two normal curves that know of each other nothing: the mean by the inverse of the squares of their deviations (BIPM JCGM 100, weighted mean).
    const both = likelyMoment(bell, 30, 1, 120, { expected: { frame: 53, spread: 2 } });
    expect(both.frame).toBeCloseTo((50 * 4 + 53 * 1) / 5, 1);
    expect(both.to - both.frame).toBeCloseTo(2 * Math.hypot(Math.sqrt(4 / 5), 1.2, 1), 1);
    // Errors of twice as long are half as many: the curve is wider by the root of two.
    const slow = likelyMoment(bell, 30, 1, 120, { oneError: 1 / 20 });
    expect(slow.to - slow.frame).toBeCloseTo(2 * Math.hypot(Math.SQRT2, 1.2, 1), 1);
  });
  test('the corner of two lines, level at first or not; the example of its docstring', () => {
    expect(cornerOf([1, 1, 1, 1, 2, 3, 4], 0, 6, 'level').frame).toBe(3);
    const bent = Array.from({ length: 40 }, (_, i) => 0.2 * i + 3 * Math.max(0, i - 22.5));
    const corner = cornerOf(bent, 0, 39, 'any slope');
    expect(corner.frame).toBe(22.5);
    expect(corner.slope).toBeCloseTo(3, 9);
  });
  test('a jump of one frame is gone, a step stays', () => {
    expect(withoutJumps([1, 1, 9, 1, 1, 5, 5, 5])).toEqual([1, 1, 1, 1, 1, 5, 5, 5]);
  });
  test('what is even stays even; a quarter of the values is below the quartile', () => {
    expect(smoothed([2, 2, 2, 2], 2)).toEqual([2, 2, 2, 2]);
    expect(smoothed([0, 0, 4, 0, 0], 1)).toEqual([0, expect.closeTo(1), expect.closeTo(2), expect.closeTo(1), 0]);
    expect(quantileOf([4, 1, 3, 2, 5, 6, 7, 8], 0.25)).toBe(3);
  });
});

describe('around which frame he throws', () => {
  const rate = 120;
  const evidence = evidenceAt(rate);
  test('from the side by the fastest hand', () => {
    expect(off(throwFrame(evidence), TRUE.release - 0.012, rate)).toBeLessThan(2);
    expect(throwFrame({ ...evidence, motion: evidence.motion.map(() => 0) })).toBe(throwFrame(evidence));
    // A hand that is found elsewhere for two frames goes faster than one that throws, and not as far.
    const { throwingWrist } = evidence.body.joints;
    const jumps = throwingWrist.map((p, i) => (Math.abs(i - 40.5) < 1 ? { ...p, x: p.x + 0.35 * evidence.body.bodyPixels } : p));
    const jumped = { ...evidence, body: { ...evidence.body, joints: { ...evidence.body.joints, throwingWrist: jumps } } };
    expect(throwFrame(jumped)).toBe(throwFrame(evidence));
  });
  test('a hand that is found at the other arm for a tenth of a second does not throw on its way there and back', () => {
    const evidence = evidenceAt(120);
    // Further than it goes in the throw, and as fast; its elbow stays.
    const from = Math.round(1.35 * 120);
    const throwingWrist = evidence.body.joints.throwingWrist.map((p, i) => ({
      ...p,
      x: p.x + 400 * clamp(1 - Math.abs(i - from) / 6),
    }));
    const elsewhere = { ...evidence, body: { ...evidence.body, joints: { ...evidence.body.joints, throwingWrist } } };
    expect(throwFrame(elsewhere)).toBe(throwFrame(evidence));
  });
  test('in line with the target by the last of the tops of motion, not by the highest, nor by a hand that falls', () => {
    const [lift, thrown] = [Math.round(0.9 * rate), Math.round(1.73 * rate)];
    const motion = evidence.times.map((_, i) => 5 * bump(i, lift, 12) + 4.6 * bump(i, thrown, 12) + 2 * bump(i, 300, 8));
    const front = { ...evidence, towardsTarget: null, motion };
    expect(throwFrame(front)).toBe(thrown);
    const still = { x: 10, y: 10, score: 0.8, scatter: 0.5 };
    const fallen = evidence.times.map((_, i) => ({ ...still, y: i < lift ? 10 : 190 }));
    expect(throwFrame({ ...front, body: { ...front.body, joints: { ...front.body.joints, throwingWrist: fallen } } })).toBe(
      thrown,
    );
    // Lower than that it is no throw.
    const low = evidence.times.map((_, i) => 5 * bump(i, lift, 12) + 3 * bump(i, thrown, 12));
    expect(throwFrame({ ...front, motion: low })).toBe(lift);
  });
});

describe('rules of key frames', () => {
  test.each([120, 240, 60])('at %i frames a second each is found where it is', (rate) => {
    const found = findKeyFrames(evidenceAt(rate));
    const near = 2 * Math.max(1, rate / 120);
    expect(off(found.liftTop?.frame, TRUE.liftTop, rate)).toBeLessThan(near / 2);
    expect(off(found.contact?.frame, TRUE.contact, rate)).toBeLessThanOrEqual(near / 2);
    expect(off(found.release?.frame, TRUE.release, rate)).toBeLessThan(near / 2);
    expect(off(found.driveStart?.frame, TRUE.driveStart, rate)).toBeLessThan(near);
    expect(off(found.handsApart?.frame, TRUE.handsApart, rate)).toBeLessThan(1.5 * near);
    expect(off(found.set?.frame, TRUE.set, rate)).toBeLessThan(1.5 * near);
    expect(off(found.finish?.frame, TRUE.finish, rate)).toBeLessThan(1.5 * near);
    if (rate >= 120) expect(off(found.layback?.frame, TRUE.layback, rate)).toBeLessThan(near);
    for (const event of Object.values(found)) expect(event.frame >= event.from && event.frame <= event.to).toBe(true);
  });
  test('at 30 frames a second the finish is found as nearly, and is never sure', () => {
    const [slow, usual] = [findKeyFrames(evidenceAt(30)).finish!, findKeyFrames(evidenceAt(120)).finish!];
    expect(off(slow.frame, TRUE.finish, 30)).toBeLessThan(1);
    expect([slow.sure < 0.7, usual.sure > 0.7]).toEqual([true, true]);
  });
  test('without a ball in the picture the hand that slows tells the release, and is less sure', () => {
    const evidence = evidenceAt(120, { ball: false });
    const found = ballRelease(evidence, throwFrame(evidence))!;
    expect(off(found.frame, TRUE.release, 120)).toBeLessThan(4);
    expect(found.sure).toBeLessThan(0.7);
    expect(found.to - found.from).toBeGreaterThan(2);
    const flies = evidenceAt(120);
    expect(ballRelease(flies, throwFrame(flies))!.sure).toBeGreaterThan(0.9);
  });
  test('a small thing that lies on the line of the flight before the ball has left is none of it', () => {
    const evidence = evidenceAt(120);
    const first = evidence.blobs.findIndex((all) => all.length > 1);
    const [a, b] = [evidence.blobs[first]![1]!, evidence.blobs[first + 1]![1]!];
    const lies = { ...a, x: a.x - 5 * (b.x - a.x), y: a.y - 5 * (b.y - a.y) };
    // The hand is behind it.
    const { joints } = evidence.body;
    const throwingWrist = joints.throwingWrist.map((w, i) => (i === first - 5 ? { ...w, x: lies.x - 30 } : w));
    const body = { ...evidence.body, joints: { ...joints, throwingWrist } };
    const before = { ...evidence, body };
    const strays = { ...before, blobs: evidence.blobs.map((all, i) => (i === first - 5 ? [...all, lies] : all)) };
    const found = ballRelease(strays, throwFrame(evidence))!;
    expect(off(found.frame, TRUE.release, 120)).toBeLessThan(2);
    expect(found).toEqual(ballRelease(before, throwFrame(evidence)));
  });
  test('a ball that has left before the hand is found again tells the release', () => {
    const evidence = evidenceAt(120);
    const { throwingWrist } = evidence.body.joints;
    const late = throwingWrist.map((_, i) => throwingWrist[Math.max(0, i - 18)]!);
    const seen = TRUE.release * 120 + 9;
    const lost = {
      ...evidence,
      body: { ...evidence.body, joints: { ...evidence.body.joints, throwingWrist: late } },
      blobs: evidence.blobs.map((all, i) => (i < seen ? all : [])),
    };
    expect(throwFrame(lost)).toBeGreaterThan(seen);
    expect(off(ballRelease(lost, throwFrame(lost))?.frame, TRUE.release, 120)).toBeLessThan(2.5);
  });
  test('of two pairs of small things the one that came out of the hand is the ball, and no pair is from before the throw', () => {
    const evidence = evidenceAt(120);
    const release = Math.round(TRUE.release * 120);
    const things = (frame: number, i: number, x: number, y: number) =>
      i === frame || i === frame + 1 ? [{ x: x + 22 * (i - frame), y, width: 10, height: 9 }] : [];
    const { x, y } = evidence.body.joints.head[release]!;
    const pairs = (...seen: ReadonlyArray<readonly [number, number, number]>) => ({
      ...evidence,
      blobs: evidence.blobs.map((_, i) => seen.flatMap(([frame, px, py]) => things(frame, i, px, py))),
    });
    // Two frames before and far above his hand; from where it lets go.
    const [above, ball] = [[release - 2, x + 60, y + 150] as const, [release + 4, x + 60, y + 40] as const];
    const both = ballRelease(pairs(above, ball), throwFrame(evidence))!;
    expect(both).toEqual(ballRelease(pairs(ball), throwFrame(evidence)));
    // Alone it is told all the same, and nobody is sure: it passes his hand by far.
    const [alone, slowed] = [pairs(above), pairs()].map((by) => ballRelease(by, throwFrame(evidence))!);
    expect(alone!.frame).toBeLessThan(release - 1);
    expect(slowed!.frame).toBeGreaterThan(release - 1);
    expect(alone!.sure).toBeLessThan(0.7);
    // A tenth of a second before the hand is fast there is no ball.
    const early = ballRelease(pairs([release - 12, x + 60, y + 40]), throwFrame(evidence))!;
    expect(early.sure).toBeLessThan(0.7);
  });
  test('from the front release, layback, parting hands and drive are left to the side view, and the finish is less sure', () => {
    const [front, side] = [findKeyFrames(evidenceAt(120, { way: null })), findKeyFrames(evidenceAt(120))];
    expect(Object.keys(front).sort()).toEqual(['contact', 'finish', 'firstMove', 'firstTouch', 'kneeDown', 'liftTop', 'set']);
    // All but the catch, which no camera sees.
    expect(Object.keys(side).sort()).toEqual(EVENT_IDS.filter((e) => e !== 'gloved').sort());
    expect(front.finish!.sure).toBeLessThan(side.finish!.sure);
  });
  test.each([120, 240])('at %i frames a second those that serve single figures are found too', (rate) => {
    const found = findKeyFrames(evidenceAt(rate));
    const near = 2 * Math.max(1, rate / 120);
    // The knee is 2 % of body height lower where its bump of 55 px over half a second has lost 4 px.
    expect(off(found.kneeDown?.frame, TRUE.liftTop + 0.5 * Math.sqrt((0.02 * H) / 55), rate)).toBeLessThan(near);
    expect(off(found.bodyBack?.frame, TRUE.bodyBack, rate)).toBeLessThan(near);
    expect(off(found.footOpens?.frame, TRUE.footOpens, rate)).toBeLessThan(near);
    expect(off(found.backFootOff?.frame, TRUE.backFootOff, rate)).toBeLessThan(near);
    expect(off(found.shouldersTurn?.frame, TRUE.shouldersTurn, rate)).toBeLessThan(2 * near);
    // The hand's way is a hyperbolic tangent of a time constant of 30 ms: a fifth of its greatest speed is left after 1.4436 of them (1 - tanh² = 0.2).
    expect(off(found.slowDown?.frame, TRUE.release - 0.012 + 0.03 * Math.atanh(Math.sqrt(0.8)), rate)).toBeLessThan(near);
    expect(found.firstMove!.frame).toBeGreaterThanOrEqual(found.set!.frame);
    expect(off(found.firstMove?.frame, TRUE.set, rate)).toBeLessThan(3 * near);
    // None of them is called sure: a coach looks at it when a figure asks for it.
    for (const event of EVENT_IDS.filter((e) => !ALWAYS_ASKED.includes(e) && found[e]))
      expect(found[event]!.sure, event).toBeLessThan(0.7);
  });
  test('a toe that touches before the foot bears weight', () => {
    const evidence = evidenceAt(120);
    const contact = { frame: TRUE.contact * 120, from: 191, to: 193, sure: 0.87 };
    // It flies until five frames before, and then turns flat.
    const shoe = evidence.times.map((_, i) => (i < 182 ? 26 : i <= 187 ? 26 - 3 * (i - 182) : Math.max(2, 11 - 0.5 * (i - 187))));
    const touch = firstTouch({ ...evidence, shoe }, contact)!;
    expect(touch.frame).toBeCloseTo(187, 0);
    expect(touch.to).toBeLessThanOrEqual(contact.to);
    // One that stands at once has touched as it bears weight.
    expect(Math.abs(firstTouch(evidence, contact)!.frame - contact.frame)).toBeLessThan(1.5);
    expect(firstTouch({ ...evidence, shoe: evidence.times.map(() => 5) }, contact)).toBeNull();
  });
  test('a head that stays has nothing to come back from; nor has one that nobody sees from a side', () => {
    const evidence = evidenceAt(120);
    const set = { frame: 48, from: 47, to: 49, sure: 0.5 };
    const { joints } = evidence.body;
    const still = { ...evidence, body: { bodyPixels: H, joints: { ...joints, head: joints.frontHip } } };
    expect(bodyBack(still, set, 192)).toBeNull();
    expect(bodyBack(evidenceAt(120, { way: null }), set, 192)).toBeNull();
    // Still behind when the foot lands.
    expect(bodyBack(evidence, set, 90)).toBeNull();
    expect(bodyBack(evidence, set, 192)!.frame).toBeCloseTo(TRUE.bodyBack * 120, 0);
  });
  test('what never happens is not found: a knee that stays up, a foot that stays closed, one that stays on the ground, a chest that stays shut, a hand that flies on', () => {
    const evidence = evidenceAt(120);
    const { joints } = evidence.body;
    const held = (frame: number, joint: FollowedJoint) => joints[joint].map((p, i) => joints[joint][Math.min(i, frame)] ?? p);
    const stays = {
      ...evidence,
      body: { bodyPixels: H, joints: { ...joints, frontKnee: held(114, 'frontKnee'), backAnkle: held(0, 'backAnkle') } },
    };
    const [top, contact] = [findKeyFrames(evidence).liftTop!, { frame: 192, from: 191, to: 193, sure: 0.87 }];
    expect(kneeDown(evidence, top, 192)).not.toBeNull();
    expect(kneeDown(stays, top, 192)).toBeNull();
    expect(backFootOff(stays, 207)).toBeNull();
    expect(backFootOff(evidence, 5)).toBeNull();
    expect(footOpens({ ...evidence, toe: evidence.toe.map((v) => v && 0.06) }, contact)).toBeNull();
    expect(footOpens({ ...evidence, toe: evidence.times.map(() => null) }, contact)).toBeNull();
    expect(footOpens({ ...evidence, toe: evidence.toe.map((v, i) => (i === 170 ? null : v)) }, contact)).toBeNull();
    // Further than a foot is long.
    expect(footOpens({ ...evidence, toe: evidence.toe.map((v) => v && v + 0.04) }, contact)).toBeNull();
    expect(shouldersTurn(evidenceAt(120, { way: null }), 192, 209)).toBeNull();
    expect(shouldersTurn(evidence, 192, 185)).toBeNull();
    const apart = { ...joints, throwingShoulder: joints.gloveShoulder, gloveShoulder: joints.throwingShoulder };
    expect(shouldersTurn({ ...evidence, body: { bodyPixels: H, joints: apart } }, 192, 209)).toBeNull();
    const flies = evidence.times.map((t) => ({ x: 1000 * t, y: 60, score: 0.8, scatter: 0.5 }));
    expect(slowDown({ ...evidence, body: { bodyPixels: H, joints: { ...joints, throwingWrist: flies } } }, 209)).toBeNull();
    // Nothing moves more after the set than before it.
    expect(
      firstMove({ ...evidence, motion: evidence.times.map(() => 0.3) }, { frame: 48, from: 47, to: 49, sure: 0.5 }, 114),
    ).toBeNull();
  });
  test('the less a shoe shows, the wider is the time in which it may have opened', () => {
    const evidence = evidenceAt(120);
    const contact = findKeyFrames(evidence).contact!;
    const opens = (by: number) =>
      footOpens(
        {
          ...evidence,
          toe: evidence.toe.map(
            (v, i) => v && 0.06 + 0.06 * clamp((i / 120 - TRUE.footOpens) / 0.06) ** 1.5 + by * Math.sin(0.9 * i),
          ),
        },
        contact,
      )!;
    const [clear, trembling] = [opens(0), opens(0.012)];
    expect(trembling.to - trembling.from).toBeGreaterThan(1.3 * (clear.to - clear.from));
    expect(TRUE.footOpens * 120).toBeGreaterThan(trembling.from);
    expect(TRUE.footOpens * 120).toBeLessThan(trembling.to);
  });
  test('from the front an arm has no way back, at whatever release', () => {
    expect(layback(evidenceAt(120, { way: null }), releaseAt(120))).toBeNull();
  });
  test('at 60 frames a second it is seen too seldom', () => expect(layback(evidenceAt(60), releaseAt(60))).toBeNull());
  test('an arm that only comes, with no top in its time, is laid back for nobody to be sure of; nor is one before an unsure release', () => {
    const evidence = evidenceAt(120);
    expect(layback(evidence, releaseAt(120))!.sure).toBe(0.85);
    expect(layback(evidence, releaseAt(120, 0.6))!.sure).toBe(0.6);
    // Looked for too late: what is highest there is the first frame.
    expect(layback(evidence, { ...releaseAt(120), frame: (TRUE.layback + 0.09) * 120 })!.sure).toBe(0.4);
  });
  test('a wrist that goes on beyond where a forearm can be, and one that never turns, leave the usual time before the release', () => {
    const evidence = evidenceAt(120);
    const { joints } = evidence.body;
    const release = releaseAt(120);
    /** The forearm at an angle of its own in each frame, in degrees; those from behind point down at the back. */
    const of = (angle: (i: number) => number) => {
      const throwingElbow = evidence.times.map(() => ({ ...joints.throwingElbow[0]!, x: 100, y: 60 }));
      const throwingWrist = throwingElbow.map((e, i) => {
        const a = (angle(i) * Math.PI) / 180;
        return { ...e, x: e.x + 30 * Math.cos(a), y: e.y - 30 * Math.sin(a) };
      });
      return layback({ ...evidence, body: { bodyPixels: H, joints: { ...joints, throwingElbow, throwingWrist } } }, release)!;
    };
    const [top, lost] = [Math.round(release.frame - 0.05 * 120), Math.round(release.frame - 0.025 * 120)];
    const comes = (i: number): number => 170 - 0.4 * (i - top) ** 2;
    const right = of((i) => (i <= top ? comes(i) : 170 - 3 * (i - top) ** 2));
    const stray = of((i) => (i <= top ? comes(i) : i < lost ? 170 - 3 * (i - top) ** 2 : 240));
    expect(Math.abs(stray.frame - right.frame)).toBeLessThan(0.3);
    const never = of((i) => 20 + 2 * (i - top));
    expect(never.sure).toBe(0.4);
    expect(never.frame).toBeCloseTo(release.frame - 0.0425 * 120, 9);
    // One that points back for a twelfth of a second says little of its own.
    const flat = of((i) => (i < release.frame - 1.5 ? 150 - 0.5 * Math.max(0, release.frame - 12 - i) ** 2 : 40));
    expect(Math.abs(flat.frame - never.frame)).toBeLessThan(1.5);
  });
  test('a shoe that lands turned and then turns flat has landed before it turns', () => {
    const evidence = evidenceAt(120);
    // Fast until contact, once more away from how it will stand, then slowly there.
    const shoe = evidence.times.map((t) => {
      const since = (t - TRUE.contact) * 120;
      if (t < 1.2) return null;
      if (since < -6) return 26;
      if (since < -2) return 12 + 3.5 * (-2 - since);
      return since < 0 ? 12 + 1.5 * (2 + since) : 3 + 12 * Math.exp(-since / 4);
    });
    expect(off(frontFootContact({ ...evidence, shoe }, throwFrame(evidence))!.frame, TRUE.contact, 120)).toBeLessThan(0.8);
  });
  describe('the ankle tells which of several changes was the landing', () => {
    const evidence = evidenceAt(120);
    const fastest = throwFrame(evidence);
    /** Comes evenly from 200 pixels off, and seems to stop a twentieth of a second before the foot bears weight. */
    const comes = (stops: number) =>
      evidence.times.map((t) => ({ x: 200 - 500 * Math.max(0, stops - t), y: 190, score: 0.8, scatter: 0.5 }));
    const withAnkle = (shoe: Array<number | null>, stops: number, release: FoundEvent | null = null) =>
      frontFootContact(
        { ...evidence, shoe, body: { bodyPixels: H, joints: { ...evidence.body.joints, frontAnkle: comes(stops) } } },
        fastest,
        release,
      )!;
    test('somebody leaves the place of the shoe before it comes', () => {
      const shoe = evidence.shoe.map((d, i) => (d === null ? null : d + 20 * clamp((TRUE.contact * 120 - 12 - i) / 4)));
      expect(off(frontFootContact({ ...evidence, shoe }, fastest)!.frame, TRUE.contact, 120)).toBeGreaterThan(8);
      const found = withAnkle(shoe, TRUE.contact - 0.05);
      expect(off(found.frame, TRUE.contact, 120)).toBeLessThan(1);
      expect(found.sure).toBeGreaterThan(0.7);
    });
    test('it lands turned, rises as it turns, and its fastest change is how it gets flat', () => {
      const shoe = evidence.times.map((t) => {
        const since = (t - TRUE.contact) * 120;
        if (t < 1.2) return null;
        if (since < -3) return 14 + 0.6 * Math.min(12, -3 - since);
        return since < 0 ? 14 + 0.9 * (3 + since) : 2 + 14.7 * clamp((6 - since) / 6);
      });
      expect(off(frontFootContact({ ...evidence, shoe }, fastest)!.frame, TRUE.contact, 120)).toBeGreaterThan(3);
      expect(off(withAnkle(shoe, TRUE.contact - 0.05).frame, TRUE.contact, 120)).toBeLessThan(1.1);
    });
    test('a change a fifth of a second and more before the release gives way to a later one that the ankle lets be, and nobody is sure', () => {
      const shoe = evidence.shoe.map((d, i) => (d === null ? null : d + 20 * clamp((TRUE.contact * 120 - 12 - i) / 4)));
      const release = (seconds: number) => ({ ...findKeyFrames(evidence).release!, frame: (TRUE.contact + seconds) * 120 });
      // The ankle stands between the two changes, a little nearer to the later one.
      const between = TRUE.contact - 0.09;
      const early = withAnkle(shoe, between);
      expect(off(early.frame, TRUE.contact - 0.1, 120)).toBeLessThan(2);
      const given = withAnkle(shoe, between, release(0.14));
      expect(off(given.frame, TRUE.contact, 120)).toBeLessThan(1);
      expect(given.sure).toBe(0.5);
      // What the ankle alone has put right may be sure.
      expect(withAnkle(shoe, TRUE.contact - 0.05, release(0.14)).sure).toBeGreaterThan(0.7);
      // Of two that the ankle lets be it is not the nearer one that counts.
      const close = evidence.shoe.map((d, i) => (d === null ? null : d + 20 * clamp((TRUE.contact * 120 - 8 - i) / 4)));
      expect(withAnkle(close, between).frame).toBeLessThan(TRUE.contact * 120 - 6);
      expect(off(withAnkle(close, between, release(0.16)).frame, TRUE.contact, 120)).toBeLessThan(1);
      // No fifth of a second: it stays; neither does it give way to one that the ankle does not let be.
      expect(withAnkle(shoe, between, release(0.06)).frame).toBe(early.frame);
      const nearer = TRUE.contact - 0.13;
      expect(withAnkle(shoe, nearer, release(0.14)).frame).toBe(withAnkle(shoe, nearer).frame);
    });
    test('where no change is near it, nobody is sure; and an ankle that does not come tells nothing', () => {
      const late = withAnkle([...evidence.shoe], TRUE.contact - 0.15);
      expect(off(late.frame, TRUE.contact, 120)).toBeLessThan(1.1);
      expect(late.sure).toBeLessThan(0.7);
      expect(frontFootContact(evidence, fastest)!.sure).toBeGreaterThan(0.7);
    });
  });
  test('a contact a fifth of a second or more before the release, or less than a tenth, is not sure', () => {
    const evidence = evidenceAt(120);
    const release = findKeyFrames(evidence).release!;
    const at = (seconds: number) =>
      frontFootContact(evidence, throwFrame(evidence), { ...release, frame: (TRUE.contact + seconds) * 120 })!;
    expect(at(0.21).sure).toBe(0.5);
    expect(at(0.18).sure).toBeGreaterThan(0.7);
    expect(at(0.21).frame).toBe(at(0.18).frame);
    expect(at(0.12).sure).toBeGreaterThan(0.7);
    expect(at(0.09)).toMatchObject({ sure: 0.5, frame: at(0.12).frame });
  });
  test('a top of the arm right at the release, or long before it, is not sure', () => {
    const evidence = evidenceAt(120);
    const release = findKeyFrames(evidence).release!;
    expect(layback(evidence, release)!.sure).toBeGreaterThan(0.7);
    // The arm of the made-up delivery is laid back 45 ms before its release.
    for (const seconds of [-0.034, 0.025])
      expect(layback(evidence, { ...release, frame: release.frame + seconds * 120 })!.sure, String(seconds)).toBe(0.6);
  });
  test('a shoe at which nobody looked has not landed', () => {
    const evidence = evidenceAt(120);
    expect(frontFootContact({ ...evidence, shoe: evidence.times.map(() => null) }, 207)).toBeNull();
  });
  test('people go by behind him before he begins, as loud as his lift: the knee keeps the set near, and nobody is sure of it', () => {
    const evidence = evidenceAt(120);
    const top = Math.round(TRUE.liftTop * 120);
    const clear = setStill(evidence, top)!;
    expect(clear.sure).toBeGreaterThan(0.7);
    const most = Math.max(...evidence.motion.slice(0, top));
    const goesBy = (i: number): number => (0.9 * most * (1 + Math.sin(i / 14))) / 2;
    const crowded = setStill({ ...evidence, motion: evidence.motion.map((v, i) => v + goesBy(i)) }, top)!;
    expect(off(crowded.frame, TRUE.set, 120)).toBeLessThan(10);
    expect(crowded.sure).toBeLessThan(0.7);
  });
  test('a picture in which nothing moves has neither set nor finish', () => {
    const still = { ...evidenceAt(120), motion: evidenceAt(120).times.map(() => 0.3) };
    expect(setStill(still, 114)).toBeNull();
    expect(finishStill(still, 207)).toBeNull();
  });
  test('hands that never part', () => {
    const evidence = evidenceAt(120);
    const { joints } = evidence.body;
    const together = { ...evidence, body: { bodyPixels: H, joints: { ...joints, gloveWrist: joints.throwingWrist } } };
    expect(handsApart(together, 114, 207)).toBeNull();
  });
  test.each([
    ['quick ones', 0.08, 700],
    ['slow ones', 0.16, 250],
  ])(
    'hands part where they part, though wrists are found ever further from each other while they are together: %s',
    (_, speeds, speed) => {
      const evidence = evidenceAt(120);
      const { joints } = evidence.body;
      const [at, still] = [132, joints.gloveWrist[0]!];
      const gone = (t: number): number => (t <= 0 ? 0 : t < speeds ? (t * t) / (2 * speeds) : t - speeds / 2);
      const gloveWrist = evidence.times.map((_, _i) => ({ ...still, x: 100 }));
      const throwingWrist = evidence.times.map((_, i) => ({
        ...still,
        // Wrists that drift apart by eight pixels a second, and a pixel of noise.
        x: 100 - 4 - 8 * Math.max(0, (i - 60) / 120) - Math.sin(12.9 * i) - speed * gone((i - at) / 120),
      }));
      // The elbows go half as far.
      const gloveElbow = gloveWrist.map((w) => ({ ...w, x: w.x + 30, y: w.y - 20 }));
      const throwingElbow = throwingWrist.map((w) => ({ ...w, x: 70 + (w.x - 100) / 2, y: w.y - 20 }));
      const body = { bodyPixels: H, joints: { ...joints, gloveWrist, throwingWrist, gloveElbow, throwingElbow } };
      const of = (top: number) => handsApart({ ...evidence, body }, top, 207);
      expect(off(of(120)?.frame, at / 120, 120)).toBeLessThan(2.5);
      expect(of(120)!.from).toBeLessThan(at);
      expect(of(120)!.to).toBeGreaterThan(at);
      // Apart long before the top of the lift they are no hands that part now.
      expect(of(175)).toBeNull();
    },
  );
  test('wrists that are found a fortieth of body height off to and fro: elbows that part tell the moment better', () => {
    const evidence = evidenceAt(120);
    const { joints } = evidence.body;
    const at = 132;
    const gone = (i: number): number => 350 * fromRest((i - at) / 120);
    const path = (x: (i: number) => number) => evidence.times.map((_, i) => ({ ...joints.gloveWrist[0]!, x: x(i) }));
    const waver = (i: number): number => 5 * Math.sin(i / 3);
    const of = (gloveElbow: typeof joints.gloveElbow, throwingElbow: typeof joints.gloveElbow) => {
      const wrists = { gloveWrist: path((i) => 100 + waver(i)), throwingWrist: path((i) => 100 - gone(i)) };
      return handsApart(
        { ...evidence, body: { bodyPixels: H, joints: { ...joints, ...wrists, gloveElbow, throwingElbow } } },
        120,
        207,
      )!;
    };
    const still = path(() => 130);
    const without = of(still, still);
    const withThem = of(
      still,
      path((i) => 70 - gone(i)),
    );
    expect(Math.abs(withThem.frame - at)).toBeLessThan(Math.abs(without.frame - at) - 1);
    expect(withThem.to - withThem.from).toBeLessThan(without.to - without.from - 1);
  });
  test('the drive starts where the knee is bent deepest, though it straightens three times as fast; one that gives way has no drive that is told', () => {
    const evidence = evidenceAt(120);
    const { joints } = evidence.body;
    const at = (angle: (i: number) => number) => ({
      ...evidence,
      body: {
        bodyPixels: H,
        joints: {
          ...joints,
          backHip: evidence.times.map(() => ({ x: 100, y: 100, score: 0.8, scatter: 0 })),
          backKnee: evidence.times.map(() => ({ x: 100, y: 150, score: 0.8, scatter: 0 })),
          backAnkle: evidence.times.map((_, i) => ({
            ...{ x: 100 + 50 * Math.sin((Math.PI / 180) * angle(i)), y: 150 - 50 * Math.cos((Math.PI / 180) * angle(i)) },
            ...{ score: 0.8, scatter: 0 },
          })),
        },
      },
    });
    const deepest = 148;
    const noise = (i: number): number => Math.sin(12.9 * i);
    const drives = at((i) => 110 + noise(i) + (i < deepest ? 0.03 * (deepest - i) ** 2 : 0.1 * (i - deepest) ** 2));
    expect(Math.abs(driveStart(drives, 114, 180)!.frame - deepest)).toBeLessThan(1);
    expect(driveStart(drives, 114, 180)?.sure).toBe(0.6);
    const gives = driveStart(
      at((i) => 130 + noise(i) - Math.max(0, i - 114)),
      114,
      180,
    );
    expect(gives === null || gives.sure < 0.5).toBe(true);
  });
  test('a throw without a lift, at the beginning of the clip, has no top', () => {
    expect(liftTop(evidenceAt(120), 20)).toBeNull();
    expect(driveStart(evidenceAt(120), 114, 118)).toBeNull();
  });
  test('what cannot be told is left out, and what needs it', () => {
    const evidence = evidenceAt(120);
    const found = findKeyFrames({ ...evidence, shoe: evidence.times.map(() => null) });
    expect(found.contact).toBeUndefined();
    expect(found.driveStart).toBeUndefined();
    expect(found.release).toBeDefined();
  });
});

/** A release where it is, found so surely. */
function releaseAt(rate: number, sure = 0.97) {
  const frame = TRUE.release * rate;
  return { frame, from: frame - 1, to: frame + 1, sure };
}

describe('signs in pictures', () => {
  const picture = (at: (x: number, y: number) => number) => ({
    width: 80,
    height: 60,
    values: Float32Array.from({ length: 4800 }, (_, i) => at(i % 80, Math.floor(i / 80))),
  });
  const still = { x: 0, y: 0, gain: 1 };
  const disc = (cx: number, cy: number, r: number) => (x: number, y: number) =>
    Math.hypot(x - cx, y - cy) <= r ? 220 : 60 + x / 4;

  test('of what moves the middle of some frames shows nothing', () => {
    const field = emptyField([10, 20, 30, 40, 50].map((x) => picture(disc(x, 30, 6))));
    expect(Math.max(...field.values)).toBeLessThan(90);
  });
  test('a ball is a blob in its place; a hat that is too large, and half a ball at the edge, are none', () => {
    const field = picture((x) => 60 + x / 4);
    const size = { least: 5, most: 15 };
    const [blob, ...more] = blobsOf(picture(disc(40, 25, 4)), field, still, size);
    expect(more).toEqual([]);
    expect(blob!.x).toBeCloseTo(40.5, 6);
    expect(blob!.y).toBeCloseTo(25.5, 6);
    expect([blob!.width, blob!.height]).toEqual([9, 9]);
    expect(blobsOf(picture(disc(40, 25, 12)), field, still, size)).toEqual([]);
    expect(blobsOf(picture(disc(79, 25, 4)), field, still, size)).toEqual([]);
  });
  test('a camera that has moved by three pixels is taken out of it', () => {
    const rough = (x: number, y: number): number => 90 + 40 * Math.sin(x / 2) * Math.cos(y / 3);
    const now = picture((x, y) => (Math.hypot(x - 40, y - 25) <= 4 ? 250 : rough(x - 3, y)));
    const blobs = blobsOf(now, picture(rough), { x: 3, y: 0, gain: 1 }, { least: 5, most: 15 });
    expect(blobs).toHaveLength(1);
    expect(blobs[0]!.x).toBeCloseTo(37.5, 0);
  });
  test('motion: none in the same picture, none where only the camera moved or a cloud came, some where a body did', () => {
    const rough = (x: number, y: number): number => 110 + 40 * Math.sin(x / 4) * Math.cos(y / 5);
    const square = { x: 40, y: 30, side: 40 };
    const nobody = { x: 0, y: 0 };
    const all = ({ cells }: MotionMap): number => cells.reduce((sum, v) => sum + v, 0);
    expect(all(motionMap(picture(rough), picture(rough), square, still, nobody))).toBe(0);
    const shaken = picture((x, y) => rough(x - 2.5, y));
    expect(all(motionMap(picture(rough), shaken, square, { ...still, x: 2.5 }, { x: 2.5, y: 0 }))).toBe(0);
    // A step that is a little beside is found closer in the square.
    expect(all(motionMap(picture(rough), shaken, square, { ...still, x: 2.1, y: 0.3 }, { x: 2.5, y: 0 }))).toBeLessThan(0.02);
    // At the border of the picture, what the camera has left behind is in one picture only: nothing is told there.
    const turned = picture((x, y) => rough(x - 9, y));
    expect(all(motionMap(picture(rough), turned, { ...square, x: 8 }, { ...still, x: 9 }, { x: 9, y: 0 }))).toBe(0);
    const darker = picture((x, y) => 0.8 * rough(x, y));
    expect(all(motionMap(picture(rough), darker, square, { ...still, gain: 0.8 }, nobody))).toBe(0);
    const moved = motionMap(picture(disc(40, 30, 8)), picture(disc(44, 30, 8)), square, still, nobody);
    expect(all(moved)).toBeGreaterThan(3);
    // The discs leave and reach the columns 32 and 52.
    const at = (x: number): number =>
      moved.cells.findIndex(
        (v, i) =>
          v > 0 &&
          Math.abs(moved.left + (i % 40) * moved.cell - x) < 2 &&
          Math.abs(moved.top + Math.floor(i / 40) * moved.cell - 30) < 2,
      );
    expect(at(33)).toBeGreaterThan(-1);
    expect(at(51)).toBeGreaterThan(-1);
    expect(at(42)).toBe(-1);
  });
  test('motion at the body: who goes by beside it is left out; places are those of the first camera', () => {
    const square = { x: 40, y: 30, side: 56 };
    const two = (step: number) => picture((x, y) => disc(20 + step, 30, 5)(x, y) + disc(58 + step, 30, 5)(x, y) - 90);
    const at = (joints: number) => () => ({ x: joints, y: 30 });
    const map = motionMap(two(0), two(2), square, still, { x: 0, y: 0 });
    const all = map.cells.reduce((sum, v) => sum + v, 0);
    expect(motionAtBody(map, at(21), 10) / all).toBeCloseTo(0.5, 1);
    expect(motionAtBody(map, at(40), 5)).toBe(0);
    expect(motionAtBody(map, at(40), 40)).toBeCloseTo(all, 6);
    // By now the camera has gone on by ten: what lies at 20 lay at 10.
    const later = motionMap(two(0), two(2), square, still, { x: 10, y: 0 });
    expect(motionAtBody(later, at(11), 10) / all).toBeCloseTo(0.5, 1);
    expect(motionAtBody(later, at(30), 5)).toBe(0);
  });
  test('a shoe reaches as far as what is not field, over a gap of two columns, and not on to a ball behind it; the camera that moved is taken out', () => {
    const field = picture(() => 90);
    // 20 columns one way from the ankle at 40, a seam of two of them, and a ball ten columns beyond.
    const shoe = (x: number, y: number): boolean =>
      (x >= 36 && x <= 60 && x !== 50 && x !== 51 && y >= 28 && y <= 36) || (x >= 70 && x <= 74 && y >= 28);
    const now = picture((x, y) => (shoe(x, y) ? 200 : 90));
    const ankle = { x: 40, y: 28 };
    expect(shoeReach(now, field, still, ankle, 1, 200)).toBeCloseTo(20 / 200, 9);
    expect(shoeReach(now, field, still, ankle, -1, 200)).toBeCloseTo(4 / 200, 9);
    const moved = picture((x, y) => (shoe(x - 3, y) ? 200 : 90));
    expect(shoeReach(moved, field, { x: 3, y: 0, gain: 1 }, ankle, 1, 200)).toBeCloseTo(20 / 200, 9);
    expect(shoeReach(field, field, still, ankle, 1, 200)).toBe(0);
  });
  test('patches become what they stay', () => {
    const shoe = (x: number) => patchOf(picture(disc(x, 30, 6)), 20, 20, 20, 20);
    const differences = differencesFrom([shoe(5), null, shoe(20), shoe(30), shoe(30), shoe(30)], 3, 5);
    expect(differences[1]).toBeNull();
    expect(differences[3]).toBe(0);
    expect(differences[2]!).toBeGreaterThan(5);
    expect(differencesFrom([null, null], 0, 1)).toEqual([null, null]);
  });
});
