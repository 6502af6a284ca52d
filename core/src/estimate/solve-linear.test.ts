import { describe, expect, test } from 'vitest';
import { solveLinear } from './solve-linear.ts';

describe('solveLinear', () => {
  // By hand: 2 x + y = 3 and x + 3 y = 5.
  test('two equations, by hand', () => {
    const [x, y] = solveLinear(
      [
        [2, 1],
        [1, 3],
      ],
      [3, 5],
    )!;
    expect(x).toBeCloseTo(0.8, 12);
    expect(y).toBeCloseTo(1.4, 12);
  });
  test('a zero where the first pivot would stand', () => {
    expect(
      solveLinear(
        [
          [0, 2],
          [4, 0],
        ],
        [6, 8],
      ),
    ).toEqual([2, 3]);
  });
  test('equations that say the same twice do not tell', () => {
    expect(
      solveLinear(
        [
          [1, 2],
          [2, 4],
        ],
        [3, 6],
      ),
    ).toBeNull();
  });
});
