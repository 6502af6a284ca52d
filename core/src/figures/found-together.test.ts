import { describe, expect, test } from 'vitest';
import { foundTogether } from './found-together.ts';
import { measureDelivery, type ClipWork, type EnteredPoint } from './measure-delivery.ts';
import type { Origin } from './point.ts';
import type { ViewId } from '../sheet/shape.ts';

const knee = (origins: readonly [Origin, Origin, Origin], view: ViewId = 'openSide'): number => {
  const places = [
    { point: 'frontHip', x: 100, y: 100 },
    { point: 'frontKnee', x: 110, y: 200 },
    { point: 'frontAnkle', x: 160, y: 290 },
  ] as const;
  const points = places.map((p, i): EnteredPoint => ({ ...p, event: 'contact', sd: 4, origin: origins[i]! }));
  const clip: ClipWork = { id: 'side', view, towardsTarget: 1, film: null, marks: [], points };
  return measureDelivery([clip]).figures.find((f) => f.figure === 'frontKneeContact')!.estimate!.sd;
};

describe('what is left of the errors of found joints where they go together', () => {
  const share = foundTogether('frontKneeContact', 'openSide');

  test('all found, confirmed or not yet: the share that was measured', () => {
    expect(share).toBeGreaterThan(0.2);
    expect(share).toBeLessThan(0.8);
    const apart = knee(['placed', 'placed', 'placed']);
    expect(knee(['confirmed', 'confirmed', 'confirmed'])).toBeCloseTo(share * apart, 2);
    expect(knee(['proposed', 'confirmed', 'proposed'])).toBeCloseTo(share * apart, 2);
  });

  test('one that somebody has placed or that is a guess errs by itself, and nothing is left out', () => {
    const apart = knee(['placed', 'placed', 'placed']);
    expect(knee(['confirmed', 'placed', 'confirmed'])).toBeCloseTo(apart, 9);
    expect(knee(['guessed', 'confirmed', 'confirmed'])).toBeCloseTo(apart, 9);
  });

  test('a view and a figure that were not measured so keep all of it', () => {
    const found = ['confirmed', 'confirmed', 'confirmed'] as const;
    expect(knee(found, 'closedSide')).toBeCloseTo(knee(['placed', 'placed', 'placed']), 9);
    expect(foundTogether('landingOffset', 'openSide')).toBe(1);
  });
});
