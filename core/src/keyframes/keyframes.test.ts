import { describe, expect, test } from 'vitest';
import { frameTimebase } from '../film/frame-timebase.ts';
import { guessKeyFrame } from './guess-key-frames.ts';
import { markTime } from './mark-time.ts';
import { orderProblems, type KeyFrameMark } from './order-problems.ts';

const good: KeyFrameMark[] = [
  { event: 'set', frame: 10 },
  { event: 'liftTop', frame: 80 },
  { event: 'handsApart', frame: 95 },
  { event: 'contact', frame: 150, frameTo: 151 },
  { event: 'layback', frame: 162 },
  { event: 'release', frame: 168 },
  { event: 'finish', frame: 220 },
];

describe('orderProblems', () => {
  test('a delivery in order has none, in whatever order the marks come', () => {
    expect(orderProblems(good)).toEqual([]);
    expect(orderProblems([...good].reverse())).toEqual([]);
  });

  test('a broken order names both events', () => {
    const [problem, ...rest] = orderProblems(good.map((m) => (m.event === 'release' ? { ...m, frame: 155 } : m)));
    expect(problem).toMatchObject({ earlier: 'layback', later: 'release' });
    expect(problem!.message).toContain('arm laid back');
    expect(problem!.message).toContain('release');
    expect(rest).toEqual([]);
  });

  test.each([
    ['kneeDown', 'handsApart'],
    ['footOpens', 'driveStart'],
    ['shouldersTurn', 'contact'],
    ['backFootOff', 'release'],
  ] as const)('%s and %s can come in either order', (a, b) => {
    expect(
      orderProblems([
        { event: a, frame: 5 },
        { event: b, frame: 9 },
      ]),
    ).toEqual([]);
    expect(
      orderProblems([
        { event: a, frame: 9 },
        { event: b, frame: 5 },
      ]),
    ).toEqual([]);
  });

  test('intervals that overlap are not a mistake, separate ones are', () => {
    expect(
      orderProblems([
        { event: 'contact', frame: 50, frameTo: 51 },
        { event: 'layback', frame: 50, frameTo: 51 },
      ]),
    ).toEqual([]);
    expect(
      orderProblems([
        { event: 'contact', frame: 52, frameTo: 53 },
        { event: 'layback', frame: 50, frameTo: 51 },
      ]),
    ).toHaveLength(1);
  });

  test('the catch only has to come after the release', () => {
    expect(
      orderProblems([
        { event: 'gloved', frame: 200 },
        { event: 'finish', frame: 220 },
        { event: 'slowDown', frame: 210 },
      ]),
    ).toEqual([]);
    expect(
      orderProblems([
        { event: 'gloved', frame: 160 },
        { event: 'release', frame: 168 },
      ]),
    ).toHaveLength(1);
  });
});

describe('markTime', () => {
  const film = frameTimebase([0, 0.01, 0.02, 0.03], 1);
  test('one frame: its own start, half a frame interval of error', () => {
    expect(markTime({ frame: 2, frameTo: null }, film)).toEqual({ value: 0.02, sd: 0.005, unit: 'seconds' });
  });
  test('what is known of its spread beside it counts where it is the wider one', () => {
    expect(markTime({ frame: 2, frameTo: null, spread: 1.5 }, film).sd).toBeCloseTo(0.015, 12);
    expect(markTime({ frame: 2, frameTo: null, spread: 0.2 }, film).sd).toBe(0.005);
    expect(markTime({ frame: 2, frameTo: null, spread: null }, film).sd).toBe(0.005);
  });
  test('an interval that ends before it begins is refused; one of no length is one frame', () => {
    expect(() => markTime({ frame: 2, frameTo: 1 }, film)).toThrow(/^markTime: /);
    expect(markTime({ frame: 2, frameTo: 2 }, film)).toEqual(markTime({ frame: 2, frameTo: null }, film));
  });
  test('over many frames the error is that of an even chance over the interval', () => {
    // JCGM 100:2008, 4.3.7: width over the root of 12; three intervals of 10 ms.
    expect(markTime({ frame: 0, frameTo: 3 }, film)).toMatchObject({
      value: expect.closeTo(0.015, 12),
      sd: expect.closeTo(0.03 / Math.sqrt(12), 12),
    });
    // In film of a variable rate it is still the width of the interval itself, 70 ms.
    const gaps = frameTimebase([0, 0.01, 0.02, 0.08, 0.09], 1);
    expect(markTime({ frame: 1, frameTo: 3 }, gaps).sd).toBeCloseTo(0.07 / Math.sqrt(12), 12);
    expect(markTime({ frame: 1, frameTo: 2 }, gaps).sd).toBeCloseTo(0.005, 12);
  });
  test('an interval of two frames: its middle, and still at least half a frame interval', () => {
    const mark = markTime({ frame: 1, frameTo: 2 }, film);
    expect(mark.value).toBeCloseTo(0.015, 12);
    expect(mark.sd).toBeCloseTo(0.005, 12);
  });
  test('in film of a variable rate the error is that of the frame itself, not the usual one', () => {
    // A phone that drops frames: 10 ms, and once 60 ms.
    const gaps = frameTimebase([0, 0.01, 0.02, 0.08, 0.09], 1);
    expect(markTime({ frame: 1, frameTo: null }, gaps).sd).toBeCloseTo(0.005, 12);
    expect(markTime({ frame: 2, frameTo: null }, gaps).sd).toBeCloseTo(0.03, 12);
    expect(markTime({ frame: 3, frameTo: null }, gaps).sd).toBeCloseTo(0.03, 12);
    expect(markTime({ frame: 2, frameTo: 3 }, gaps)).toMatchObject({
      value: expect.closeTo(0.05, 12),
      sd: expect.closeTo(0.03, 12),
    });
  });
  test('an interval that runs backwards is refused', () => {
    expect(() => markTime({ frame: 3, frameTo: 1 }, film)).toThrow('ends before');
  });
});

