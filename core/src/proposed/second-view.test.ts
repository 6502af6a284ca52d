import { describe, expect, test } from 'vitest';
import { fromOtherView, otherTellsBetter, viewOffset } from './second-view.ts';

const at = (seconds: number, sure = 0.9) => ({ seconds, sure });

describe('viewOffset', () => {
  test('the median of the events that both views have, so that one that is far off moves nothing', () => {
    const offset = viewOffset(
      { set: at(1.0), liftTop: at(1.6), contact: at(2.21), finish: at(4) },
      { set: at(0.4), liftTop: at(1.0), contact: at(1.6), finish: at(2.6), release: at(1.75) },
    )!;
    // 0.6, 0.6, 0.61 and 1.4: below 0.6 lies a quarter, at 0.6 half of the weight.
    expect(offset.seconds).toBeCloseTo(0.605, 6);
    expect(offset.spread).toBeCloseTo(0.005, 6);
    expect(offset.events).toBe(4);
  });
  test('what people have marked in both views decides alone', () => {
    const offset = viewOffset(
      { set: at(1.0), liftTop: at(1.6), contact: at(2.5, 1) },
      { set: at(0.4), liftTop: at(1.0), contact: at(1.6, 1) },
    )!;
    expect(offset.seconds).toBeCloseTo(0.9, 6);
    expect(offset.events).toBe(1);
  });
  test('without a mark of people in both views the paths decide, whatever was found; with one they do not', () => {
    const byPaths = { seconds: 0.58, spread: 0.006, events: 7 };
    const found = [
      { set: at(1.0), liftTop: at(1.6) },
      { set: at(0.1), liftTop: at(0.7) },
    ] as const;
    expect(viewOffset(...found, byPaths)).toEqual(byPaths);
    expect(viewOffset({ ...found[0], contact: at(2.5, 1) }, { ...found[1], contact: at(1.6, 1) }, byPaths)!.seconds).toBeCloseTo(
      0.9,
      6,
    );
    // They need no event in the view that shows none.
    expect(fromOtherView({}, { release: at(1.74, 0.97) }, byPaths).release).toMatchObject({ sure: 0.97 });
    expect(fromOtherView({}, { release: at(1.74, 0.97) }, byPaths).release!.seconds).toBeCloseTo(2.32, 6);
  });
  test('without a common event nothing is known', () => {
    expect(viewOffset({ set: at(1) }, { release: at(2) })).toBeNull();
  });
});

describe('fromOtherView', () => {
  test('what a view does not show comes from the other one, and nothing that it has is replaced', () => {
    const added = fromOtherView(
      { liftTop: at(1.6), contact: at(2.2) },
      { liftTop: at(1.0), contact: at(1.6), release: at(1.74, 0.97) },
    );
    expect(Object.keys(added)).toEqual(['release']);
    expect(added.release!.seconds).toBeCloseTo(2.34, 6);
    expect(added.release!.sure).toBeCloseTo(0.97, 6);
  });
  test('it is less sure on the word of one event, and where the events disagree', () => {
    const one = fromOtherView({ contact: at(2.2) }, { contact: at(1.6), release: at(1.74, 1) });
    expect(one.release!.sure).toBeCloseTo(0.8, 6);
    const apart = fromOtherView(
      { liftTop: at(1.5), contact: at(2.2) },
      { liftTop: at(1.0), contact: at(1.6), release: at(1.74, 1) },
    );
    // 0.5 and 0.6: each lies 0.05 from the middle, twice what agrees.
    expect(apart.release!.sure).toBeCloseTo(0.5, 6);
  });
});

test.each([
  [null, null, true, false],
  [null, at(1, 0.1), true, true],
  [at(1, 0.1), null, true, false],
  // Sure of its own: nothing else is asked.
  [at(1, 0.7), at(2, 0.97), true, false],
  [at(1, 0.6), at(1.01, 0.65), false, true],
  [at(1, 0.6), at(2, 0.5), true, false],
  [at(1, 0.6), at(1.05, 0.6), true, false],
  [at(1, 0.6), at(1.2, 0.6), true, true],
  // As sure and far apart: never what the front tells the side.
  [at(1, 0.6), at(1.2, 0.6), false, false],
])('%j, told %j by the other view, the one from the side %j: %s', (own, told, bySide, better) => {
  expect(otherTellsBetter(own, told, bySide)).toBe(better);
});
