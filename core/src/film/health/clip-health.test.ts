import { describe, expect, test } from 'vitest';
import { brightness } from './brightness.ts';
import { clipHealth, healthFigures, type SampledClip } from './clip-health.ts';
import { frameShift } from './frame-shift.ts';
import { halved, type GreyPicture } from './grey-picture.ts';
import { HEALTH_LIMITS } from './limits.ts';
import { movingParts } from './moving-parts.ts';
import { sharpness } from './sharpness.ts';

const picture = (width: number, height: number, at: (x: number, y: number) => number, seconds = 0): GreyPicture => ({
  ...{ width, height, seconds },
  pixels: Uint8Array.from({ length: width * height }, (_, i) =>
    Math.max(0, Math.min(255, Math.round(at(i % width, Math.floor(i / width))))),
  ),
});
/** Trees, fence and ground: waves whose lengths have no common measure, so that nothing repeats within the picture. */
const field = (x: number, y: number): number =>
  120 +
  30 * Math.sin(0.31 * x + 0.11 * y) +
  25 * Math.sin(0.27 * y - 0.05 * x) +
  20 * Math.sin(0.173 * x + 1.3) +
  15 * Math.sin(0.097 * (x + y));
const normal = (z: number): number => {
  // Error function to 1.5e-7: Abramowitz and Stegun 7.1.26 (value from memory).
  const t = 1 / (1 + (0.3275911 * Math.abs(z)) / Math.SQRT2);
  const tail =
    t * (0.254829592 + t * (-0.284496736 + t * (1.421413741 + t * (-1.453152027 + t * 1.061405429)))) * Math.exp((-z * z) / 2);
  return z < 0 ? tail / 2 : 1 - tail / 2;
};

describe('grey pictures', () => {
  test('half the size is the mean of four; an odd row and column are left out', () => {
    const small = halved(picture(5, 3, (x, y) => 10 * x + 100 * y, 2));
    expect([small.width, small.height, small.seconds]).toEqual([2, 1, 2]);
    expect([...small.pixels]).toEqual([55, 75]);
  });

  test('brightness: half and nine tenths of the pixels lie below, and what is white for good is told', () => {
    const grey = brightness(picture(10, 10, (x) => 20 * x));
    expect([grey.median, grey.ninth, grey.blown]).toEqual([80, 160, 0]);
    expect(brightness(picture(10, 10, (x) => (x < 3 ? 255 : 100))).blown).toBeCloseTo(0.3, 12);
    expect(brightness(picture(4, 4, () => 250)).blown).toBe(1);
    expect(brightness(picture(4, 4, () => 249)).blown).toBe(0);
  });
});

describe('sharpness', () => {
  test('an edge within a pixel has 1, whatever its contrast', () => {
    for (const high of [40, 200]) expect(sharpness(picture(60, 40, (x) => (x % 12 < 6 ? 20 : high)))).toBe(1);
  });

  test.each([1.5, 2, 2.5])('an edge that is blurred by %f pixels has 1 / (s √(2π))', (s) => {
    // The steepest step lies around the middle of the edge: the difference of two values half a pixel to each side.
    const steepest = normal(0.5 / s) - normal(-0.5 / s);
    const found = sharpness(picture(61, 61, (x) => 20 + 200 * normal((x - 30.5) / s)))!;
    expect(found).toBeCloseTo(steepest, 1);
    expect(found / (1 / (s * Math.sqrt(2 * Math.PI)))).toBeGreaterThan(0.9);
    expect(found / (1 / (s * Math.sqrt(2 * Math.PI)))).toBeLessThan(1.15);
  });

  test('a picture without anything in it has none', () => {
    expect(sharpness(picture(60, 40, (x, y) => 100 + ((x * 7 + y * 3) % 3)))).toBeNull();
  });
});

describe('frameShift', () => {
  const still = picture(120, 68, field);
  test.each([
    [0, 0],
    [2, 0],
    [0, -3],
    [3, 2],
    [1.5, -0.5],
  ])('a camera that has turned by %f and %f pixels is found to a quarter of a pixel', (dx, dy) => {
    const found = frameShift(
      still,
      picture(120, 68, (x, y) => field(x - dx, y - dy)),
      6,
    )!;
    expect(Math.abs(found.x - dx)).toBeLessThan(0.25);
    expect(Math.abs(found.y - dy)).toBeLessThan(0.25);
  });

  test('somebody who walks through a third of the picture does not move the camera', () => {
    const walks = (at: number) =>
      picture(120, 68, (x, y) => (x > at && x < at + 40 && y > 10 ? 60 + 90 * ((x - at) % 7 > 3 ? 1 : 0) : field(x, y)));
    const found = frameShift(walks(30), walks(34), 6)!;
    expect(Math.hypot(found.x, found.y)).toBeLessThan(0.25);
  });

  test('nothing can be said of a picture without structure', () => {
    const flat = picture(120, 68, () => 90);
    expect(frameShift(flat, flat, 6)).toBeNull();
  });
});

