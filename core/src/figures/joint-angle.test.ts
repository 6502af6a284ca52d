import { describe, expect, test } from 'vitest';
import { jointAngle } from './joint-angle.ts';
import type { Position } from './position.ts';

const at = (degrees: number, length: number): Position => ({
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
    expect(jointAngle(proximal, vertex, distal)).toBeCloseTo(degrees, 12);
  });

  test('nothing is lost near 0 and 180, where an arc cosine loses half of its digits', () => {
    const tiny = 1e-9;
    const near0 = jointAngle({ x: 1, y: 0 }, vertex, { x: 1, y: tiny });
    expect(near0 / ((tiny * 180) / Math.PI)).toBeCloseTo(1, 6);
    const near180 = jointAngle({ x: -1, y: 0 }, vertex, { x: 1, y: tiny });
    expect((180 - near180) / ((tiny * 180) / Math.PI)).toBeCloseTo(1, 4);
  });

  test('the angle does not depend on place, turn, mirror or which end comes first', () => {
    const [a, b] = [at(20, 80), at(157, 130)];
    const moved = (p: Position): Position => ({ x: 400 - p.y, y: 250 - p.x });
    expect(jointAngle(a, vertex, b)).toBeCloseTo(137, 10);
    expect(jointAngle(moved(b), moved(vertex), moved(a))).toBeCloseTo(137, 10);
  });

  test.each([
    ['proximal coincides with the joint', { x: 0, y: 0 }, at(2, 1)],
    ['distal coincides with the joint', at(1, 1), { x: 0, y: 0 }],
  ])('an error says that %s', (name, proximal, distal) => {
    expect(() => jointAngle(proximal, vertex, distal)).toThrow(name);
  });
});
