import { describe, expect, test } from 'vitest';
import { FIGURE_RECIPES, type Estimate, type FigureId, type PointAt } from '@stride-chalk/core';
import {
  deliveryMotion,
  projectedFigures,
  randomSource,
  towardsTarget,
  tripod,
  trueFigures,
  type EventId,
  type Hand,
  type JointId,
} from '@stride-chalk/fieldcam';

const DRAWS = process.env.ACCURACY === 'long' ? 10_000 : 1000;
const POINT_SD = 2;
const PITCHERS = [
  { ageYears: 9, hand: 'R' },
  { ageYears: 11, hand: 'L' },
  { ageYears: 13, hand: 'R' },
  { ageYears: 15, hand: 'L' },
  { ageYears: 17, hand: 'R' },
] as const satisfies ReadonlyArray<{ ageYears: number; hand: Hand }>;

/** Every figure of 1,000 draws: points placed from the truth with 2 px error per axis, over five pitchers of both hands. */
function draws() {
  const errors = new Map<FigureId, { value: number; truth: number; estimate: Estimate }[]>(FIGURE_RECIPES.map((r) => [r.id, []]));
  const noise = randomSource(20260713);
  for (const [i, { ageYears, hand }] of PITCHERS.entries()) {
    const motion = deliveryMotion({ ageYears, hand, seed: 100 + i, delivery: 0 });
    const camera = tripod('openSide', { hand, heightMetres: motion.plan.height });
    const towards = towardsTarget('openSide', hand)!;
    const truth = projectedFigures(motion, camera, towards);
    const exact = new Map(
      [...new Set(FIGURE_RECIPES.flatMap((r) => r.needs))].map((need) => {
        const [event, point] = need.split('.') as [EventId, JointId];
        return [need, camera.project(motion.poseAt(motion.events[event]).joints[point])] as const;
      }),
    );
    for (let k = 0; k < DRAWS / PITCHERS.length; k++) {
      const placed = Object.fromEntries(
        [...exact].map(([need, p]) => [need, { x: p.x + POINT_SD * noise.normal(), y: p.y + POINT_SD * noise.normal() }]),
      ) as Record<PointAt, { x: number; y: number }>;
      for (const recipe of FIGURE_RECIPES) {
        const estimate = recipe.compute(placed, { towardsTarget: towards, pointSd: POINT_SD });
        errors.get(recipe.id)!.push({ value: estimate.value, truth: truth[recipe.id]!, estimate });
      }
    }
  }
  return errors;
}

const all = draws();

describe('points placed with 2 px error per axis', () => {
  test.each(FIGURE_RECIPES.map((r) => r.id))(
    '%s: the stated 95 %% interval holds the projected truth in 93 to 97 %% of the draws',
    (id) => {
      const rows = all.get(id)!;
      expect(rows.length).toBe(DRAWS);
      const held = rows.filter((r) => Math.abs(r.value - r.truth) <= 1.959964 * r.estimate.sd).length / rows.length;
      expect(held).toBeGreaterThanOrEqual(0.93);
      expect(held).toBeLessThanOrEqual(0.97);
    },
  );

  test.each(FIGURE_RECIPES.filter((r) => r.unit === 'degrees').map((r) => r.id))('%s: bias under 0.5 degrees', (id) => {
    const rows = all.get(id)!;
    const bias = rows.reduce((sum, r) => sum + r.value - r.truth, 0) / rows.length;
    expect(Math.abs(bias)).toBeLessThan(0.5);
  });
});

describe('the side view against the body itself', () => {
  // The camera stands 7.5 m away: perspective turns what lies out of the plane of the line a little.
  test.each([
    'frontKneeContact',
    'frontKneeRelease',
    'trunkContact',
    'backKneeTop',
    'backShinDrive',
    'frontShinContact',
  ] as const)('%s is within 4 degrees of the angle in the plane of the line', (id) => {
    for (const { ageYears, hand } of PITCHERS) {
      const motion = deliveryMotion({ ageYears, hand, seed: 7, delivery: 1 });
      const camera = tripod('openSide', { hand, heightMetres: motion.plan.height });
      expect(
        Math.abs(projectedFigures(motion, camera, towardsTarget('openSide', hand)!)[id]! - trueFigures(motion)[id]),
      ).toBeLessThan(4);
    }
  });

  test('stride in per cent of height is read within 4 per cent of height', () => {
    for (const { ageYears, hand } of PITCHERS) {
      const motion = deliveryMotion({ ageYears, hand, seed: 7, delivery: 1 });
      const camera = tripod('openSide', { hand, heightMetres: motion.plan.height });
      expect(
        Math.abs(100 * projectedFigures(motion, camera, towardsTarget('openSide', hand)!).stride! - trueFigures(motion).stride),
      ).toBeLessThan(4);
    }
  });
});
