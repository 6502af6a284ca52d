import { describe, expect, test } from 'vitest';
import { frameTimebase, type ClipId } from '@stride-chalk/core';
import type { BenchData } from './bench-data.ts';
import { alongPath, bodyPath, chalkLineOf, clampFrame, guessFrame, sameMoment } from './moments.ts';
import type { Film, Mark } from './types.ts';
import { anId } from '../../parts/testing/an-id.ts';

const times = (rate: number, count: number): number[] => Array.from({ length: count }, (_, i) => i / rate);
const film = (
  id: ClipId,
  rate: number,
  count: number,
  view: 'openSide' | 'front' = 'openSide',
): { film: Film; time: ReturnType<typeof frameTimebase> } => ({
  film: {
    id,
    deliveryId: anId('d'),
    view,
    width: 960,
    height: 540,
    towardsTarget: view === 'openSide' ? 1 : null,
    gloveSide: view === 'openSide' ? null : 1,
    filmedOn: '2026-07-14',
    captureScale: 1,
    captureKnown: 'sure',
    frameTimes: times(rate, count),
    state: 'ready',
  },
  time: frameTimebase(times(rate, count), 1),
});
const side = film(anId('side'), 120, 280);
const front = film(anId('front'), 60, 150, 'front');
const mark = (clipId: ClipId, event: Mark['event'], frame: number): Mark => ({ clipId, event, frame, frameTo: null });
const data = (...marks: Mark[]): BenchData => ({ marks, points: [], strokes: [], scores: [] });

describe('two views on one line', () => {
  test('before a key frame is common to both, a view stays where it is', () => {
    expect(sameMoment(side, 100, front, data(mark(anId('side'), 'set', 10)))).toBeNull();
  });

  test('with one common key frame the offset holds; frame rates may differ', () => {
    const known = data(mark(anId('side'), 'contact', 120), mark(anId('front'), 'contact', 80));
    expect(sameMoment(side, 120, front, known)).toBe(80);
    // 24 frames of 120 per second are 12 frames of 60 per second.
    expect(sameMoment(side, 144, front, known)).toBe(92);
    expect(sameMoment(front, 74, side, known)).toBe(108);
  });

  test('the other view never leaves its film', () => {
    const known = data(mark(anId('side'), 'set', 100), mark(anId('front'), 'set', 2));
    expect(sameMoment(side, 0, front, known)).toBe(0);
  });
});

describe('the guess of a key frame', () => {
  test('comes from the other view where that is marked', () => {
    const known = data(mark(anId('side'), 'set', 12), mark(anId('front'), 'set', 6), mark(anId('side'), 'release', 192));
    expect(guessFrame('release', front, side, undefined, known)).toBe(96);
  });

  test('comes from another delivery of the camper before the usual tempo', () => {
    const known = data(mark(anId('side'), 'set', 12));
    const usual = guessFrame('contact', side, null, undefined, known);
    const own = guessFrame('contact', side, null, { set: 0.1, contact: 1.5 }, known);
    expect(own).toBe(12 + 168);
    expect(own).not.toBe(usual);
  });
});

describe('the chalk line', () => {
  test('puts ticks at true time between set and finish, marked or guessed, and turns a place back into a frame', () => {
    const known = data(mark(anId('side'), 'set', 20), mark(anId('side'), 'contact', 140), mark(anId('side'), 'finish', 260));
    const { line, frameOf } = chalkLineOf(side, null, undefined, known, 140, 'contact', null);
    const contact = line.ticks.find((t) => t.id === 'contact')!;
    expect(contact).toMatchObject({ state: 'marked', current: true });
    expect(contact.at).toBeCloseTo(0.5, 6);
    expect(line.playhead).toBeCloseTo(0.5, 6);
    expect(line.ticks.find((t) => t.id === 'release')!.state).toBe('guessed');
    expect(line.gaps.map((g) => g.text)).toEqual(['1000 ms', '1000 ms']);
    expect([frameOf(0), frameOf(0.5), frameOf(1)]).toEqual([20, 140, 260]);
  });

  test('of a set each part tells how far the deliveries differ in it, pooled as repeatability has it', () => {
    const second = { ...side, film: { ...side.film, id: anId('second') } };
    const known = data(
      ...[mark(anId('side'), 'set', 20), mark(anId('side'), 'contact', 140), mark(anId('side'), 'finish', 260)],
      ...[mark(anId('second'), 'set', 10), mark(anId('second'), 'contact', 142)],
    );
    const { gaps } = chalkLineOf(side, null, undefined, known, 140, null, null, () => null, [side, second]).line;
    // 1000 and 1100 ms: their standard deviation is 100 over the root of two.
    expect(gaps.map((g) => g.text)).toEqual(['1000 ± 71 ms', '1000 ms']);
    expect(gaps[0]!.spread).toBeCloseTo(0.0707 / 2, 4);
    expect(gaps[1]).not.toHaveProperty('spread');
  });

  test('frames stay inside the film', () => {
    expect([clampFrame(side.time, -4), clampFrame(side.time, 900)]).toEqual([0, 279]);
  });
});

describe('the way of the body through the picture', () => {
  test('runs towards the target, and stands still before its first and after its last corner', () => {
    const path = bodyPath(side, null, undefined, data(mark(anId('side'), 'set', 12)));
    const xs = path.map(([, x]) => x);
    expect(xs[xs.length - 1]!).toBeGreaterThan(xs[0]! + 100);
    expect(alongPath(path, -1)).toBe(xs[0]);
    expect(alongPath(path, 99)).toBe(xs[xs.length - 1]);
  });

  test('is straight between two corners; nothing is known without any', () => {
    expect(
      alongPath(
        [
          [0, 10],
          [2, 20],
        ],
        0.5,
      ),
    ).toBe(12.5);
    expect(alongPath([], 1)).toBeNull();
  });
});
