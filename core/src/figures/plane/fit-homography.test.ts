import { describe, expect, test } from 'vitest';
import { applyHomography, fitHomography, type PlanePoint } from './fit-homography.ts';
import { symmetricEigen } from './symmetric-eigen.ts';

const pairs = (from: ReadonlyArray<readonly [number, number]>, to: ReadonlyArray<readonly [number, number]>) =>
  from.map(([x, y], i) => ({ from: { x, y }, to: { x: to[i]![0], y: to[i]![1] } }));

describe('symmetricEigen', () => {
  // By hand: the characteristic polynomial of [[2, 1], [1, 2]] has the roots 1 and 3.
  test('two by two, by hand', () => {
    const [low, high] = symmetricEigen([
      [2, 1],
      [1, 2],
    ]);
    expect(low!.value).toBeCloseTo(1, 12);
    expect(high!.value).toBeCloseTo(3, 12);
    expect(Math.abs(low!.vector[0]! + low!.vector[1]!)).toBeLessThan(1e-12);
  });
  // numpy 2.4.6, numpy.linalg.eigvalsh of the Hilbert matrix of order 4.
  test('the Hilbert matrix of order four', () => {
    const hilbert = Array.from({ length: 4 }, (_, i) => Array.from({ length: 4 }, (__, j) => 1 / (i + j + 1)));
    const expected = [9.670230402e-5, 6.738273605761e-3, 0.169141220221, 1.500214280059];
    for (const [i, e] of symmetricEigen(hilbert).entries()) expect(e.value).toBeCloseTo(expected[i]!, 10);
  });
});

