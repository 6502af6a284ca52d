import { expect, test } from 'vitest';
import { longFilm } from './long-film.ts';

const ORDER = { seed: 4, view: 'openSide', width: 64, height: 36, deliveries: 3 } as const;

test('a film that runs on holds its deliveries in order, apart from each other, and is the same for the same seed', () => {
  const film = longFilm(ORDER);
  expect(film.deliveries).toHaveLength(3);
  let last = 0;
  for (const { firstMove, release, finish } of film.deliveries) {
    expect(firstMove).toBeGreaterThan(last);
    expect(release).toBeGreaterThan(firstMove);
    expect(finish).toBeGreaterThan(release);
    last = finish;
  }
  expect(film.seconds).toBeGreaterThan(last);
  const again = longFilm(ORDER);
  expect(again.deliveries).toEqual(film.deliveries);
  expect(again.greyAt(last).slice()).toEqual(film.greyAt(last).slice());
});

test('somebody stands on the mound when he throws, and nobody before he comes', () => {
  const film = longFilm(ORDER);
  const [first] = film.deliveries;
  const empty = film.greyAt(0).slice();
  const thrown = film.greyAt(first!.release).slice();
  const differs = thrown.filter((v, i) => Math.abs(v - empty[i]!) > 30).length;
  expect(differs / thrown.length).toBeGreaterThan(0.01);
});
