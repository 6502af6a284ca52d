import { describe, expect, test } from 'vitest';
import { BODY_POINTS } from './body-points.ts';
import { pitcherSquares } from './pitcher-squares.ts';
import type { Found } from './square.ts';

interface Person {
  readonly x: number;
  readonly feet: number;
}
const bodyOf = ({ x, feet }: Person): Found[] =>
  BODY_POINTS.map((name, i) => ({ x: x + (name.startsWith('left') ? 20 : -20), y: feet - 200 + 200 * (i / 16), score: 0.8 }));
const PICTURE = { width: 960, height: 540 };

/** Who is followed through a second of film: of those in a square the one nearest to its middle is found, in the whole picture always the first. How often the film was read. */
async function followed(people: (seconds: number) => readonly Person[], looks = 12, picture = PICTURE) {
  let reads = 0;
  const squares = await pitcherSquares({ hand: 'R', towardsTarget: null }, picture, async (see) => {
    reads += 1;
    for (let i = 0; i < looks; i++)
      await see(i / 12, (square) => {
        const inside = people(i / 12).filter(({ x }) => Math.abs(x - square.x) < square.side / 2);
        const near = [...inside].sort((a, b) => Math.abs(a.x - square.x) - Math.abs(b.x - square.x));
        const one = square.side >= Math.max(picture.width, picture.height) ? inside[0] : near[0];
        return Promise.resolve(one ? bodyOf(one) : []);
      });
  });
  return { xs: squares.map((s) => Math.round(s.square.x)), reads };
}
const walks = (seconds: number, from = 150, speed = 220): Person => ({ x: from + speed * seconds, feet: 400 });

describe('pitcherSquares', () => {
  test('who stands is followed from the first reading', async () => {
    expect(await followed((t) => [{ x: 480, feet: 460 }, walks(t)])).toEqual({ xs: Array(12).fill(480), reads: 1 });
  });
  test('who goes past is not he: whoever stands nearest to the camera is', async () => {
    const { xs, reads } = await followed((t) => [walks(t), { x: 700, feet: 380 }, { x: 480, feet: 460 }]);
    expect(reads).toBe(2);
    expect(xs).toEqual(Array(12).fill(480));
    const turned = await followed((t) => [walks(t), { x: 480, feet: 380 }, { x: 700, feet: 460 }]);
    expect(turned.xs).toEqual(Array(12).fill(700));
  });
  test('in a film that was held upright too', async () => {
    const upright = { width: 540, height: 960 };
    const { xs } = await followed((t) => [walks(t, 60), { x: 500, feet: 460 }], 12, upright);
    expect(xs).toEqual(Array(12).fill(500));
  });
  test('a look or two that see somebody who goes by behind him do not make him go', async () => {
    const { xs, reads } = await followed((t) => [t > 0.15 && t < 0.3 ? walks(t, 380) : { x: 480, feet: 460 }]);
    expect(reads).toBe(1);
    expect([xs[0], xs.at(-1)]).toEqual([480, 480]);
  });
  test('where everybody goes, the camera turns: the first one stays', async () => {
    const { xs } = await followed((t) => [walks(t), { x: 480 + 220 * t, feet: 460 }]);
    expect(xs[0]).toBe(150);
  });
  test('somebody who is seen elsewhere for three looks only says nothing of who stands', async () => {
    const { xs } = await followed((t) => [walks(t), ...(t < 0.24 ? [{ x: 800, feet: 460 }] : [])]);
    expect(xs[0]).toBe(150);
  });
  test('three looks do not tell that somebody goes past, and of nobody nothing is found', async () => {
    expect((await followed((t) => [walks(t), { x: 480, feet: 460 }], 3)).reads).toBe(1);
    expect(await followed(() => [])).toEqual({ xs: [], reads: 1 });
  });
});
