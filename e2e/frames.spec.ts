import { barCodeFilm, readBars, type FilmKind } from './support/bar-code-film.ts';
import { ALL } from './support/measured.ts';
import { allSaved, expect, filmsShown, pageAwake, test } from './support/at-work.ts';

const FRAMES = 260;
/** `./test all` tries more of them. */
const STEPS = ALL ? 100 : 24;
/** Bib and place of each film, so that no test waits for another. */
const FILMS: ReadonlyArray<readonly [FilmKind, number]> = [
  ['constant rate, H.264', 14],
  ['variable rate, H.264', 33],
  ['long groups with B-frames, H.264', 38],
  ['constant rate, VP9', 52],
];

for (const [kind, bib] of FILMS)
  test(`${kind}: ${STEPS} jumps and ${STEPS} steps each way show the frame that is named`, async ({ coach, keys }) => {
    await coach.goto(`${process.env.E2E_URL}/campers/${bib}`);
    await pageAwake(coach);
    await coach.getByRole('button', { name: 'First delivery' }).click();
    await coach.getByTestId('file-Open side').setInputFiles({ ...(await barCodeFilm(kind, FRAMES)), mimeType: 'video/mp4' });
    await expect(coach.getByTestId('clip-openSide')).toHaveAttribute('data-state', 'ready');
    await expect(coach.getByTestId('clip-openSide')).toContainText(`${FRAMES} frames`);
    await coach.getByRole('link', { name: 'To the bench' }).click();
    await filmsShown(coach);

    let seed = bib;
    const random = (): number => {
      seed = (seed * 1103515245 + 12345) % 2147483648;
      return seed / 2147483648;
    };
    const wrong: string[] = [];
    const check = async (frame: number, how: string): Promise<void> => {
      const seen = await readBars(coach, 'openSide', frame);
      if (seen !== frame) wrong.push(`${how} ${frame}: ${seen}`);
    };
    for (let i = 0; i < STEPS; i++) {
      const frame = Math.floor(random() * FRAMES);
      await keys.press('r');
      await coach.keyboard.insertText(String(frame));
      await keys.press('Enter');
      await check(frame, 'jump to');
    }
    await keys.press('r');
    await coach.keyboard.insertText('80');
    await keys.press('Enter');
    await check(80, 'jump to');
    for (let i = 1; i <= STEPS; i++) {
      await keys.press('ArrowRight');
      await check(80 + i, 'step to');
    }
    for (let i = 1; i <= STEPS; i++) {
      await keys.press('ArrowLeft');
      await check(80 + STEPS - i, 'step back to');
    }
    // Several keys before the picture follows: the last one counts.
    await keys.press('Shift+ArrowRight', 'Shift+ArrowRight', 'ArrowRight');
    await check(101, 'run to');
    expect(wrong).toEqual([]);
    await allSaved(coach);
  });

test('the chalk line is a scrubber', async ({ coach }) => {
  await coach.goto(`${process.env.E2E_URL}/bench/27`);
  await filmsShown(coach);
  const line = (await coach.getByTestId('scrub').boundingBox())!;
  const before = await coach.getByTestId('frame-openSide').getAttribute('data-drawn');
  await coach.mouse.move(line.x + 0.42 * line.width, line.y + 4);
  await coach.mouse.down();
  await coach.mouse.move(line.x + 0.7 * line.width, line.y + 4, { steps: 6 });
  await coach.mouse.up();
  await expect(coach.getByTestId('frame-openSide')).not.toHaveAttribute('data-drawn', before ?? '');
});

test('a key frame that both views have makes them move together', async ({ coach, keys }) => {
  await coach.goto(`${process.env.E2E_URL}/bench/31`);
  await filmsShown(coach);
  await keys.press('t');
  await coach.getByRole('row', { name: /^release/ }).click();
  const marked = async (view: string): Promise<number> => Number(await coach.getByTestId(`mark-${view}-release`).textContent());
  const [side, front] = [await marked('openSide'), await marked('front')];
  await expect(coach.getByTestId('frame-openSide')).toHaveAttribute('data-drawn', String(side));
  await expect(coach.getByTestId('frame-front')).toHaveAttribute('data-drawn', String(front));
  await keys.press('Shift+ArrowRight');
  await expect(coach.getByTestId('frame-openSide')).toHaveAttribute('data-drawn', String(side + 10));
  // Both films run at 120 per second, so ten frames are ten frames, give or take the half frame between their clocks.
  await expect
    .poll(async () => Math.abs(Number(await coach.getByTestId('frame-front').getAttribute('data-drawn')) - front - 10))
    .toBeLessThanOrEqual(1);
});

test('a point can be put with the pointer as well, and is placed by Enter', async ({ coach, keys }) => {
  await coach.goto(`${process.env.E2E_URL}/bench/31`);
  await filmsShown(coach);
  await keys.press('g', 'ArrowDown', 'Enter');
  const point = coach.getByTestId('point-in-hand');
  const before = Number(await point.getAttribute('data-x'));
  const film = (await coach.locator('figure[data-view=openSide] canvas').boundingBox())!;
  await coach.mouse.move(film.x + 0.5 * film.width, film.y + 0.5 * film.height);
  await coach.mouse.down();
  await coach.mouse.move(film.x + 0.55 * film.width, film.y + 0.6 * film.height, { steps: 4 });
  await coach.mouse.up();
  // The film is 540 high and shown with its full height.
  await expect.poll(async () => Math.abs(Number(await point.getAttribute('data-y')) - 0.6 * 540)).toBeLessThan(2);
  expect(Number(await point.getAttribute('data-x'))).not.toBe(before);
  await keys.press('Enter');
  await expect(coach.getByTestId('point-asked')).toContainText('Point 2 of');
  await keys.press('Escape', 'u');
  // Times between key frames need no point.
  await expect(coach.getByTestId('figure-contactToRelease')).toContainText('ms');
});
