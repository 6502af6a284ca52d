import { describe, expect, test } from 'vitest';
import { cameraShift, groundOf } from './camera-shift.ts';
import { greyAt, greyOf, halved, patchOf, shiftedSide, type Grey } from './grey.ts';

/** A field with slopes of all sizes, and what a camera sees of it that has moved by (dx, dy); a body of its own going may stand in it. */
function field(dx: number, dy: number, options: { gain?: number; body?: number } = {}): Grey {
  const { gain = 1, body } = options;
  const [width, height] = [240, 136];
  const at = (x: number, y: number): number =>
    110 + 30 * Math.sin(x / 6.3) * Math.cos(y / 5.1) + 25 * Math.sin((x + 2 * y) / 17) + 12 * Math.sin(x / 2.9 - y / 3.7);
  return {
    width,
    height,
    values: Float32Array.from({ length: width * height }, (_, i) => {
      const [x, y] = [i % width, Math.floor(i / width)];
      if (body !== undefined && Math.abs(x - 120 - body) < 20 && Math.abs(y - 70) < 45) return 40 + 3 * ((x - body) % 7);
      return gain * at(x - dx, y - dy);
    }),
  };
}

describe('cameraShift', () => {
  test.each([
    [0, 0],
    [0.3, -0.2],
    [2.6, 1.4],
    [-6.5, 3.2],
  ])('a camera moved by %d and %d', (dx, dy) => {
    const step = cameraShift(groundOf(field(0, 0)), field(dx, dy), []);
    expect(step.x).toBeCloseTo(dx, 1);
    expect(step.y).toBeCloseTo(dy, 1);
    expect(step.gain).toBeCloseTo(1, 2);
  });
  test('a cloud that passes is not a movement', () => {
    const step = cameraShift(groundOf(field(0, 0)), field(1.2, 0.4, { gain: 0.94 }), []);
    expect(step.x).toBeCloseTo(1.2, 1);
    expect(step.gain).toBeCloseTo(0.94, 2);
  });
  test('who moves before a camera that stands still does not move it', () => {
    const step = cameraShift(groundOf(field(0, 0, { body: 0 })), field(0, 0, { body: 5 }), [{ x: 120, y: 70, side: 100 }]);
    expect(Math.hypot(step.x, step.y)).toBeLessThan(0.02);
  });
  test('a wall without anything on it tells nothing: no movement', () => {
    const wall: Grey = { width: 240, height: 136, values: new Float32Array(240 * 136).fill(90) };
    expect(cameraShift(groundOf(wall), wall, [])).toEqual({ x: 0, y: 0, gain: 1 });
  });
});

describe('grey', () => {
  test('narrow luma as 0 to 255, and its mean over squares', () => {
    const none = Uint8Array.from([128]);
    const of = { width: 2, height: 2, luma: Uint8Array.from([16, 235, 16, 235]), cb: none, cr: none };
    const own = greyOf(of);
    for (const [i, grey] of [0, 255, 0, 255].entries()) expect(own.values[i]).toBeCloseTo(grey, 3);
    expect(greyOf(of, 2).values[0]).toBeCloseTo(127.5, 3);
    expect(halved(own).values[0]).toBeCloseTo(127.5, 1);
  });

  test('a rectangle read between the pixels is each of its places read so, and nothing outside', () => {
    const own = field(0, 0);
    const [left, top, width, height] = [-3.4, own.height - 9.2, 20, 14];
    const patch = patchOf(own, left, top, width, height);
    expect([...patch]).toEqual(
      Array.from(patch, (_, i) => Math.fround(greyAt(own, left + (i % width), top + Math.floor(i / width)) ?? 0)),
    );
    expect(patch.filter((v) => v === 0).length).toBeGreaterThan(50);
    expect(patch.filter((v) => v > 0).length).toBeGreaterThan(50);
  });

  test('a whole picture read between its pixels is each of its places read so, and outside is what is asked for', () => {
    const own = field(0, 0);
    for (const [dx, dy] of [
      [0, 0],
      [1.3, -2.7],
      [-0.25, 0.5],
      [500, 0],
    ] as const) {
      const patch = patchOf(own, 3 + dx, dy, 230, own.height, Number.NaN);
      for (let y = 0; y < own.height; y += 5)
        for (let x = 0; x < 230; x += 7)
          expect(patch[y * 230 + x]).toBe(Math.fround(greyAt(own, 3 + dx + x, y + dy) ?? Number.NaN));
    }
  });
  test('where a side lies in one that is shifted: the example of its docstring', () => {
    const { before, share } = shiftedSide(0, 3, 0.5, 3);
    expect([...before]).toEqual([0, 1, -1]);
    expect([...share]).toEqual([0.5, 0.5, 0.5]);
  });
});
