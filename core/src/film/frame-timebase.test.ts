import { describe, expect, test } from 'vitest';
import { frameTimebase } from './frame-timebase.ts';
import { joinViews } from './join-views.ts';

describe('frameTimebase', () => {
  test('slow motion: filmed at 240, played at 30', () => {
    const film = frameTimebase(
      [0, 1, 2, 3].map((i) => i / 30),
      8,
    );
    expect(film.timeOf(3)).toBeCloseTo(3 / 240, 12);
    expect(film.frameInterval).toBeCloseTo(1 / 240, 12);
  });

  test('every frame starts at its own time, to the last bit', () => {
    const times = Array.from({ length: 500 }, (_, i) => 0.033 + i / 119.88 + (i % 7) * 1e-4);
    const film = frameTimebase(times, 1.7);
    for (let i = 0; i < times.length; i++) expect(film.frameAt(film.timeOf(i))).toBe(i);
  });

  test('a moment belongs to the last frame that has started, at variable rate too', () => {
    const film = frameTimebase([10, 10.1, 10.3, 10.35], 1);
    expect([0, 0.0999, 0.1001, 0.29, 0.301, 0.36].map((t) => film.frameAt(t))).toEqual([0, 0, 1, 1, 2, 3]);
  });

  test('before the first and after the end of the last frame there is none', () => {
    const film = frameTimebase([0, 0.1, 0.2], 1);
    expect(film.frameAt(0.29)).toBe(2);
    expect(() => film.frameAt(-1e-9)).toThrow(RangeError);
    expect(() => film.frameAt(0.31)).toThrow(RangeError);
    expect(() => film.frameAt(Number.NaN)).toThrow(RangeError);
    expect(() => film.timeOf(3)).toThrow('frames 0 to 2');
    expect(() => film.timeOf(0.5)).toThrow(RangeError);
  });

  test('the interval of a frame is its own, the longer one beside it', () => {
    const film = frameTimebase([0, 0.01, 0.02, 0.08, 0.09], 1);
    expect([0, 1, 2, 3, 4].map((f) => film.intervalAt(f))).toEqual(
      [0.01, 0.01, 0.06, 0.06, 0.01].map((t) => expect.closeTo(t, 12)),
    );
    expect(frameTimebase([0], 1).intervalAt(0)).toBe(0);
    expect(() => film.intervalAt(5)).toThrow(RangeError);
  });

  test('what is wrong with the options is named', () => {
    expect(() => frameTimebase([], 1)).toThrow('at least one frame');
    expect(() => frameTimebase([0, 0], 1)).toThrow('frame 1');
    expect(() => frameTimebase([0, Number.NaN], 1)).toThrow('frame 1');
    expect(() => frameTimebase([0], 0)).toThrow('captureScale');
  });
});

describe('joinViews', () => {
  const join = (t: number) => joinViews({ liftTop: 1, contact: 2, set: 0.2 }, { liftTop: 3.5, contact: 4.4, release: 9 })!(t);

  test('key frames meet, between them time runs evenly', () => {
    expect([join(1), join(2), join(1.5)]).toEqual([3.5, 4.4, 3.95]);
  });

  test('outside the common key frames time runs at true speed with the offset of the nearest', () => {
    expect(join(0.5)).toBeCloseTo(3, 12);
    expect(join(2.25)).toBeCloseTo(4.65, 12);
  });

  test('without a common key frame nothing is claimed', () => {
    expect(joinViews({ set: 1 }, { release: 2 })).toBeNull();
  });

  test('there and back is the same moment', () => {
    const back = joinViews({ liftTop: 3.5, contact: 4.4 }, { liftTop: 1, contact: 2 })!;
    for (const t of [0, 0.7, 1.2, 1.9, 3]) expect(back(join(t))).toBeCloseTo(t, 12);
  });
});
