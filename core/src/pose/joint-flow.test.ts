import { expect, test } from 'vitest';
import type { Grey } from './grey.ts';
import { jointFlow, type SeenPicture } from './joint-flow.ts';

const [WIDTH, HEIGHT, LIMB] = [160, 120, 14];
type Way = { readonly x: number; readonly y: number };
const STILL = { x: 0, y: 0 };
const field = (x: number, y: number): number => 120 + 30 * Math.sin(x / 4.3) * Math.cos(y / 5.1) + 15 * Math.sin((x + y) / 3.1);
const cloth = (x: number, y: number): number => 60 + 25 * Math.sin(x / 3.7 + y / 6) + 20 * Math.cos(y / 2.9 - x / 8);

/** A limb of woven cloth (a disc about 80, 60) before a field, as seen by a camera that has moved, in another light: both made of sines, so that how far each has gone is known without pictures. */
function seen(limb: Way, camera: Way & { gain?: number } = STILL, weave = cloth): SeenPicture {
  const { x: cx, y: cy, gain = 1 } = camera;
  const values = Float32Array.from({ length: WIDTH * HEIGHT }, (_, i) => {
    const [x, y] = [(i % WIDTH) - cx, Math.floor(i / WIDTH) - cy];
    const [u, v] = [x - limb.x, y - limb.y];
    return gain * (Math.hypot(u - 80, v - 60) < LIMB ? weave(u, v) : field(x, y));
  });
  return { grey: { width: WIDTH, height: HEIGHT, values }, camera: { x: cx, y: cy, gain } };
}
const empty: Grey = {
  width: WIDTH,
  height: HEIGHT,
  values: Float32Array.from({ length: WIDTH * HEIGHT }, (_, i) => field(i % WIDTH, Math.floor(i / WIDTH))),
};
const at = { x: 80, y: 60 };

test.each([
  { name: 'a limb that stays', limb: STILL, camera: STILL },
  { name: 'a limb that goes', limb: { x: 1.4, y: -0.6 }, camera: STILL },
  {
    name: 'under a camera that goes another way, in less light',
    limb: { x: -0.8, y: 1.1 },
    camera: { x: 3.2, y: -1.7, gain: 0.94 },
  },
  { name: 'a limb that goes far, as it is thought to', limb: { x: 6.3, y: 2.2 }, camera: STILL, guess: { x: 5, y: 3 } },
])('$name', ({ limb, camera, guess = STILL }) => {
  const middle = { x: at.x + limb.x / 2, y: at.y + limb.y / 2 };
  const way = jointFlow(seen(STILL), seen(limb, camera), empty, middle, guess, 11)!;
  expect(way.x).toBeCloseTo(limb.x, 1);
  expect(way.y).toBeCloseTo(limb.y, 1);
});

test('the field beside a limb does not hold it back', () => {
  const limb = { x: 1.2, y: 0.7 };
  // A disc twice as wide as the limb: three quarters of it are field.
  const way = jointFlow(seen(STILL), seen(limb), empty, at, STILL, 2 * LIMB)!;
  expect(Math.abs(way.x - limb.x)).toBeLessThan(0.1);
  const other: Grey = { ...empty, values: empty.values.map(() => 250) };
  expect(jointFlow(seen(STILL), seen(limb), other, at, STILL, 2 * LIMB)!.x).toBeLessThan(0.8);
});

test('plain cloth stays at the guess', () => {
  const plain = (): number => 40;
  const guess = { x: 0.9, y: -0.4 };
  const way = jointFlow(seen(STILL, STILL, plain), seen({ x: 2, y: 2 }, STILL, plain), empty, at, guess, 8)!;
  expect(way.x).toBeCloseTo(guess.x, 2);
  expect(way.y).toBeCloseTo(guess.y, 2);
});

test('a place that is not wholly in the pictures is not told, nor one that leaves them', () => {
  expect(jointFlow(seen(STILL), seen(STILL), empty, { x: 5, y: 60 }, STILL, 11)).toBeNull();
  expect(jointFlow(seen(STILL), seen(STILL), empty, { x: 80, y: 118 }, STILL, 11)).toBeNull();
  expect(jointFlow(seen(STILL), seen(STILL), empty, { x: 140, y: 60 }, { x: 30, y: 0 }, 11)).toBeNull();
});
