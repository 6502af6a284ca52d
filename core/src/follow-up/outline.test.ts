import { expect, test } from 'vitest';
import { bodyHeightPixels } from '../figures/body-height.ts';
import type { PointsAt } from '../figures/point-at.ts';
import { outlineOf, tallOf, type PlacedJoints } from './outline.ts';

const JOINTS: PlacedJoints = {
  head: { x: 130, y: 40 },
  frontHip: { x: 110, y: 120 },
  backHip: { x: 90, y: 120 },
  frontKnee: { x: 140, y: 150 },
  frontAnkle: { x: 150, y: 200 },
};

test('places become heights ahead of the back foot and above it', () => {
  expect(outlineOf(JOINTS, 200, 1, { x: 100, y: 200 })).toMatchObject({
    head: { x: 0.15, y: 0.8 },
    frontAnkle: { x: 0.25, y: 0 },
  });
});

test('a left-hander lies over a right-hander: x goes towards the target for both', () => {
  const mirrored = Object.fromEntries(Object.entries(JOINTS).map(([id, p]) => [id, { x: 1000 - p.x, y: p.y }]));
  const [one, other] = [outlineOf(JOINTS, 200, 1, { x: 100, y: 200 }), outlineOf(mirrored, 200, -1, { x: 900, y: 200 })];
  for (const [id, p] of Object.entries(one)) expect(other[id as keyof PlacedJoints]!.x).toBeCloseTo(p.x, 12);
});

test('twice as far away is as tall', () => {
  const far = Object.fromEntries(Object.entries(JOINTS).map(([id, p]) => [id, { x: p.x / 2, y: p.y / 2 }]));
  const [near, half] = [tallOf(JOINTS)!, tallOf(far)!];
  expect(half).toBeCloseTo(near / 2, 12);
  expect(outlineOf(far, half, 1, { x: 50, y: 100 }).head!.y).toBeCloseTo(
    outlineOf(JOINTS, near, 1, { x: 100, y: 200 }).head!.y,
    12,
  );
});

test('at contact it is the height that figures are read with', () => {
  const points: PointsAt = Object.fromEntries(Object.entries(JOINTS).map(([id, p]) => [`contact.${id}`, p]));
  expect(tallOf(JOINTS)).toBeCloseTo(bodyHeightPixels(points), 12);
  // The longer leg counts: the other one is bent out of the picture.
  const both = { ...JOINTS, backKnee: { x: 90, y: 130 }, backAnkle: { x: 90, y: 140 } };
  expect(tallOf(both)).toBeCloseTo(tallOf(JOINTS)!, 12);
});

test('without a head, or a whole leg, nobody knows; a height of nothing is refused', () => {
  const { head: _, ...headless } = JOINTS;
  const { frontAnkle: __, ...legless } = JOINTS;
  expect([tallOf(headless), tallOf(legless)]).toEqual([null, null]);
  expect(() => outlineOf(JOINTS, 0, 1, { x: 0, y: 0 })).toThrow('above 0');
});
