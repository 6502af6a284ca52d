import { describe, expect, test } from 'vitest';
import { frameTimebase } from '../film/frame-timebase.ts';
import { ballLead, pointFrame } from './ball-lead.ts';
import type { FigureId } from './figure-ids.ts';
import { measurePose, type MeasuredPoints } from './measure-pose.ts';
import type { Position } from './position.ts';
import type { PointAt } from './point-at.ts';
import { poseFigure } from './registry.ts';
import { SIDE, frontLeg, measurePlaced } from './testing/placed-points.ts';

describe('where a figure is smooth', () => {
  // JCGM 100:2008, 5.1.2, worked by hand: at a right angle with arms a and b the gradient is 1/a, 1/b and their hypotenuse.
  test('the error of a right angle with arms of 100 px and 2 px per axis', () => {
    const { estimate } = measurePlaced('frontKneeContact', frontLeg({ x: 0, y: -100 }, { x: 0, y: 0 }, { x: 100, y: 0 }));
    expect(estimate!.value).toBeCloseTo(90, 10);
    expect(estimate!.sd).toBeCloseTo((2 * Math.sqrt(1e-4 + 1e-4 + 2e-4) * 180) / Math.PI, 3);
  });

  // JCGM 100:2008, 5.1.2: both ends move the direction by one over the length.
  test('the error of a tilt is that of two ends over the length', () => {
    const { estimate } = measurePlaced('backShinDrive', {
      'driveStart.backAnkle': { x: 0, y: 100 },
      'driveStart.backKnee': { x: 0, y: 0 },
    });
    expect(estimate!.sd).toBeCloseTo((Math.SQRT2 * 2 * 180) / (100 * Math.PI), 3);
  });

  test('each point counts with its own error', () => {
    const exact = { x: 0, y: 0, sd: 0 };
    const one = (sd: number) =>
      measurePose(
        poseFigure('backShinDrive')!,
        { 'driveStart.backAnkle': { x: 0, y: 100, sd }, 'driveStart.backKnee': exact },
        SIDE,
      ).reading.estimate!.sd;
    expect(one(0)).toBe(0);
    expect(one(4) / one(2)).toBeCloseTo(2, 2);
  });
});

describe('where first order does not hold', () => {
  test('a forearm that points level to the target is read as 180 degrees, on both sides of it', () => {
    const points = (dy: number) => ({ 'contact.throwingElbow': { x: 0, y: 0 }, 'contact.throwingWrist': { x: 50, y: dy } });
    for (const dy of [-1, 0, 1]) {
      const { estimate } = measurePlaced('forearmContact', points(dy));
      expect(Math.abs(estimate!.value - 180)).toBeLessThan(2);
      expect(estimate!.sd).toBeCloseTo((Math.SQRT2 * 2 * 180) / (50 * Math.PI), 1);
    }
    // Straight down and straight up keep their signs.
    expect(
      measurePlaced('forearmContact', { ...points(0), 'contact.throwingWrist': { x: 0, y: 50 } }).estimate!.value,
    ).toBeCloseTo(-90, 6);
    expect(
      measurePlaced('forearmContact', { ...points(0), 'contact.throwingWrist': { x: 0, y: -50 } }).estimate!.value,
    ).toBeCloseTo(90, 6);
  });

  test.each<[FigureId, Partial<Record<PointAt, Position>>, string]>([
    [
      'footOpensShare',
      {
        'set.backAnkle': { x: 100, y: 0 },
        'footOpens.frontAnkle': { x: 140, y: 0 },
        'contact.frontAnkle': { x: 100, y: 0 },
      },
      'too close together',
    ],
    [
      'baseWidth',
      {
        'set.frontAnkle': { x: 140, y: 300 },
        'set.backAnkle': { x: 100, y: 300 },
        'set.throwingShoulder': { x: 80, y: 60 },
        'set.gloveShoulder': { x: 80, y: 60 },
      },
      'throwing shoulder and glove shoulder lie too close together at “set”',
    ],
    [
      'backShinDrive',
      { 'driveStart.backAnkle': { x: 1, y: 0 }, 'driveStart.backKnee': { x: 0, y: 1 } },
      'back ankle and back knee lie too close together',
    ],
    ['frontKneeContact', frontLeg({ x: 0, y: 0 }, { x: 0, y: 0 }, { x: 0, y: 90 }), 'front hip and front knee lie too close'],
  ])('%s that cannot be read says so, with the points', (id, points, why) => {
    const { estimate, why: said } = measurePlaced(id, points);
    expect(estimate).toBeNull();
    expect(said).toContain('cannot be read here');
    expect(said).toContain(why);
  });

  test('an error of a point that is none is refused', () => {
    expect(() =>
      measurePlaced('backShinDrive', { 'driveStart.backAnkle': { x: 0, y: 90 }, 'driveStart.backKnee': { x: 0, y: 0 } }, -1),
    ).toThrow('sd of at least 0');
  });
});

describe('where the ball left the hand', () => {
  const film = frameTimebase([0, 0.01, 0.02, 0.06, 0.07], 1);
  test('a single mark is led back by half of the interval before it, at a variable rate in proportion', () => {
    expect(ballLead({ frame: 2, frameTo: null }, film)).toEqual({
      value: expect.closeTo(-0.125, 12),
      sd: expect.closeTo(0.25 / Math.sqrt(12), 12),
    });
    expect(ballLead({ frame: 3, frameTo: null }, film)!.value).toBeCloseTo(-2, 12);
  });
  test('of an interval the ball is out at its end', () => {
    expect(ballLead({ frame: 1, frameTo: 2 }, film)!.value).toBeCloseTo(-0.125, 12);
    expect(ballLead({ frame: 1, frameTo: 3 }, film)!.value).toBeCloseTo(-2.5, 12);
    expect([pointFrame({ frame: 1, frameTo: 3 }, 'ball'), pointFrame({ frame: 1, frameTo: 3 }, 'ballLater')]).toEqual([3, 4]);
    expect(pointFrame({ frame: 1, frameTo: 3 }, 'frontKnee')).toBe(1);
  });
  test('without the frames around it nothing is said', () => {
    expect(ballLead({ frame: 0, frameTo: null }, film)).toBeNull();
    expect(ballLead({ frame: 4, frameTo: null }, film)).toBeNull();
    const points = Object.fromEntries(
      poseFigure('ballAheadRelease')!.needs.map((at, i) => [at, { x: 20 * i, y: 50 * i, sd: 2 }]),
    ) as MeasuredPoints;
    expect(measurePose(poseFigure('ballAheadRelease')!, points, SIDE).reading).toEqual({
      estimate: null,
      why: 'cannot be read here: the frames around the release are not in the film',
    });
  });
});
