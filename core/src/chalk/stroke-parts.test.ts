import { expect, test } from 'vitest';
import { drawnAngle, strokeParts } from './stroke-parts.ts';
import type { Shape } from './stroke.ts';

const p = (x: number, y: number) => ({ x, y });
const partsOf = (shape: Shape, points: { x: number; y: number }[], text: string | null = null, height = 540) =>
  strokeParts({ shape, points, text }, height);

test('an angle is that of the plane, with the error of the hand (geometry: a right angle with equal sides)', () => {
  // Each end turns the angle by sd / side, the corner by sd * sqrt(2) / side: sd / side * sqrt(1 + 1 + 2) in all (JCGM 100:2008, 5.1.2).
  const { value, sd, unit } = drawnAngle([p(200, 0), p(0, 0), p(0, 200)], 540);
  expect(value).toBeCloseTo(90, 10);
  expect(sd).toBeCloseTo(((2 * 3) / 200) * (180 / Math.PI), 2);
  expect(unit).toBe('degrees');
  // A film of twice the height: a hand is as exact on the screen, so half as exact in its pixels.
  expect(drawnAngle([p(400, 0), p(0, 0), p(0, 400)], 1080).sd).toBeCloseTo(sd, 10);
  // The longer the sides, the less it is off.
  expect(drawnAngle([p(400, 0), p(0, 0), p(0, 400)], 540).sd).toBeLessThan(0.6 * sd);
  expect(() => drawnAngle([p(1, 1), p(1, 1), p(5, 5)], 540)).toThrow(/coincide|same|apart/i);
});

test('a ring goes through its second point', () => {
  expect(partsOf('ring', [p(10, 10), p(13, 14)])).toEqual([{ is: 'circle', at: p(10, 10), radius: 5 }]);
});

test('an arrow points where it was drawn to; its barbs keep their size with the film, and never cross a short one', () => {
  const [shaft, head] = partsOf('arrow', [p(0, 0), p(100, 0)]);
  expect(shaft).toEqual({ is: 'line', points: [p(0, 0), p(100, 0)] });
  const barbs = (part: typeof head) => (part?.is === 'line' ? [...part.points] : []);
  const [up, tip, down] = barbs(head);
  expect(tip).toEqual(p(100, 0));
  expect(up!.x).toBeCloseTo(100 - 20 * Math.cos((27 * Math.PI) / 180), 6);
  expect(down!.x).toBeCloseTo(up!.x, 6);
  expect(down!.y).toBeCloseTo(-up!.y, 6);
  const large = barbs(partsOf('arrow', [p(0, 0), p(200, 0)], null, 1080)[1]);
  expect(200 - large[0]!.x).toBeCloseTo(2 * (100 - up!.x), 6);
  const short = barbs(partsOf('arrow', [p(0, 0), p(10, 0)])[1]);
  expect(Math.hypot(short[0]!.x - 10, short[0]!.y)).toBeCloseTo(5, 6);
});

test('the arc of an angle lies inside of it, whichever way it was drawn, and its words too', () => {
  for (const [points, sweep] of [
    [[p(200, 0), p(0, 0), p(0, 200)], 1],
    [[p(0, 200), p(0, 0), p(200, 0)], 0],
  ] as const) {
    const [sides, arc, words] = partsOf('angle', [...points]);
    expect(sides).toEqual({ is: 'line', points });
    expect(arc).toMatchObject({ is: 'arc', radius: 34, sweep });
    expect(words).toMatchObject({ is: 'words', words: '90\u00a0±\u00a02°' });
    const at = (words as { at: { x: number; y: number } }).at;
    expect(at.x).toBeCloseTo(at.y, 6);
    expect(at.x).toBeGreaterThan(0);
  }
  // Of sides shorter than that it stays on both.
  expect(partsOf('angle', [p(10, 0), p(0, 0), p(0, 200)])[1]).toMatchObject({ radius: 7, from: p(7, 0), to: p(0, 7) });
  // A straight one has no inside: its words stand above the corner.
  const [, , straight] = partsOf('angle', [p(0, 100), p(100, 100), p(200, 100)]);
  expect((straight as { at: { x: number; y: number } }).at).toEqual({ x: 100, y: 100 - 1.4 * 34 });
});

test('a label stands beside its place, freehand goes through all its points', () => {
  expect(partsOf('label', [p(10, 20)], 'here', 1080)).toEqual([{ is: 'words', at: p(28, 20), words: 'here' }]);
  expect(partsOf('freehand', [p(1, 1), p(2, 5), p(9, 9)])).toEqual([{ is: 'curve', points: [p(1, 1), p(2, 5), p(9, 9)] }]);
});
