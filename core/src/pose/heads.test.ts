import { describe, expect, test } from 'vitest';
import { BODY_POINTS, MIRRORED, pointsOfJoint } from './body-points.ts';
import { decodeBody, heatPeaks, outOfMirror, type Heads } from './heads.ts';

const CELLS = 12;
const PLANE = CELLS * CELLS;
const SQUARE = { x: 100, y: 200, side: 120 };

/** Heads that show bodies: each with its middle, and its points at cells with a fraction. */
function heads(
  bodies: ReadonlyArray<{ middle: [number, number]; points: ReadonlyArray<readonly [number, number]>; heat?: number }>,
): Heads {
  const all: Heads = {
    cells: CELLS,
    heat: new Float32Array(17 * PLANE),
    centre: new Float32Array(PLANE),
    regress: new Float32Array(34 * PLANE),
    offset: new Float32Array(34 * PLANE),
  };
  for (const {
    middle: [mx, my],
    points,
    heat = 0.9,
  } of bodies) {
    const middle = my * CELLS + mx;
    all.centre[middle] = 0.9;
    points.forEach(([x, y], k) => {
      const cell = Math.floor(y) * CELLS + Math.floor(x);
      all.heat[k * PLANE + cell] = heat;
      all.offset[2 * k * PLANE + cell] = y - Math.floor(y);
      all.offset[(2 * k + 1) * PLANE + cell] = x - Math.floor(x);
      all.regress[2 * k * PLANE + middle] = y - my + 0.8;
      all.regress[(2 * k + 1) * PLANE + middle] = x - mx - 0.7;
    });
  }
  return all;
}
const pixelOf = ([x, y]: readonly [number, number]) => ({ x: 40 + 10 * x, y: 140 + 10 * y });
const BODY = Array.from({ length: 17 }, (_, k): [number, number] => [2.25 + (k % 4) * 2, 1.5 + Math.floor(k / 4) * 2]);

describe('points of the body', () => {
  test('left and right change places in a mirror, the nose stays', () => {
    expect(MIRRORED[0]).toBe(0);
    for (const [i, m] of MIRRORED.entries()) expect(MIRRORED[m]).toBe(i);
    expect(BODY_POINTS[MIRRORED[BODY_POINTS.indexOf('leftKnee')]!]).toBe('rightKnee');
  });
  test('a right-hander throws with the right arm, and his left leg is in front', () => {
    expect(pointsOfJoint('throwingWrist', 'R').map((i) => BODY_POINTS[i])).toEqual(['rightWrist']);
    expect(pointsOfJoint('frontKnee', 'R').map((i) => BODY_POINTS[i])).toEqual(['leftKnee']);
    expect(pointsOfJoint('backAnkle', 'L').map((i) => BODY_POINTS[i])).toEqual(['leftAnkle']);
    expect(pointsOfJoint('gloveElbow', 'L').map((i) => BODY_POINTS[i])).toEqual(['rightElbow']);
    expect(pointsOfJoint('head', 'L').map((i) => BODY_POINTS[i])).toEqual(['leftEar', 'rightEar']);
  });
});

describe('decodeBody', () => {
  test('a point is where its cell and its offset say, in pixels of the picture', () => {
    const found = decodeBody(heads([{ middle: [5, 5], points: BODY }]), SQUARE);
    found.forEach((p, k) => {
      expect(p.x).toBeCloseTo(pixelOf(BODY[k]!).x, 4);
      expect(p.y).toBeCloseTo(pixelOf(BODY[k]!).y, 4);
      expect(p.score).toBeCloseTo(0.9, 6);
    });
  });
  test('of two bodies the one in the middle of the square is taken, though the other is hotter', () => {
    const beside = BODY.map(([x, y]): [number, number] => [Math.min(11.5, x + 3), y + 1.1]);
    const found = decodeBody(
      heads([
        { middle: [11, 6], points: beside, heat: 0.95 },
        { middle: [5, 5], points: BODY, heat: 0.6 },
      ]),
      SQUARE,
    );
    expect(found[3]!.x).toBeCloseTo(pixelOf(BODY[3]!).x, 4);
  });
});

describe('heatPeaks', () => {
  test('the hottest cells of their surroundings, hottest first, no more than asked for and none that is cold', () => {
    const own = heads([{ middle: [5, 5], points: BODY }]);
    for (const [x, y, value] of [
      [9, 9, 0.5],
      [1, 9, 0.3],
      [9, 1, 0.02],
      [10, 9, 0.4],
    ] as const)
      own.heat[y * CELLS + x] = value;
    const [nose] = heatPeaks(own, SQUARE);
    expect(nose!.map((p) => Number(p.score.toFixed(2)))).toEqual([0.9, 0.5, 0.3]);
    expect(heatPeaks(own, SQUARE, 2)[0]).toHaveLength(2);
  });
});

describe('outOfMirror', () => {
  test('what is found in the mirror is where it is, on its own side of the body', () => {
    // The same body in the mirror: left is right, and eleven cells from the one side are one from the other.
    const turned = MIRRORED.map((i): [number, number] => [CELLS - BODY[i]![0], BODY[i]![1]]);
    const there = heads([{ middle: [6, 5], points: turned }]);
    outOfMirror(heatPeaks(there, SQUARE), SQUARE).forEach((places, k) => {
      expect(places).toHaveLength(1);
      expect(places[0]!.x).toBeCloseTo(pixelOf(BODY[k]!).x, 4);
      expect(places[0]!.y).toBeCloseTo(pixelOf(BODY[k]!).y, 4);
      expect(places[0]!.score).toBeCloseTo(0.9, 6);
    });
  });
});