describe('movingParts', () => {
  const body = (left: number, top: number, value = 230) =>
    picture(80, 60, (x, y) => (x >= left && x < left + 10 && y >= top && y < top + 30 ? value : 100));
  const across = (top: number, value?: number) => Array.from({ length: 9 }, (_, i) => body(8 * i, top, value));

  test('its share of the picture, and which edges it touches', () => {
    const parts = movingParts(across(20));
    for (const share of parts.shares) expect(share).toBeCloseTo((10 * 30) / (80 * 60), 12);
    expect(parts.edges).toMatchObject({ left: 0.5, top: 0, bottom: 0 });
    expect(movingParts(across(0)).edges.top).toBeCloseTo(10 / 80, 12);
    expect(movingParts(across(30)).edges.bottom).toBeCloseTo(10 / 80, 12);
    expect(movingParts([...across(20).slice(1, 8)]).edges).toEqual({ left: 0, right: 0, top: 0, bottom: 0 });
  });

  test('who goes by, in over an edge, does not cut off him who stays', () => {
    const both = (i: number) =>
      picture(80, 60, (x, y) => {
        const own = x >= 36 + (i % 4) && x < 46 + (i % 4) && y >= 24 && y < 56;
        const walker = x >= 2 * i - 4 && x < 2 * i && y >= 2 && y < 14;
        return own || walker ? 230 : 100;
      });
    const pictures = Array.from({ length: 12 }, (_, i) => both(i));
    expect(movingParts(pictures).edges).toEqual({ left: 0, right: 0, top: 0, bottom: 0 });
    // He himself at the edge is told all the same.
    const cut = Array.from({ length: 12 }, (_, i) =>
      picture(80, 60, (x, y) => (x < 6 + 3 * (i % 3) && y >= 20 && y < 50 && i % 2 === 0 ? 230 : 100)),
    );
    expect(movingParts(cut).edges.left).toBe(0.5);
  });

  test('a shadow is nobody, whoever is darker than half is', () => {
    expect(Math.max(...movingParts(across(20, 60)).shares)).toBe(0);
    expect(Math.max(...movingParts(across(20, 40)).shares)).toBeGreaterThan(0.05);
  });

  test('what touches an edge in a single picture of many is a ball', () => {
    const all = [...Array.from({ length: 29 }, () => body(30, 20)), body(0, 20)];
    expect(movingParts(all).edges.left).toBe(0);
  });
});

describe('clipHealth', () => {
  const [W, H] = [320, 180];
  const throwing = (change: (value: number, x: number, y: number, i: number) => number = (v) => v, top = 60): GreyPicture[] =>
    Array.from({ length: 18 }, (_, i) => {
      const left = 60 + 9 * i;
      return picture(
        W,
        H,
        (x, y) =>
          change(
            x >= left && x < left + 40 && y >= top && y < top + 80 ? 240 : field(x / 2, y / 2) + (x % 24 < 2 ? 40 : 0),
            x,
            y,
            i,
          ),
        i / 12,
      );
    });
  const clip = (pictures: readonly GreyPicture[], more: Partial<SampledClip> = {}): SampledClip => ({
    seconds: 2,
    framesPerSecond: 120,
    pictures,
    ...more,
  });
  const codes = (c: SampledClip): string[] => clipHealth(c).map((p) => p.code);

  test('a good clip has nothing to say', () => expect(codes(clip(throwing()))).toEqual([]));

  test.each([
    ['dark', (v: number) => 0.25 * v],
    ['bright', (v: number) => 140 + v],
  ] as const)('%s: said alone', (code, change) => expect(codes(clip(throwing(change)))).toEqual([code]));

  test('short and few frames stand beside whatever else there is', () => {
    expect(codes(clip(throwing(), { seconds: 1.39 }))).toEqual(['short']);
    expect(codes(clip(throwing(), { seconds: 1.4 }))).toEqual([]);
    expect(codes(clip(throwing(), { framesPerSecond: 49 }))).toEqual(['few-frames']);
    expect(clipHealth(clip(throwing(), { framesPerSecond: 29.6 }))[0]!.says).toContain('Only 30 frames a second');
    expect(
      codes(
        clip(
          throwing((v) => 0.2 * v),
          { seconds: 1, framesPerSecond: 25 },
        ),
      ),
    ).toEqual(['short', 'few-frames', 'dark']);
  });

  test('blurred, and a camera that moves', () => {
    const soft = throwing().map((p) => {
      let pixels = Float64Array.from(p.pixels);
      for (let round = 0; round < 14; round++)
        pixels = pixels.map((v, i) => (v + pixels[Math.max(0, i - 1)]! + pixels[Math.min(pixels.length - 1, i + 1)]!) / 3);
      return { ...p, pixels: Uint8Array.from(pixels) };
    });
    expect(codes(clip(soft))).toEqual(['blurred']);
    const shaken = throwing().map((p, i) =>
      picture(W, H, (x, y) => p.pixels[y * W + Math.max(0, Math.min(W - 1, x + (i % 2) * 8))]!),
    );
    expect(codes(clip(shaken))).toEqual(['shaky']);
  });

  test('nobody, and somebody who is cut off: the side is named', () => {
    const empty = throwing().map((_, i) => picture(W, H, (x, y) => field(x / 2, y / 2) + (x % 24 < 2 ? 40 : 0), i / 12));
    expect(codes(clip(empty))).toEqual(['nobody']);
    const cut = clipHealth(clip(throwing(undefined, 0)));
    expect(cut.map((p) => p.code)).toEqual(['cut-off']);
    expect(cut[0]!.says).toBe('He is cut off at the top.');
    expect(cut[0]!.change).toContain('Move the tripod back');
  });

  test('too few pictures say nothing of movement, and the limits are data', () => {
    expect(healthFigures(clip(throwing().slice(0, 5)))).toMatchObject({ shake: null, movingShare: null, edges: null });
    expect(healthFigures(clip([]))).toMatchObject({ ninth: 0, sharpness: null });
    expect(clipHealth(clip(throwing()), { ...HEALTH_LIMITS, seconds: 3 }).map((p) => p.code)).toEqual(['short']);
  });
});