describe('fitHomography', () => {
  // Heckbert PS, Fundamentals of Texture Mapping and Image Warping, 1989, section 2.2.3: the unit square to any four places (value from memory).
  function heckbert([p0, p1, p2, p3]: readonly PlanePoint[], u: number, v: number): PlanePoint {
    const [dx1, dx2, dx3] = [p1!.x - p2!.x, p3!.x - p2!.x, p0!.x - p1!.x + p2!.x - p3!.x];
    const [dy1, dy2, dy3] = [p1!.y - p2!.y, p3!.y - p2!.y, p0!.y - p1!.y + p2!.y - p3!.y];
    const below = dx1 * dy2 - dx2 * dy1;
    const [g, h] = [(dx3 * dy2 - dx2 * dy3) / below, (dx1 * dy3 - dx3 * dy1) / below];
    const w = g * u + h * v + 1;
    return {
      x: ((p1!.x - p0!.x + g * p1!.x) * u + (p3!.x - p0!.x + h * p3!.x) * v + p0!.x) / w,
      y: ((p1!.y - p0!.y + g * p1!.y) * u + (p3!.y - p0!.y + h * p3!.y) * v + p0!.y) / w,
    };
  }
  test('the unit square to four places, by the published formula', () => {
    const places = [
      { x: 120, y: 610 },
      { x: 880, y: 590 },
      { x: 655, y: 402 },
      { x: 310, y: 398 },
    ];
    const square = [
      [0, 0],
      [1, 0],
      [1, 1],
      [0, 1],
    ] as const;
    const fit = fitHomography(places.map((to, i) => ({ from: { x: square[i]![0], y: square[i]![1] }, to })));
    expect(fit.rms).toBe(0);
    for (const [u, v] of [
      [0.5, 0.5],
      [0.2, 0.9],
      [1, 0.3],
    ] as const) {
      const [at, expected] = [applyHomography(fit, { x: u, y: v }), heckbert(places, u, v)];
      expect(at.x).toBeCloseTo(expected.x, 8);
      expect(at.y).toBeCloseTo(expected.y, 8);
    }
  });

  const FROM = [
    [102, 611],
    [874, 590],
    [655, 402],
    [310, 398],
    [480, 505],
    [220, 470],
  ] as const;
  const TO = [
    [0, 0],
    [1.2, 0.02],
    [1.18, 1.62],
    [0, 1.6],
    [0.62, 0.55],
    [0.05, 0.8],
  ] as const;
  // numpy 2.4.6: numpy.linalg.svd of the normalised equations (as Hartley and Zisserman 4.2), then Gauss-Newton with numpy.linalg.lstsq on what is missed on the plane.
  test('six marks that do not agree: least squares on the plane, as numpy has it', () => {
    const fit = fitHomography(pairs(FROM, TO));
    expect(fit.rms).toBeCloseTo(0.044943224190221, 8);
    const at = applyHomography(fit, { x: 500, y: 500 });
    expect(at.x).toBeCloseTo(0.621228409668, 6);
    expect(at.y).toBeCloseTo(0.545590271893, 6);
    const other = applyHomography(fit, { x: 300, y: 600 });
    expect(other.x).toBeCloseTo(0.302215354421, 6);
    expect(other.y).toBeCloseTo(0.044076989183, 6);
  });
  test('marks without an error are met, however many and in whatever units', () => {
    const four = fitHomography(pairs(FROM.slice(0, 4), TO.slice(0, 4)));
    const more = FROM.map(([x, y]) => ({ from: { x, y }, to: applyHomography(four, { x, y }) }));
    const fit = fitHomography(more.map(({ from, to }) => ({ from, to: { x: 1000 * to.x + 7e5, y: 1000 * to.y } })));
    expect(fit.rms).toBeLessThan(1e-6);
    const [at, expected] = [applyHomography(fit, { x: 350, y: 520 }), applyHomography(four, { x: 350, y: 520 })];
    expect(at.x).toBeCloseTo(1000 * expected.x + 7e5, 4);
    expect(at.y).toBeCloseTo(1000 * expected.y, 4);
  });
  test('its docstring', () => {
    const halves = fitHomography(
      pairs(
        [
          [0, 0],
          [2, 0],
          [2, 2],
          [0, 2],
        ],
        [
          [0, 0],
          [1, 0],
          [1, 1],
          [0, 1],
        ],
      ),
    );
    const at = applyHomography(halves, { x: 1, y: 1 });
    expect(at.x).toBeCloseTo(0.5, 12);
    expect(at.y).toBeCloseTo(0.5, 12);
  });

  const GOOD = FROM.slice(0, 4);
  const PLANE = TO.slice(0, 4);
  test.each([
    ['four marks, and there are 3', GOOD.slice(0, 3), PLANE.slice(0, 3)],
    ['marks 1 and 3 are the same place in the picture', [GOOD[0]!, GOOD[1]!, GOOD[0]!, GOOD[3]!], PLANE],
    ['marks 2 and 4 are the same place on the ground', GOOD, [PLANE[0]!, PLANE[1]!, PLANE[2]!, PLANE[1]!]],
    [
      'marks 1, 2, 3 lie on one line in the picture',
      [
        [100, 100],
        [200, 150],
        [300, 200.05],
        [150, 400],
      ] as const,
      PLANE,
    ],
    [
      'marks 2, 3, 4 lie on one line on the ground',
      GOOD,
      [
        [5, 1],
        [0, 0],
        [1, 1],
        [2, 2],
      ] as const,
    ],
    [
      'more than one plane',
      [
        [100, 100],
        [200, 150],
        [300, 200],
        [400, 250],
        [150, 400],
      ] as const,
      [
        [0, 0],
        [1, 0],
        [2, 0],
        [3, 0],
        [0, 2],
      ] as const,
    ],
  ])('%s: refused', (words, from, to) => {
    expect(() => fitHomography(pairs(from, to))).toThrow(words);
  });
  test('a place on the horizon lies nowhere', () => {
    const fit = fitHomography(pairs(GOOD, PLANE));
    const [g, h, i] = fit.matrix.slice(6) as [number, number, number];
    expect(() => applyHomography(fit, { x: 0, y: -i / h })).toThrow('horizon');
    expect(g).not.toBe(0);
  });
});