describe('guessKeyFrame', () => {
  test('without a common key frame the other view’s time, the other delivery’s, or the usual one serves, inside the film', () => {
    expect(guessKeyFrame('contact', { marked: {}, otherView: { contact: 1.7 }, duration: 5 })).toBe(1.7);
    expect(guessKeyFrame('contact', { marked: {}, otherDelivery: { contact: 1.9 }, duration: 5 })).toBe(1.9);
    expect(guessKeyFrame('contact', { marked: {}, otherDelivery: { set: 0.2 }, duration: 5 })).toBeCloseTo(0.24 + 1.2, 12);
    expect(guessKeyFrame('contact', { marked: {}, otherView: { contact: 9 }, duration: 5 })).toBe(5);
    expect(guessKeyFrame('contact', { marked: {}, otherDelivery: { contact: 9 }, duration: 5 })).toBe(5);
    expect(guessKeyFrame('set', { marked: { contact: 0.5 }, duration: 5 })).toBe(0);
    expect(guessKeyFrame('finish', { marked: {}, duration: 1 })).toBe(1);
  });

  test('of several marks the nearest in the order of events, and only those that the other delivery has too', () => {
    // 0.145 s from contact to release in a usual delivery.
    expect(guessKeyFrame('release', { marked: { set: 0, contact: 2 }, duration: 5 })).toBeCloseTo(2.145, 12);
    expect(guessKeyFrame('release', { marked: { contact: 2, set: 0 }, duration: 5 })).toBeCloseTo(2.145, 12);
    const otherDelivery = { set: 1, release: 2.5 };
    expect(guessKeyFrame('release', { marked: { set: 0.5, contact: 1.6 }, otherDelivery, duration: 5 })).toBeCloseTo(2, 12);
    expect(guessKeyFrame('layback', { marked: { contact: 1.6 }, otherDelivery, duration: 5 })).toBeCloseTo(1.7, 12);
  });

  test('the other view decides where both share a key frame', () => {
    expect(
      guessKeyFrame('contact', { marked: { liftTop: 1 }, otherView: { liftTop: 3, contact: 3.6 }, duration: 5 }),
    ).toBeCloseTo(1.6, 12);
  });
  test("else the camper's own tempo from another delivery", () => {
    expect(
      guessKeyFrame('release', { marked: { contact: 1.5 }, otherDelivery: { contact: 2, release: 2.16 }, duration: 5 }),
    ).toBeCloseTo(1.66, 12);
  });
  test('else the usual tempo, and never outside the film', () => {
    expect(guessKeyFrame('liftTop', { marked: { set: 0.3 }, duration: 5 })).toBeCloseTo(0.88, 12);
    expect(guessKeyFrame('finish', { marked: { contact: 1.9 }, duration: 2 })).toBe(2);
  });
});
