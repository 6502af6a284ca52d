import { describe, expect, test } from 'vitest';
import { greyOf } from './grey.ts';

const none = new Uint8Array();

describe('greyOf', () => {
  // Narrow range to 0 to 255: ITU-R BT.601-7, 16 is black, 235 white.
  const grey = (luma: number): number => ((luma - 16) * 255) / 219;
  const luma = Uint8Array.from([16, 20, 100, 235, 24, 60, 200, 17, 50, 50, 50, 50]);
  test('each pixel by itself', () => {
    const { width, height, values } = greyOf({ width: 4, height: 3, luma, cb: none, cr: none });
    expect([width, height]).toEqual([4, 3]);
    for (const [i, v] of values.entries()) expect(v).toBeCloseTo(grey(luma[i]!), 3);
  });
  test('squares of four, each of them counting alike; a row that is left over is dropped', () => {
    const { width, height, values } = greyOf({ width: 4, height: 3, luma, cb: none, cr: none }, 2);
    expect([width, height]).toEqual([2, 1]);
    expect(values[0]).toBeCloseTo(grey((16 + 20 + 24 + 60) / 4), 3);
    expect(values[1]).toBeCloseTo(grey((100 + 235 + 200 + 17) / 4), 3);
  });
  // A film of 480 lines in 16:9 is 854 wide: its rows begin in the middle of a four.
  test.each([
    { what: 'rows of an odd width', width: 5, from: 0 },
    { what: 'rows that do not begin with a whole four', width: 6, from: 0 },
    { what: 'bytes that begin within a four', width: 8, from: 3 },
  ])('$what are read in their own places', ({ width, from }) => {
    const plane = Uint8Array.from({ length: from + 4 * width }, (_, i) => 16 + ((i * 37) % 219)).subarray(from);
    const at = (x: number, y: number): number => plane[y * width + x]!;
    const picture = { width, height: 4, luma: plane, cb: none, cr: none };
    const whole = greyOf(picture).values;
    expect(whole).toHaveLength(4 * width);
    for (const [i, v] of whole.entries()) expect(v).toBeCloseTo(grey(plane[i]!), 3);
    const half = greyOf(picture, 2);
    expect([half.width, half.height]).toEqual([width >> 1, 2]);
    for (let y = 0; y < 2; y++)
      for (let x = 0; x < half.width; x++) {
        const four = at(2 * x, 2 * y) + at(2 * x + 1, 2 * y) + at(2 * x, 2 * y + 1) + at(2 * x + 1, 2 * y + 1);
        expect(half.values[y * half.width + x]).toBeCloseTo(grey(four / 4), 3);
      }
  });
});
