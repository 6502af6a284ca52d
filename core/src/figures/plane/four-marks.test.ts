import { describe, expect, test } from 'vitest';
import { applyHomography, fitHomography } from './fit-homography.ts';
import { fourMarks } from './four-marks.ts';

const PICTURE = [
  { x: 230, y: 510 },
  { x: 712, y: 500 },
  { x: 672, y: 452 },
  { x: 278, y: 461 },
];
const GROUND = [
  { x: 0, y: -0.75 },
  { x: 0, y: 0.75 },
  { x: 1.8, y: 0.75 },
  { x: 1.8, y: -0.75 },
];
const pairs = PICTURE.map((from, i) => ({ from, to: GROUND[i]! }));

describe('fourMarks', () => {
  test('is what the direct linear transformation gives', () => {
    const [plane, fit] = [fourMarks(pairs), fitHomography(pairs)];
    for (const at of [
      { x: 500, y: 480 },
      { x: 300, y: 500 },
      { x: 650, y: 455 },
    ]) {
      expect(plane.at(at).x).toBeCloseTo(applyHomography(fit, at).x, 8);
      expect(plane.at(at).y).toBeCloseTo(applyHomography(fit, at).y, 8);
    }
  });
  test('meets its marks', () => {
    for (const { from, to } of pairs) {
      expect(fourMarks(pairs).at(from).x).toBeCloseTo(to.x, 10);
      expect(fourMarks(pairs).at(from).y).toBeCloseTo(to.y, 10);
    }
  });
  test('three marks on one line, or other than four, are refused', () => {
    const bent = pairs.map((p, i) => (i === 1 ? { ...p, from: { x: 254, y: 485.5 } } : p));
    expect(() => fourMarks([bent[0]!, bent[1]!, bent[3]!, bent[2]!])).toThrow('on one line');
    expect(() => fourMarks(pairs.slice(0, 3))).toThrow('there are 3');
  });
  test('the horizon lies nowhere', () => {
    const m = fitHomography(pairs).matrix;
    expect(() => fourMarks(pairs).at({ x: 0, y: -m[8] / m[7] })).toThrow('horizon');
  });
});
