import { expect, test } from 'vitest';
import { cardLook, paintCard } from './slate-card.ts';

const SIZE = { width: 320, height: 180 };
const MODULES = Array.from({ length: 21 }, (_, y) => Array.from({ length: 21 }, (_, x) => (x + y) % 2 === 0));
const NOW = { seconds: 0.4, frameSeconds: 1 / 60 };
const painted = (seed: number, more = {}): Uint8Array => {
  const picture = new Uint8Array(3 * SIZE.width * SIZE.height).fill(90);
  paintCard(picture, SIZE, MODULES, { ...cardLook(seed), ...more }, NOW);
  return picture;
};

test('a look is within what a hand does, and the same for the same seed', () => {
  for (let seed = 1; seed <= 200; seed += 1) {
    const look = cardLook(seed);
    expect(look).toEqual(cardLook(seed));
    expect(look.height).toBeGreaterThanOrEqual(0.15);
    expect(look.height).toBeLessThanOrEqual(0.4);
    expect(look.tilt).toBeLessThanOrEqual(35);
    expect(look.fingers.length).toBeGreaterThanOrEqual(1);
    expect(look.fingers.length).toBeLessThanOrEqual(3);
  }
  expect(cardLook(1)).not.toEqual(cardLook(2));
});

test('a card held straight covers its share of the picture, and nothing beside it is touched', () => {
  const straight = { tilt: 0, roll: 0, shake: 0, fingers: [], glare: null, height: 0.4, x: 0.5, y: 0.5 };
  const picture = painted(3, straight);
  const rows = new Set<number>();
  const columns = new Set<number>();
  for (let i = 0; i < SIZE.width * SIZE.height; i += 1)
    if (picture[3 * i] !== 90) {
      rows.add(Math.floor(i / SIZE.width));
      columns.add(i % SIZE.width);
    }
  // 40 % of 180 rows, and four fifths of that across.
  expect(Math.abs(rows.size - 72)).toBeLessThanOrEqual(2);
  expect(Math.abs(columns.size - 57.6)).toBeLessThanOrEqual(2);
});

test('what leans away is foreshortened by the cosine of its tilt', () => {
  // About the horizontal axis: rows shrink. The far half more than the near one grows (perspective), so that some is left over.
  const leaning = { tilt: 35, axis: 0, roll: 0, shake: 0, fingers: [], glare: null, height: 0.4, x: 0.5, y: 0.5 };
  const picture = painted(3, leaning);
  const rows = new Set<number>();
  for (let i = 0; i < SIZE.width * SIZE.height; i += 1) if (picture[3 * i] !== 90) rows.add(Math.floor(i / SIZE.width));
  expect(rows.size / 72).toBeGreaterThan(Math.cos((35 * Math.PI) / 180) - 0.03);
  expect(rows.size / 72).toBeLessThan(Math.cos((35 * Math.PI) / 180) + 0.08);
});

test('a finger hides what is under it', () => {
  const bare = { tilt: 0, roll: 0, shake: 0, fingers: [], glare: null, height: 0.4, x: 0.5, y: 0.5 };
  const [free, held] = [painted(3, bare), painted(3, { ...bare, fingers: [{ edge: 1, along: 0.5, reach: 0.15 }] })];
  let differs = 0;
  for (let i = 0; i < free.length; i += 3) if (free[i] !== held[i]) differs += 1;
  expect(differs).toBeGreaterThan(20);
});
