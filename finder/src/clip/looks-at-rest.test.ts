import type { Picture } from '@stride-chalk/core';
import { describe, expect, test } from 'vitest';
import { looksAtRest } from './looks-at-rest.ts';

/** Which frames of 120 a second are looked at, each with the number its picture had, where `moves` says how much moves before each. */
async function lookedAt(moves: readonly number[], inLine = false): Promise<Array<[number, number]>> {
  const looked: Array<[number, number]> = [];
  const bytes = new Uint8Array(4);
  const picture: Picture = { width: 2, height: 2, luma: bytes, cb: bytes.subarray(0, 1), cr: bytes.subarray(1, 2) };
  const see = looksAtRest(
    (frame, { luma }) => {
      looked.push([frame, luma[0]!]);
      return Promise.resolve();
    },
    moves.length - 1,
    inLine,
  );
  for (const [frame, movement] of moves.entries()) {
    // The same bytes again, as `framesOf` has them.
    bytes.fill(frame);
    await see({ frame, seconds: frame / 120, picture, movement, isUsual: frame % 4 === 0 || frame === moves.length - 1 });
  }
  return looked;
}
const frames = async (moves: readonly number[], inLine = false): Promise<number[]> =>
  (await lookedAt(moves, inLine)).map(([frame]) => frame);

describe('looksAtRest', () => {
  test('while something moves every usual frame', async () => {
    expect(await frames(Array.from({ length: 25 }, () => 0.05))).toEqual([0, 4, 8, 12, 16, 20, 24]);
  });
  test('while nothing does one in a tenth of a second, and the last one', async () => {
    expect(await frames(Array.from({ length: 31 }, () => 0.01))).toEqual([0, 12, 24, 30]);
  });
  test('after his finish as before, from the side; in line with the target every usual frame again, though nothing moves', async () => {
    const moves = Array.from({ length: 49 }, (_, i) => (i > 12 && i < 20 ? 0.1 : 0));
    expect(await frames(moves)).toEqual([0, 12, 16, 20, 32, 44, 48]);
    expect(await frames(moves, true)).toEqual([0, 12, 16, 20, 24, 28, 32, 36, 40, 44, 48]);
  });
  test('what moves a little in each of four frames moves', async () => {
    expect(await frames(Array.from({ length: 17 }, () => 0.026))).toEqual([0, 4, 8, 12, 16]);
  });
  test('once he begins, two looks that were left out are made up for, each with its own picture, the older one first', async () => {
    const moves = Array.from({ length: 41 }, (_, i) => (i > 32 ? 0.1 : 0));
    expect(await lookedAt(moves)).toEqual([0, 12, 24, 28, 32, 36, 40].map((frame) => [frame, frame]));
    // A look has come between: only what was left out since.
    const later = Array.from({ length: 45 }, (_, i) => (i > 36 ? 0.1 : 0));
    expect(await frames(later)).toEqual([0, 12, 24, 36, 40, 44]);
  });
  test('no more than two are made up for', async () => {
    const looked: number[] = [];
    const see = looksAtRest(
      (frame) => {
        looked.push(frame);
        return Promise.resolve();
      },
      100,
      false,
    );
    const picture: Picture = { width: 2, height: 2, luma: new Uint8Array(4), cb: new Uint8Array(1), cr: new Uint8Array(1) };
    for (let frame = 0; frame < 5; frame++)
      await see({ frame, seconds: frame / 60, picture, movement: frame === 4 ? 1 : 0, isUsual: true });
    expect(looked).toEqual([0, 2, 3, 4]);
  });
});
