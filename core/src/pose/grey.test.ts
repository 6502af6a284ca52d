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
  test('pairs of an odd width are refused: its second row would be read beside its place', () => {
    expect(() => greyOf({ width: 3, height: 4, luma, cb: none, cr: none }, 2)).toThrow('A picture 3 wide');
  });
});
