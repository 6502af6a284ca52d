import { describe, expect, test } from 'vitest';
import { jointAngle } from './joint-angle.ts';
import type { Point } from './point.ts';

const at = (degrees: number, length: number): Point => ({
  x: length * Math.cos((degrees * Math.PI) / 180),
  y: length * Math.sin((degrees * Math.PI) / 180),
});
const vertex = { x: 0, y: 0 };

describe('jointAngle', () => {
  // Plane geometry: 3-4-5 triangle, equilateral triangle, right angle.
  test.each([
    [{ x: 4, y: 0 }, { x: 4, y: 3 }, 36.86989764584402],
    [{ x: 1, y: 0 }, { x: 0.5, y: Math.sqrt(3) / 2 }, 60],
    [{ x: 0, y: -9 }, { x: 2, y: 0 }, 90],
    [{ x: -5, y: 0 }, { x: 7, y: 0 }, 180],
    [{ x: 5, y: 5 }, { x: 7, y: 7 }, 0],
  ])('%o and %o about the origin', (proximal, distal, degrees) => {
    expect(jointAngle({ proximal, vertex, distal, pointSd: 0 }).value).toBeCloseTo(degrees, 12);
  });

  test('nothing is lost near 0 and 180, where an arc cosine loses half of its digits', () => {
    const tiny = 1e-9;
    const near0 = jointAngle({ proximal: { x: 1, y: 0 }, vertex, distal: { x: 1, y: tiny }, pointSd: 0 }).value;
    expect(near0 / ((tiny * 180) / Math.PI)).toBeCloseTo(1, 6);
    const near180 = jointAngle({ proximal: { x: -1, y: 0 }, vertex, distal: { x: 1, y: tiny }, pointSd: 0 }).value;
    expect((180 - near180) / ((tiny * 180) / Math.PI)).toBeCloseTo(1, 4);
  });

  test('the angle does not depend on place, turn, mirror or which end comes first', () => {
    const [a, b] = [at(20, 80), at(157, 130)];
    const plain = jointAngle({ proximal: a, vertex, distal: b, pointSd: 2 });
    const moved = (p: Point): Point => ({ x: 400 - p.y, y: 250 - p.x });
    const other = jointAngle({ proximal: moved(b), vertex: moved(vertex), distal: moved(a), pointSd: 2 });
    expect(plain.value).toBeCloseTo(137, 10);
    expect(other.value).toBeCloseTo(plain.value, 10);
    expect(other.sd).toBeCloseTo(plain.sd, 10);
  });

  // JCGM 100:2008, 5.1.2, worked by hand: at a right angle with arms a and b the gradient is 1/a, 1/b and their hypotenuse.
  test('the error of a right angle with arms of 100 px and 2 px per axis', () => {
    const { sd } = jointAngle({ proximal: { x: 0, y: -100 }, vertex, distal: { x: 100, y: 0 }, pointSd: 2 });
    expect(sd).toBeCloseTo((2 * Math.sqrt(1e-4 + 1e-4 + 2e-4) * 180) / Math.PI, 10);
  });

  test('the error of a straight limb counts the vertex twice', () => {
    const { sd } = jointAngle({ proximal: { x: -50, y: 0 }, vertex, distal: { x: 50, y: 0 }, pointSd: 1 });
    expect(sd).toBeCloseTo((Math.sqrt(1 + 1 + 4) / 50) * (180 / Math.PI), 10);
  });

  test('the error agrees with a numerical derivative', () => {
    const points = { proximal: { x: 310.2, y: 120.7 }, vertex: { x: 352.9, y: 201.1 }, distal: { x: 340.4, y: 290.3 } };
    const h = 1e-4;
    let variance = 0;
    for (const id of ['proximal', 'vertex', 'distal'] as const)
      for (const axis of ['x', 'y'] as const) {
        const shifted = (by: number) =>
          jointAngle({ ...points, [id]: { ...points[id], [axis]: points[id][axis] + by }, pointSd: 0 }).value;
        variance += ((shifted(h) - shifted(-h)) / (2 * h)) ** 2;
      }
    expect(jointAngle({ ...points, pointSd: 1.5 }).sd).toBeCloseTo(1.5 * Math.sqrt(variance), 6);
  });

  test.each([
    ['proximal', { proximal: undefined as unknown as Point, vertex, distal: at(1, 1) }],
    ['vertex', { proximal: at(1, 1), vertex: { x: Number.NaN, y: 0 }, distal: at(2, 1) }],
    ['distal', { proximal: at(1, 1), vertex, distal: { x: 0, y: Infinity } }],
    ['proximal coincides with vertex', { proximal: { x: 0, y: 0 }, vertex, distal: at(2, 1) }],
    ['distal coincides with vertex', { proximal: at(1, 1), vertex, distal: { x: 0, y: 0 } }],
  ])('an error names %s', (name, points) => {
    expect(() => jointAngle({ ...points, pointSd: 1 })).toThrow(name);
  });

  test('a negative error of a point is refused by name', () => {
    expect(() => jointAngle({ proximal: at(1, 1), vertex, distal: at(2, 1), pointSd: -1 })).toThrow('pointSd');
  });
});
