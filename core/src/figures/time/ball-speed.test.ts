import { expect, test } from 'vitest';
import { formatEstimate } from '../../estimate/estimate.ts';
import { measureDelivery } from '../measure-delivery.ts';
import { MARKED } from '../testing/marked-clip.ts';
import { ballFlies, ballSpeed } from './ball-speed.ts';

const clip = (release: number, gloved: number) => ({
  ...MARKED,
  marks: [
    { event: 'release' as const, frame: release, frameTo: null },
    { event: 'gloved' as const, frame: gloved, frameTo: null },
  ],
});

test('46 feet less 1.3 m in 60 frames of 120 a second are 25.4 m/s, 57 mph', () => {
  const { figures, measured } = measureDelivery([clip(40, 100)], { rubberToPlateFeet: 46 });
  const speed = measured.get('ballSpeed')!;
  expect(speed.value).toBeCloseTo((46 * 0.3048 - 1.3) / 0.5, 9);
  // 0.5 m of 12.7 m, and two moments of half a frame each, uniform: relative errors in squares (JCGM 100:2008, 5.1.6).
  const relative = Math.hypot(0.5 / (46 * 0.3048 - 1.3), (Math.SQRT2 / 240 / 0.5) * 1);
  expect(speed.sd / speed.value).toBeCloseTo(relative, 2);
  // A mile an hour is 0.44704 m/s, exactly (NIST SP 811).
  expect(formatEstimate(speed)).toBe('57\u00a0±\u00a02\u00a0mph');
  expect(figures.find((f) => f.figure === 'ballSpeed')?.why).toBeNull();
  expect(ballFlies(60.5).value).toBeCloseTo(18.44 - 1.3, 2);
});

test('what it shares with the time to the plate is the catch, beside how far the ball flies', () => {
  const one = clip(40, 100);
  const marks = [...one.marks, { event: 'firstMove' as const, frame: 10, frameTo: null }];
  const { correlation } = measureDelivery([{ ...one, marks }], { rubberToPlateFeet: 46 });
  // By hand: a moment moves the speed by 12.72 m / 0.25 s² / 240 = 0.212 m/s, the flight by 0.5 m / 0.5 s = 1; the time has two moments alike (JCGM 100:2008, 5.2.2).
  const moment = (46 * 0.3048 - 1.3) / 0.5 ** 2 / 240;
  expect(correlation('ballSpeed', 'timeToPlate')).toBeCloseTo(-moment / (Math.hypot(Math.SQRT2 * moment, 1) * Math.SQRT2), 3);
});

test('without the distance it says what is missing, and a ball that is caught as it is let go has no speed', () => {
  const { figures, measured } = measureDelivery([clip(40, 100)]);
  expect(measured.has('ballSpeed')).toBe(false);
  expect(figures.find((f) => f.figure === 'ballSpeed')?.why).toContain('how far it is from the rubber to the plate');
  expect(measureDelivery([clip(40, 40)], { rubberToPlateFeet: 46 }).measured.has('ballSpeed')).toBe(false);
  expect(ballSpeed.bands.limits).toEqual([0, null]);
});
