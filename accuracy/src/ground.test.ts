import { describe, expect, test } from 'vitest';
import { applyHomography, fitHomography } from '@stride-chalk/core';
import { randomSource, tripod, vec } from '@stride-chalk/fieldcam';

/** Places of level ground around the rubber in metres, as somebody could mark them: cones and corners. */
const MARKS = [
  [-0.3, -0.3],
  [1.9, -0.4],
  [1.8, 0.5],
  [-0.2, 0.4],
  [0.8, 0],
  [1.2, 0.45],
] as const;

describe('the ground through the simulated camera', () => {
  test.each(['openSide', 'closedSide', 'front', 'rear'] as const)(
    '%s: places of level ground come back as they are, from any place of the tripod',
    (view) => {
      for (const turnDegrees of [-25, -8, 0, 14, 25]) {
        const camera = tripod(view, { hand: 'R', heightMetres: 1.5, turnDegrees });
        const seen = (x: number, z: number) => camera.project(vec(x, 0, z));
        const fit = fitHomography(MARKS.map(([x, z]) => ({ from: seen(x, z), to: { x, y: z } })));
        expect(fit.rms).toBeLessThan(1e-6);
        for (const [x, z] of [
          [0.5, 0.1],
          [1.5, -0.2],
          [0, 0],
        ] as const) {
          const at = applyHomography(fit, seen(x, z));
          expect(at.x).toBeCloseTo(x, 5);
          expect(at.y).toBeCloseTo(z, 5);
        }
      }
    },
  );
  test('marks that are a pixel off put a landing foot a centimetre or so beside its place', () => {
    const camera = tripod('openSide', { hand: 'R', heightMetres: 1.5 });
    const random = randomSource(3);
    const off = Array.from({ length: 200 }, () => {
      const pairs = MARKS.map(([x, z]) => {
        const at = camera.project(vec(x, 0, z));
        return { from: { x: at.x + random.normal(), y: at.y + random.normal() }, to: { x, y: z } };
      });
      const at = applyHomography(fitHomography(pairs), camera.project(vec(1.35, 0, 0.05)));
      return Math.hypot(at.x - 1.35, at.y - 0.05);
    }).sort((a, b) => a - b);
    expect(off[100]!).toBeLessThan(0.05);
    expect(off[100]!).toBeGreaterThan(0.002);
  });
});
