import { expect, test } from 'vitest';
import { crossings, isCrossed } from './crossings.ts';
import { findDeliveries } from './find-deliveries.ts';
import { BANDS, motionSeries, type MotionSample } from './motion-series.ts';

const EVERY = 0.1;
/** A film of ten pictures a second in which so much moves about band 10, by time. */
function filmOf(
  moving: (seconds: number) => number,
  seconds: number,
  more?: (seconds: number, bands: Float64Array) => boolean,
): MotionSample[] {
  return Array.from({ length: Math.round(seconds / EVERY) }, (_, k) => {
    const at = k * EVERY;
    const bands = new Float64Array(BANDS);
    for (let b = 8; b < 13; b += 1) bands[b] = moving(at);
    return { seconds: at, bands, shaken: more?.(at, bands) ?? false };
  });
}
/** Still, a lift of 0.8 s, a burst of 0.7 s, a finish. */
const delivery = (begins: number) => (t: number) => {
  const since = t - begins;
  return since < 0 || since > 1.9 ? 0 : since < 0.8 ? 0.1 : since < 1.5 ? 0.3 : 0.08;
};
const both =
  (...all: Array<(t: number) => number>) =>
  (t: number) =>
    Math.max(...all.map((f) => f(t)));

test('still, a lift, a burst: a delivery, cut 0.7 s before its first move and 0.7 s after its finish', () => {
  const [found, ...more] = findDeliveries(filmOf(delivery(4), 10));
  expect(more).toEqual([]);
  expect(found!.firstMove).toBeGreaterThan(3.7);
  expect(found!.firstMove).toBeLessThanOrEqual(4);
  expect(found!.start).toBeCloseTo(found!.firstMove - 0.7, 9);
  expect(found!.finish).toBeGreaterThan(5.3);
  expect(found!.end).toBeCloseTo(found!.finish + 0.7, 9);
  expect(found!.end).toBeGreaterThan(5.9);
});

test('several in one film, each once', () => {
  expect(findDeliveries(filmOf(both(delivery(3), delivery(12), delivery(25)), 30))).toHaveLength(3);
});

test('a walk moves alike from its first step, an easy throw is its burst alone: neither is one', () => {
  const walk = (t: number): number => (t > 3 && t < 7 ? 0.2 : 0);
  const easy = (t: number): number => (t > 12 && t < 12.5 ? 0.25 : t >= 12.5 && t < 13 ? 0.3 : 0);
  expect(findDeliveries(filmOf(both(walk, easy), 20))).toEqual([]);
  expect(findDeliveries(filmOf(both(walk, easy, delivery(16)), 25))).toHaveLength(1);
});

test('whoever comes from elsewhere does not throw there', () => {
  const film = filmOf(both(delivery(3), delivery(12), delivery(20)), 30, (t, bands) => {
    for (let b = 18; b < 23; b += 1) bands[b] = delivery(26)(t);
    return false;
  });
  expect(findDeliveries(film)).toHaveLength(3);
});

test('a camera that is bumped while somebody stands still films no delivery, and one bumped in a delivery does', () => {
  const bumped = (at: number) => (t: number, bands: Float64Array) => {
    if (t < at || t > at + 0.4) return false;
    bands.fill(0.6);
    return true;
  };
  expect(findDeliveries(filmOf(() => 0, 10, bumped(5)))).toEqual([]);
  expect(findDeliveries(filmOf(delivery(4), 10, bumped(4.9)))).toHaveLength(1);
});

test('who crosses the picture is found with his pace, hides what is behind him, and does not hide a delivery', () => {
  const crosser = (t: number, bands: Float64Array) => {
    const place = (t - 3.2) * 8;
    for (let b = 0; b < BANDS; b += 1) if (Math.abs(b - place) < 2) bands[b] = 0.5;
    return false;
  };
  const film = filmOf(delivery(4), 12, crosser);
  const [found, ...more] = crossings(film);
  expect(more).toEqual([]);
  expect(found!.speed).toBeGreaterThan(6);
  expect(found!.speed).toBeLessThan(10);
  expect(isCrossed([found!], 4.45, 10)).toBe(true);
  expect(isCrossed([found!], 8, 10)).toBe(false);
  expect(findDeliveries(film)).toHaveLength(1);
  expect(findDeliveries(filmOf(() => 0, 12, crosser))).toEqual([]);
});

test('who walks up to the mound crosses nothing', () => {
  const film = filmOf(
    () => 0,
    8,
    (t, bands) => {
      const place = Math.min(10, (t - 1) * 5);
      if (place >= 0 && t < 3.2) bands[Math.floor(place)] = 0.4;
      return false;
    },
  );
  expect(crossings(film)).toEqual([]);
});

test('a film too short to tell has none', () => {
  expect(findDeliveries([])).toEqual([]);
  expect(crossings([])).toEqual([]);
});

const grey = (value: (x: number, y: number) => number, seconds = 0) => ({
  width: 48,
  height: 24,
  seconds,
  pixels: Uint8Array.from({ length: 48 * 24 }, (_, i) => value(i % 48, Math.floor(i / 48))),
});

test('what has changed is told by its band; a cloud changes nothing, a bump everything', () => {
  const next = motionSeries();
  const texture = (x: number, y: number): number => 60 + ((x * 37 + y * 91) % 100);
  expect(next(grey(texture))).toBeNull();
  const moved = next(grey((x, y) => (x >= 10 && x < 12 && y < 12 ? 250 : texture(x, y)), 0.1))!;
  expect(moved.bands[5]).toBeCloseTo(0.5, 9);
  expect(moved.bands.filter((b) => b > 0)).toHaveLength(1);
  expect(moved.seconds).toBe(0.1);
  next(grey(texture));
  const dimmed = next(grey((x, y) => 0.7 * texture(x, y)))!;
  expect(dimmed.bands.every((b) => b === 0)).toBe(true);
  const bumped = next(grey((x, y) => 0.7 * texture(x + 5, y)))!;
  expect(bumped.shaken).toBe(true);
  expect(dimmed.shaken).toBe(false);
});

test('a picture of another size is refused', () => {
  const next = motionSeries();
  next(grey(() => 1));
  expect(() => next({ width: 2, height: 1, seconds: 1, pixels: Uint8Array.of(1, 2) })).toThrow(
    'a picture of 2 x 1 among those of 48 x 24',
  );
});
