// A thousand placings each: apart from the other tests, so that a run over many mutants can leave them out.
import { FOUR_CONES } from './ground-marks.ts';
import { describe, expect, test } from 'vitest';
import { normals } from '../estimate/testing/normals.ts';
import type { FigureId } from './figure-ids.ts';
import type { Position } from './position.ts';
import type { PointAt } from './point-at.ts';
import { poseFigure } from './registry.ts';
import { frontLeg, measurePlaced } from './testing/placed-points.ts';

describe('where first order does not hold', () => {
  /** How often the stated 95 % interval holds the truth, over a thousand placings. */
  const coverage = (id: FigureId, truth: Partial<Record<PointAt, Position>>): number => {
    const normal = normals(7);
    const exact = poseFigure(id)!.value(truth, 1, 0, FOUR_CONES);
    let held = 0;
    for (let i = 0; i < 1000; i++) {
      const placed = Object.fromEntries(
        Object.entries(truth).map(([at, p]) => [at, { x: p!.x + 2 * normal(), y: p!.y + 2 * normal() }]),
      );
      const { estimate } = measurePlaced(id, placed);
      if (!estimate) continue;
      if (Math.abs(estimate.value - exact) <= 1.96 * estimate.sd) held += 1;
    }
    return held / 1000;
  };

  test.each<[string, FigureId, Partial<Record<PointAt, Position>>]>([
    ['a straight knee', 'frontKneeContact', frontLeg({ x: 0, y: 0 }, { x: 0, y: 100 }, { x: 0, y: 200 })],
    [
      'thighs in one line',
      'legSpread',
      {
        'contact.frontHip': { x: 0, y: 0 },
        'contact.frontKnee': { x: 90, y: 0 },
        'contact.backHip': { x: 0, y: 0 },
        'contact.backKnee': { x: -90, y: 0 },
      },
    ],
    [
      'feet one behind the other',
      'baseWidth',
      {
        'set.frontAnkle': { x: 100, y: 300 },
        'set.backAnkle': { x: 100, y: 300 },
        'set.throwingShoulder': { x: 80, y: 60 },
        'set.gloveShoulder': { x: 130, y: 60 },
      },
    ],
    ['a knee of few pixels', 'frontKneeContact', frontLeg({ x: 0, y: 0 }, { x: 0, y: 14 }, { x: 12, y: 20 })],
    [
      'a forearm level to the target',
      'forearmContact',
      { 'contact.throwingElbow': { x: 0, y: 0 }, 'contact.throwingWrist': { x: 50, y: 0 } },
    ],
  ])('the stated interval holds the truth for %s', (_, id, truth) => {
    expect(coverage(id, truth)).toBeGreaterThanOrEqual(0.93);
  });
});
