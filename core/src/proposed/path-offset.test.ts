import { expect, test } from 'vitest';
import { pathOffset, type SeenPaths } from './path-offset.ts';

/** Heights of a made-up delivery at a time, in shares of body height: a knee that is lifted, a head that sinks, a hand that comes over. */
const bump = (t: number, at: number, wide: number): number => Math.exp(-(((t - at) / wide) ** 2));
const HEIGHTS = {
  frontKnee: (t: number) => 0.25 + 0.3 * bump(t, 0.8, 0.2),
  head: (t: number) => 0.93 - 0.12 / (1 + Math.exp(-(t - 1.3) / 0.06)),
  throwingWrist: (t: number) => 0.6 - 0.25 * bump(t, 1.15, 0.1) + 0.4 * bump(t, 1.5, 0.05),
  gloveWrist: (t: number) => 0.6 + 0.2 * bump(t, 1.25, 0.12),
} as const;

function seen(
  from: number,
  rate: number,
  more: { pixels?: number; seconds?: number; clock?: number; lost?: boolean } = {},
): SeenPaths {
  const { pixels = 300, seconds = 2.2, clock = 0, lost = false } = more;
  const times = Array.from({ length: Math.round(seconds * rate) }, (_, i) => i / rate);
  return {
    times: times.map((t) => t + clock),
    bodyPixels: pixels,
    heights: Object.fromEntries(
      Object.entries(HEIGHTS).map(([joint, height]) => [
        joint,
        // One of them is on somebody else for a third of the film.
        times.map((t) => 480 - pixels * (lost && joint === 'gloveWrist' && t < 0.7 ? 2 : height(t + from))),
      ]),
    ),
  };
}

test('two views of one delivery that began at different times, of different sizes', () => {
  const offset = pathOffset(seen(0.1, 120), seen(0.35, 120, { pixels: 410 }))!;
  // What the second one sees at 0 the first sees 0.25 s later.
  expect(offset.seconds).toBeCloseTo(0.25, 3);
});

test('at different rates, and with clocks that do not begin at nothing, within a fifth of a frame of 120', () => {
  const offset = pathOffset(seen(0.1, 60, { clock: 5 }), seen(0.313, 240))!;
  expect(offset.seconds).toBeCloseTo(5.213, 2);
  expect(Math.abs(offset.seconds - 5.213)).toBeLessThan(0.0017);
});

test('a joint that was lost for a while moves nothing', () => {
  expect(pathOffset(seen(0.1, 120, { lost: true }), seen(0.35, 120))!.seconds).toBeCloseTo(0.25, 2);
});

test('nothing is said where the paths are not of one delivery, nobody moves, or too few joints are common', () => {
  const other = seen(0, 120);
  const shaken = Object.fromEntries(
    Object.entries(other.heights).map(([joint, ys]) => [joint, ys.map((y, i) => y + 60 * Math.sin(i / (3 + joint.length)))]),
  );
  expect(pathOffset(seen(0, 120), { ...other, heights: shaken })).toBeNull();
  const still = seen(0, 120);
  const standing = Object.fromEntries(Object.entries(still.heights).map(([joint, ys]) => [joint, ys.map(() => 300)]));
  expect(pathOffset({ ...still, heights: standing }, { ...still, heights: standing })).toBeNull();
  const { frontKnee, head } = still.heights as Record<'frontKnee' | 'head', number[]>;
  expect(pathOffset({ ...still, heights: { frontKnee, head } }, still)).toBeNull();
});
