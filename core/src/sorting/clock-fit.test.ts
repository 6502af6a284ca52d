import { expect, test } from 'vitest';
import { fitClock, onServer, type ClockFit, type ClockSight } from './clock-fit.ts';

const START: ClockFit = { reference: 0, offset: 61_000, drift: 0, late: 1500, scale: 6000, offsetSd: 0 };
/** Camera clock that is a minute behind and loses two seconds an hour; taps come two seconds late. */
const sightsAt = (late: number, minutes: number): ClockSight[] =>
  Array.from({ length: minutes }, (_, m) => {
    const camera = (m - minutes / 2) * 60_000;
    return { camera, server: camera + 60_000 + (2 / 3600) * camera + late, share: 1, by: 'tap' as const };
  });
const settle = (sights: readonly ClockSight[], usual: number): ClockFit => {
  let fit = START;
  for (let round = 0; round < 30; round += 1) fit = fitClock(fit, sights, usual);
  return fit;
};

test('offset and drift are found, though one tap in five is half a minute off', () => {
  const sights = sightsAt(2000, 180).map((s, k) => (k % 5 === 0 ? { ...s, server: s.server + 30_000 } : s));
  const fit = settle(sights, 2000);
  expect(fit.offset).toBeCloseTo(60_000, -3);
  expect(3600 * fit.drift).toBeGreaterThan(1.7);
  expect(3600 * fit.drift).toBeLessThan(2.3);
});

test('a slate with the time says the offset whatever the taps do, and the taps then how late they come', () => {
  const slates: ClockSight[] = [-3e6, 3e6].map((camera) => ({
    camera,
    server: camera + 60_000 + (2 / 3600) * camera,
    share: 1,
    by: 'slate',
  }));
  const fit = settle([...sightsAt(4000, 120), ...slates], 1500);
  expect(Math.abs(fit.offset - 60_000)).toBeLessThan(150);
  expect(Math.abs(fit.late - 4000)).toBeLessThan(300);
  expect(fit.offsetSd).toBeLessThan(500);
});

test('without anything to go by the clock stays where it was guessed, and says that it is unsure', () => {
  const fit = settle([], 1500);
  expect(fit.drift).toBe(0);
  expect(fit.late).toBeCloseTo(1500, 6);
  expect(fit.offsetSd).toBeGreaterThan(1e6);
});

test('a moment of the camera on the server’s clock', () => {
  expect(onServer({ ...START, offset: 1000, drift: 0.001 }, 5000)).toBe(6005);
});
