import { describe, expect, test } from 'vitest';
import { cropSquare, squareAround, wholePicture, type Picture } from './square.ts';

/** A picture of greys of 0 to 255. */
const picture = (width: number, height: number, at: (x: number, y: number) => number): Picture => ({
  ...{ width, height },
  luma: Uint8Array.from({ length: width * height }, (_, i) => 16 + (219 / 255) * at(i % width, Math.floor(i / width))),
  cb: new Uint8Array((width * height) / 4).fill(128),
  cr: new Uint8Array((width * height) / 4).fill(128),
});
/** Numbers of the model back to those of the picture. */
const byteOf = (value: number): number => (value + 1) * 127.5;

describe('squareAround', () => {
  const six = [
    [10, 20],
    [30, 20],
    [20, 10],
    [20, 60],
    [12, 40],
    [28, 40],
  ].map(([x, y]) => ({ x: x!, y: y!, score: 0.9 }));
  test('its middle is that of the points, its side the larger of their spans with the margin', () => {
    expect(squareAround(six, 1.5)).toEqual({ x: 20, y: 35, side: 75 });
  });
  test('what is not sure does not count, and five points are no body', () => {
    expect(squareAround([...six, { x: 900, y: 900, score: 0.1 }], 1.5)).toEqual({ x: 20, y: 35, side: 75 });
    expect(squareAround([...six.slice(1), { x: 900, y: 900, score: 0.1 }], 1.5)).toBeNull();
  });
  test('the whole picture is a square around its middle', () => {
    expect(wholePicture({ width: 960, height: 540 })).toEqual({ x: 480, y: 270, side: 960 });
  });
});

describe('cropSquare', () => {
  test('a square as large as what is asked for is the picture itself, a plane a channel', () => {
    const own = picture(12, 12, (x, y) => 3 * x + 11 * y);
    const crop = cropSquare(own, { x: 5, y: 6, side: 8 }, 8);
    // Middles of pixels lie on middles of pixels: pixel (1 + 2, 2 + 3) is the crop's (2, 3).
    for (const channel of [0, 64, 128]) expect(byteOf(crop[channel + 3 * 8 + 2]!)).toBeCloseTo(3 * 3 + 11 * 5, -1);
  });
  // ITU-R BT.601: red, green, blue and white as 8-bit Y, Cb, Cr (the usual table of colour bars at 100 %).
  test.each([
    ['red', [81, 90, 240], [255, 0, 0]],
    ['green', [145, 54, 34], [0, 255, 0]],
    ['blue', [41, 240, 110], [0, 0, 255]],
    ['white', [235, 128, 128], [255, 255, 255]],
  ] as const)('%s', (_, [y, cb, cr], rgb) => {
    const one = (length: number, value: number): Uint8Array => new Uint8Array(length).fill(value);
    const crop = cropSquare(
      { width: 8, height: 8, luma: one(64, y), cb: one(16, cb), cr: one(16, cr) },
      { x: 4, y: 4, side: 4 },
      4,
    );
    for (const [channel, value] of rgb.entries()) expect(Math.abs(byteOf(crop[16 * channel + 5]!) - value)).toBeLessThan(2.5);
  });
  test('outside the picture is black', () => {
    const crop = cropSquare(
      picture(8, 8, () => 200),
      { x: 0, y: 4, side: 8 },
      8,
    );
    expect(byteOf(crop[8 * 4 + 1]!)).toBeCloseTo(0, 6);
    expect(byteOf(crop[8 * 4 + 6]!)).toBeCloseTo(200, -0.5);
  });
  test('a slope stays a slope, enlarged and reduced', () => {
    const slope = picture(64, 64, (x) => 2 * x + 20);
    for (const side of [8, 24, 48]) {
      const crop = cropSquare(slope, { x: 32, y: 32, side }, 12);
      for (let column = 1; column < 11; column++) {
        const x = 32 - side / 2 + ((column + 0.5) * side) / 12 - 0.5;
        expect(byteOf(crop[12 * 5 + column]!)).toBeCloseTo(2 * x + 20, -0.5);
      }
    }
  });
  test('a reduced chessboard is grey: no pixel is jumped over', () => {
    const board = picture(64, 64, (x, y) => ((x + y) % 2) * 200);
    const crop = cropSquare(board, { x: 32, y: 32, side: 48 }, 12);
    expect(byteOf(crop[12 * 5 + 5]!)).toBeCloseTo(100, 0);
  });
});
