import { describe, expect, test } from 'vitest';
import { WHOLE } from './bench-state.ts';
import { CLOSEST, nextZoom, panned, windowAround, windowFor, zoomedAt } from './film-window.ts';

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

describe('closer', () => {
  const size = { width: 490, height: 560 };
  const at = (zoom: typeof WHOLE, centre: number | null = null) => windowFor(wide, size.width, size.height, centre, zoom);

  test('twice as large shows half of the height, in the middle, and still follows the body', () => {
    const w = at({ times: 2, x: 0, y: 0 }, 700);
    expect([w.y, w.height]).toEqual([270, 540]);
    expect(w.x + w.width / 2).toBeCloseTo(700, 10);
  });

  test('panning moves it, and never beyond the film', () => {
    const zoom = panned(wide, { times: 2, x: 0, y: 0 }, { x: 60, y: 100 });
    expect(at(zoom, 700)).toMatchObject({ y: 370 });
    expect(at(zoom, 700).x).toBeCloseTo(at({ times: 2, x: 0, y: 0 }, 700).x + 60, 10);
    const far = panned(wide, zoom, { x: 99_999, y: 99_999 });
    const w = at(far, 700);
    expect([w.x + w.width, w.y + w.height]).toEqual([1920, 1080]);
    // No dead way back: the next move the other way is seen at once.
    expect(at(panned(wide, far, { x: 0, y: -10 }), 700).y).toBeCloseTo(w.y - 10, 10);
  });

  test('the place under the pointer stays where it is, in and out again', () => {
    const place = { x: 900, y: 700 };
    const share = (w: ReturnType<typeof at>): number[] => [(place.x - w.x) / w.width, (place.y - w.y) / w.height];
    const before = at({ times: 2, x: 0, y: 0 }, 900);
    const zoom = zoomedAt(wide, size, 900, { times: 2, x: 0, y: 0 }, 1.4, place);
    share(at(zoom, 900)).forEach((s, i) => {
      expect(s).toBeCloseTo(share(before)[i]!, 10);
    });
    expect(zoomedAt(wide, size, 900, zoom, 0.01, place)).toEqual(WHOLE);
    expect(zoomedAt(wide, size, 900, zoom, 1000, place).times).toBe(CLOSEST);
  });

  test('a point in hand is always on the screen', () => {
    for (const keep of [
      { x: 0, y: 0 },
      { x: 1900, y: 1070 },
      { x: 400, y: 900 },
    ])
      for (const zoom of [WHOLE, { times: 3, x: 0, y: 0 }]) {
        const w = windowFor(wide, size.width, size.height, 700, zoom, keep);
        expect(keep.x >= w.x && keep.x <= w.x + w.width && keep.y >= w.y && keep.y <= w.y + w.height).toBe(true);
      }
  });

  test('one key goes round: whole, twice, three times, whole', () => {
    const two = nextZoom(WHOLE);
    const three = nextZoom(two);
    expect([two.times, three.times, nextZoom(three)]).toEqual([2, 3, WHOLE]);
  });
});

describe('windowAround', () => {
  const film = { width: 960, height: 540 };
  const body = [
    { x: 400, y: 150 },
    { x: 520, y: 400 },
  ];
  test('holds the whole body with room on all sides, in the shape that is asked for', () => {
    for (const shape of [0.4, 0.7, 1.5]) {
      const w = windowAround(film, body, shape);
      expect(w.width / w.height).toBeCloseTo(shape, 9);
      expect(w.x).toBeLessThanOrEqual(400 - 30);
      expect(w.x + w.width).toBeGreaterThanOrEqual(520 + 30);
      expect(w.y).toBeLessThanOrEqual(150 - 30);
      expect(w.y + w.height).toBeGreaterThanOrEqual(400 + 30);
    }
  });
  test('stays in the film at its border, and shows a film that is too small in the middle', () => {
    const edge = windowAround(
      film,
      [
        { x: 5, y: 200 },
        { x: 60, y: 420 },
      ],
      0.6,
    );
    expect(edge.x).toBe(0);
    const low = windowAround(
      film,
      [
        { x: 400, y: 300 },
        { x: 460, y: 535 },
      ],
      0.6,
    );
    expect(low.y + low.height).toBe(540);
    const wide = windowAround({ width: 300, height: 540 }, body, 1.5);
    expect(wide.x).toBeCloseTo((300 - wide.width) / 2, 9);
  });
  test('without a body the middle of the film', () => {
    const w = windowAround(film, [], 1);
    expect([w.x + w.width / 2, w.y + w.height / 2]).toEqual([480, 270]);
  });
});
