import { describe, expect, test } from 'vitest';
import { windowFor } from './film-window.ts';

const upright = { width: 1080, height: 1920, towardsTarget: 1 as const };
const wide = { width: 1920, height: 1080, towardsTarget: -1 as const };
/** Places of a bench: two views or one, on a small laptop, a large screen, a phone, a strip. */
const PLACES = [
  [490, 560],
  [366, 560],
  [866, 560],
  [1580, 760],
  [2000, 700],
  [360, 380],
  [1200, 200],
] as const;

describe('what a place shows of a film', () => {
  test.each(PLACES)('in %i x %i the whole height of the film is shown, feet and ground with it', (width, height) => {
    for (const film of [upright, wide])
      for (const centre of [null, 0, film.width / 2, film.width]) {
        const w = windowFor(film, width, height, centre);
        expect([w.y, w.height]).toEqual([0, film.height]);
        // The same scale in both directions.
        expect(w.width / w.height).toBeCloseTo(width / height, 10);
        // Nothing of the film is cut that would fit beside it.
        if (w.width >= film.width)
          expect([w.x, w.x + w.width]).toEqual([-(w.width - film.width) / 2, film.width + (w.width - film.width) / 2]);
        else expect(w.x >= 0 && w.x + w.width <= film.width + 1e-9).toBe(true);
      }
  });

  test('a narrow place follows the body, and shows more behind the pitcher where it is unknown', () => {
    expect(windowFor(wide, 500, 560, 700).x).toBeCloseTo(700 - windowFor(wide, 500, 560, 700).width / 2, 10);
    const middle = (wide.width - windowFor(wide, 500, 560, null).width) / 2;
    expect(windowFor(wide, 500, 560, null).x).toBeLessThan(middle);
  });
});
