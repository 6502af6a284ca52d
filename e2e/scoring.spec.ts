import { resolveSheet, defaultSheet } from '@stride-chalk/core';
import { allSaved, expect, filmsShown, rows, test } from './support/at-work.ts';

/** Of the first delivery: what is asked once of the set is asked of the last one. */
const asked = resolveSheet(defaultSheet, '17-18')
  .filter((c) => c.scored && c.of === 'delivery')
  .map((c) => c.id);

test('18 levels, 6 with a fault, one not visible, in at most 40 keys and without the mouse', async ({ coach, keys }) => {
  await coach.goto(`${process.env.E2E_URL}/bench/44`);
  await filmsShown(coach);
  await keys.press('s');
  for (let i = 0; i < 18; i++) {
    await expect(coach.getByTestId(`checkpoint-${asked[i]}`)).toHaveAttribute('aria-current', 'step');
    if (i % 3 === 1) {
      await keys.press('1');
      await expect(coach.getByText('What was seen?')).toBeVisible();
      await keys.press('a');
    } else await keys.press(i === 6 ? 'n' : '3');
  }
  await allSaved(coach);
  test.info().annotations.push({ type: 'key presses', description: String(keys.count) });
  expect(keys.count).toBeLessThanOrEqual(40);
  const kept = await rows<{ checkpoint: string; level: string; faults: string[] }>(
    `select s.checkpoint, s.level, s.faults from scores s join deliveries d on d.id = s.delivery_id join campers_here c on c.id = d.camper_id
     where c.bib = 44 and d.number = 1`,
  );
  const levels = new Map(kept.map((r) => [r.checkpoint, r]));
  expect(kept).toHaveLength(18);
  expect(asked.slice(0, 18).filter((id) => levels.get(id)!.faults.length === 1)).toHaveLength(6);
  expect(levels.get(asked[6]!)!.level).toBe('NV');
});

test('one checkpoint over all deliveries: one key each, then the next checkpoint', async ({ coach, keys }) => {
  await coach.goto(`${process.env.E2E_URL}/bench/31`);
  await filmsShown(coach);
  await keys.press('x');
  await expect(coach.locator('figure')).toHaveCount(3);
  await keys.press('3', '3', '3');
  await expect(coach.getByTestId('checkpoint-A2')).toHaveAttribute('aria-current', 'step');
  await keys.press('3', '3');
  await allSaved(coach);
  const kept = await rows<{ number: number; checkpoint: string }>(
    `select d.number, s.checkpoint from scores s join deliveries d on d.id = s.delivery_id join campers_here c on c.id = d.camper_id where c.bib = 31 order by 2, 1`,
  );
  expect(kept.map((r) => `${r.checkpoint}.${r.number}`)).toEqual(['A1.1', 'A1.2', 'A1.3', 'A2.1', 'A2.2']);
});

test('a mistake is taken back with one key; a note is kept; a second fault is added', async ({ coach, keys }) => {
  await coach.goto(`${process.env.E2E_URL}/bench/19`);
  await filmsShown(coach);
  await keys.press('s');
  await keys.press('ArrowDown');
  const current = coach.locator('[aria-current=step][data-testid^=checkpoint-]');
  const id = (await current.getAttribute('data-testid'))!;
  await keys.press('2');
  await keys.press('Shift+A', 'Shift+B', 'Escape');
  await keys.press('ArrowUp');
  await expect(coach.getByTestId(id)).toHaveAttribute('data-level', '2');
  await keys.press('m');
  await coach.keyboard.type('first day, tired');
  await keys.press('Enter');
  await expect(coach.getByTestId(id)).toContainText('first day, tired');
  await allSaved(coach);
  const checkpoint = id.replace('checkpoint-', '');
  const kept = () =>
    rows<{ level: string; faults: string[]; note: string | null }>(
      `select s.level, s.faults, s.note from scores s join deliveries d on d.id = s.delivery_id join campers_here c on c.id = d.camper_id where c.bib = 19 and d.number = 2 and s.checkpoint = $1`,
      [checkpoint],
    );
  expect(await kept()).toMatchObject([
    { level: '2', note: 'first day, tired', faults: [expect.any(String), expect.any(String)] },
  ]);
  for (let i = 0; i < 4; i++) await keys.press('u');
  await allSaved(coach);
  expect(await kept()).toEqual([]);
});

test('what happens in motion plays slowly, again and again, until the next key', async ({ coach, keys }) => {
  await coach.goto(`${process.env.E2E_URL}/bench/31`);
  await filmsShown(coach);
  await keys.press('s');
  const row = coach.getByTestId('checkpoint-A2');
  await row.getByRole('button', { name: 'Weight ready' }).click();
  await expect(row).toContainText('in motion, from set to top of the lift');
  const caption = coach.getByTestId('frame-openSide');
  const seen: number[] = [];
  const look = async (): Promise<void> => void seen.push(Number(await caption.getAttribute('data-drawn')));
  // It runs on, and comes back: a later frame, then an earlier one again.
  const cameBack = (): boolean => seen.some((f, i) => seen.slice(0, i).some((x) => x < f) && seen.slice(i).some((x) => x < f));
  await expect
    .poll(async () => {
      await look();
      return cameBack();
    })
    .toBe(true);
  await keys.press('ArrowUp');
  await expect(coach.getByTestId('checkpoint-A1')).toHaveAttribute('aria-current', 'step');
  // A still frame stays.
  const still = await caption.getAttribute('data-asked');
  await expect.poll(() => caption.getAttribute('data-drawn')).toBe(still);
});

test('one key puts the drawings of the levels beside their words; a left-hander’s are mirrored, his film is not', async ({
  coach,
  keys,
}) => {
  await coach.goto(`${process.env.E2E_URL}/bench/9`);
  await filmsShown(coach);
  await keys.press('s', 'p');
  await expect(coach.getByTestId('checkpoint-A1')).toHaveAttribute('aria-current', 'step');
  const pictures = coach.getByTestId('checkpoint-A1').getByRole('img', { name: /at level \d/ });
  await expect(pictures).toHaveCount(4);
  for (const picture of await pictures.all()) {
    await expect.poll(() => picture.evaluate((i: HTMLImageElement) => i.naturalWidth)).toBeGreaterThan(0);
    expect(await picture.evaluate((i) => getComputedStyle(i).scale)).toMatch(/^-1( 1)?$/);
    await expect(picture).toHaveAttribute('src', /\/anchors\/A1-child-\d\.svg/);
  }
  expect(
    await coach
      .locator('figure canvas')
      .first()
      .evaluate((c) => getComputedStyle(c).scale),
  ).toBe('none');
  await keys.press('p');
  await expect(pictures).toHaveCount(0);
});
