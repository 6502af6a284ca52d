import { describe, expect, test } from 'vitest';
import { BODY_POINTS } from './body-points.ts';
import { coarseLook } from './coarse-look.ts';
import type { Found, Square } from './square.ts';

/** A body of 200 pixels that stands with its trunk at x. */
const standing = (x: number): Found[] =>
  BODY_POINTS.map((name, i) => ({ x: x + (name.startsWith('left') ? 20 : -20), y: 100 + 200 * (i / 16), score: 0.8 }));
const WHOLE: Square = { x: 480, y: 270, side: 960 };

/** The middles of the squares, look after look, where bodies stand so; of those in the square the one nearest to its middle is found, those that come later first where two are as near as that. */
async function followed(
  bodies: ReadonlyArray<readonly number[]>,
  towardsTarget: 1 | -1 | null = null,
): Promise<Array<number | null>> {
  const see = coarseLook({ hand: 'R', towardsTarget });
  const found: Array<number | null> = [];
  for (const [i, xs] of bodies.entries()) {
    const look = (square: Square): Promise<readonly Found[]> => {
      const far = (x: number): number => Math.round(Math.abs(x - square.x) / 30);
      const inside = xs
        .filter((x) => Math.abs(x - square.x) < square.side / 2)
        .sort((a, b) => far(a) - far(b) || xs.indexOf(b) - xs.indexOf(a));
      return Promise.resolve(inside.length === 0 ? [] : standing(inside[0]!));
    };
    found.push((await see(i / 12, WHOLE, look))?.square.x ?? null);
  }
  return found;
}
/** Somebody who walks past from the left, 40 pixels a look. */
const walker = (look: number): number => 60 + 40 * look;

describe('coarseLook', () => {
  const looks = Array.from({ length: 24 }, (_, i) => i);
  test('somebody who walks past takes the look along for a while, and it comes back', async () => {
    // He is hidden at the tenth and eleventh look.
    const xs = await followed(looks.map((i) => (Math.abs(walker(i) - 480) < 45 ? [walker(i)] : [480, walker(i)])));
    expect(Math.max(...xs.map((x) => Math.abs(x! - 480)))).toBeLessThanOrEqual(0.3 * 200);
    expect(xs.slice(14)).toEqual(xs.slice(14).map(() => 480));
  });
  test('a camera that turns is gone along with: nobody is where he stood', async () => {
    const xs = await followed(looks.map((i) => [480 - 12 * i]));
    expect(xs.at(-1)).toBe(480 - 12 * 23);
  });
  test('a stride towards the target is his own', async () => {
    const xs = await followed(
      looks.map((i) => [Math.min(680, 480 + 30 * Math.max(0, i - 8)), 480 - 90]),
      1,
    );
    expect(xs.at(-1)).toBe(680);
  });
  test('who goes to the target behind him is not he: his feet are higher in the picture', async () => {
    const see = coarseLook({ hand: 'R', towardsTarget: 1 });
    const xs: number[] = [];
    for (const i of looks) {
      // The pitcher strides from the tenth look on; somebody 30 pixels higher walks ahead of him and is found wherever both are in the square.
      const [his, other] = [480 + 30 * Math.max(0, Math.min(6, i - 9)), 500 + 12 * i];
      const found = await see(i / 12, WHOLE, (square) => {
        const isInside = (x: number): boolean => Math.abs(x - square.x) < square.side / 4;
        const higher = standing(other).map((p) => ({ ...p, y: p.y - 30 }));
        return Promise.resolve(i > 5 && isInside(other) ? higher : isInside(his) || square === WHOLE ? standing(his) : []);
      });
      xs.push(found!.square.x);
    }
    expect(xs.slice(16)).toEqual(xs.slice(16).map(() => 660));
    // While both are as near as that nobody can tell, and no longer.
    expect(xs.filter((x, i) => x !== 480 + 30 * Math.max(0, Math.min(6, i - 9))).length).toBeLessThan(10);
  });
  test('he is looked for where he was last, too', async () => {
    const see = coarseLook({ hand: 'R', towardsTarget: 1 });
    const xs: number[] = [];
    for (const i of looks) {
      const his = i < 8 ? 480 : 570;
      const found = await see(i / 12, WHOLE, (square) => {
        // From the twelfth look on somebody else is found by whoever does not look right at him.
        const isAtHim = Math.abs(his - square.x) < square.side / (i < 12 ? 2 : 12);
        const higher = standing(560).map((p) => ({ ...p, y: p.y - 30 }));
        return Promise.resolve(isAtHim && (i < 12 || square.side < 300) ? standing(his) : higher);
      });
      xs.push(found!.square.x);
    }
    expect(xs.slice(9)).toEqual(xs.slice(9).map(() => 570));
  });
  test('bent over he is looked for in a square as large as he stood', async () => {
    const see = coarseLook({ hand: 'R', towardsTarget: 1 });
    const sides: number[] = [];
    for (const i of looks) {
      const body = standing(480).map((p) => (i < 12 ? p : { ...p, y: 300 - (300 - p.y) / 2 }));
      sides.push((await see(i / 12, WHOLE, () => Promise.resolve(body)))!.square.side);
    }
    expect(sides[0]).toBeCloseTo(1.35 * 200, 6);
    expect(sides.at(-1)).toBeCloseTo(200, 6);
  });
  test('after a look that found nobody, somebody nearer to the middle of the picture is not taken for him', async () => {
    const stands = looks.slice(0, 6).map(() => [200, 620]);
    const near = stands.map(() => [200]);
    expect((await followed([...near, [], ...stands])).slice(6)).toEqual([null, ...stands.map(() => 200)]);
  });
  test('where nobody is, nothing is found, and the next look takes the whole picture again', async () => {
    expect(await followed([[], [200], [200]])).toEqual([null, 200, 200]);
  });
});
