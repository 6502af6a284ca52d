import { execFileSync } from 'node:child_process';
import { copyFileSync, mkdirSync, mkdtempSync, rmSync, writeFileSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import AxeBuilder from '@axe-core/playwright';
import { expect, test, type Page } from '@playwright/test';
import { firstLead, pageAwake } from './support/at-work.ts';
import { barCodeFilm } from './support/bar-code-film.ts';
import { campersWith } from './support/field-phone.ts';
import { query, startProduct } from './support/product.ts';

const row = (page: Page, name: string) => page.locator('.tray-row', { hasText: name });
const found = async (page: Page): Promise<string[]> =>
  (await new AxeBuilder({ page }).setLegacyMode(true).analyze()).violations.map((v) => `${v.id}: ${v.nodes[0]?.html}`);

test('clips of a game and of a family get their facts and their camper; who is to be filmed again is on the plan and at the mound', async ({
  page,
}) => {
  const product = await startProduct({ demo: false });
  const folder = mkdtempSync(join(tmpdir(), 'stride-chalk-family-'));
  const run = <T extends Record<string, unknown>>(text: string, values: unknown[] = []) =>
    query<T>(product.databaseUrl, text, values);
  try {
    await firstLead(page, product.printed);
    await campersWith(run, [7, 9]);
    await run(`update camps set first_day = current_date - 1, last_day = current_date + 1, retention_days = 3650`);
    const card = join(folder, 'family');
    mkdirSync(card);
    const { buffer } = await barCodeFilm('constant rate, H.264', 60);
    writeFileSync(join(folder, 'film.mp4'), buffer);
    for (const name of ['one', 'two', 'three'])
      execFileSync('ffmpeg', [
        ...['-v', 'error', '-i', join(folder, 'film.mp4'), '-c', 'copy', '-metadata', `comment=${name}`],
        join(card, `${name}.mp4`),
      ]);
    await page.goto(`${product.url}/sort`);
    await pageAwake(page);
    await page.getByTestId('tray-folder').setInputFiles(card);
    await expect(page.getByRole('heading', { name: 'To look at 3' })).toBeVisible();
    // The same bytes under another name are the same film, and whoever brings them is told.
    copyFileSync(join(card, 'one.mp4'), join(folder, 'again.mp4'));
    await page.getByTestId('tray-files').setInputFiles(join(folder, 'again.mp4'));
    await expect(page.getByTestId('files-double')).toHaveText('One file was here already, and nothing came twice: again.mp4.');
    await expect(page.getByRole('heading', { name: 'To look at 3' })).toBeVisible();
    await page.goto(product.url);
    await page.getByRole('link', { name: 'Sort the 3 films that came' }).click();
    await pageAwake(page);
    expect(await found(page)).toEqual([]);
    await page.keyboard.press('v');
    await expect(page.getByRole('button', { name: 'Open side', pressed: true })).toBeVisible();

    // Where they come from, said once for the folder; the pitch only of the one in hand.
    await row(page, 'one.mp4').getByRole('button', { name: 'Take one.mp4 in hand' }).click();
    await page.keyboard.press('g');
    await expect(page.getByTestId('origin-form')).toBeVisible();
    expect(await found(page)).toEqual([]);
    await page.getByLabel('on', { exact: true }).fill('2026-06-20');
    await page.getByLabel('Sent by').fill('Family of Camper 7');
    await page.getByLabel('Pitch').selectOption('changeup');
    await page.getByLabel('Called').selectOption('strike');
    await page.getByLabel('Speed, if measured').fill('46.5');
    await page.getByLabel(/hold for the 2 other clips/).check();
    await page.keyboard.press('Enter');
    await expect(page.getByText('sent by Family of Camper 7')).toHaveCount(3);
    await expect(page.getByText('changeup, strike · 46.5 mph measured')).toHaveCount(1);
    await page.keyboard.press('z');
    await expect(page.getByText('sent by Family of Camper 7')).toHaveCount(0);
    await page.keyboard.press('g');
    await page.keyboard.press('Escape');
    await expect(page.getByTestId('origin-form')).toHaveCount(0);
    await page.keyboard.press('g');
    await page.getByLabel('on', { exact: true }).fill('2026-06-20');
    await page.keyboard.press('Enter');
    await expect(page.getByText(/^Game, /)).toHaveCount(1);
    await page.keyboard.press('7');
    await page.keyboard.press('Enter');
    await expect
      .poll(() => run('select occasion, thrown_on::text as day from deliveries'))
      .toEqual([{ occasion: 'game', day: '2026-06-20' }]);
    expect(await run('select 1 from throws')).toEqual([]);

    // One of the camp, and it is no good: he is filmed again.
    await row(page, 'two.mp4').getByRole('button', { name: 'Take two.mp4 in hand' }).click();
    await page.keyboard.press('9');
    await page.keyboard.press('Enter');
    await expect(row(page, 'two.mp4')).toHaveAttribute('data-stand', 'placed');
    await row(page, 'two.mp4').getByRole('button', { name: 'Take two.mp4 in hand' }).click();
    await page.keyboard.press('r');
    await page.keyboard.press('1');
    await expect(page.getByRole('status').getByText('Bib 9 is to be filmed again')).toBeVisible();

    // A film that runs on, in which nothing was found: somebody sees the delivery in the small copy of it.
    const long = join(folder, 'long');
    mkdirSync(long);
    const still = ['-f', 'lavfi', '-i', 'color=gray:size=320x180:rate=10:duration=70', '-pix_fmt', 'yuv420p'];
    execFileSync('ffmpeg', ['-v', 'error', ...still, join(long, 'all morning.mp4')]);
    await page.getByTestId('tray-folder').setInputFiles(long);
    await page.getByRole('tab', { name: 'long' }).click();
    const film = row(page, 'all morning.mp4');
    await expect(film).toHaveAttribute('data-stand', 'aside');
    await film.getByRole('button', { name: 'Take all morning.mp4 in hand' }).click();
    await page.keyboard.press('w');
    const whole = page.getByTestId('whole-film');
    await expect.poll(() => whole.locator('video').evaluate((v: HTMLVideoElement) => Math.round(v.duration))).toBe(70);
    expect(await found(page)).toEqual([]);
    for (const key of ['Shift+ArrowRight', 'ArrowRight', 'ArrowRight', 'ArrowLeft']) await page.keyboard.press(key);
    await expect(whole).toContainText('0:31 of 1:10');
    await expect.poll(() => whole.locator('video').evaluate((v: HTMLVideoElement) => v.currentTime)).toBe(31);
    await page.keyboard.press('Enter');
    await expect
      .poll(() => run('select from_seconds, to_seconds, state from clips where from_seconds is not null'))
      .toEqual([{ from_seconds: 27.5, to_seconds: 33, state: 'ready' }]);
    await page.getByRole('tab', { name: 'family' }).click();

    // On a phone, with no keys.
    await page.setViewportSize({ width: 390, height: 844 });
    await row(page, 'three.mp4').getByRole('button', { name: 'Take three.mp4 in hand' }).click();
    await row(page, 'three.mp4').getByRole('button', { name: 'Another bib' }).click();
    const keys = page.getByTestId('bib-keys');
    await keys.getByRole('button', { name: '8', exact: true }).click();
    await keys.getByRole('button', { name: 'Back' }).click();
    await keys.getByRole('button', { name: '7', exact: true }).click();
    expect(await found(page)).toEqual([]);
    await keys.getByRole('button', { name: 'Take 7' }).click();
    await expect(row(page, 'three.mp4')).toHaveAttribute('data-stand', 'placed');

    await page.goto(`${product.url}/mound`);
    await pageAwake(page);
    await page.getByRole('button', { name: 'Somebody else' }).click();
    await page.getByRole('button', { name: '9', exact: true }).click();
    await page
      .getByRole('button', { name: /Camper 9/ })
      .last()
      .click();
    await expect(page.getByTestId('film-again')).toContainText('Film him again: open side. Blurred or too dark last time.');
    await page.setViewportSize({ width: 1280, height: 800 });
    await page.goto(`${product.url}/day-plan`);
    await pageAwake(page);
    const again = page.getByRole('region', { name: /Film again/ });
    await expect(again).toContainText('Camper 9, open side');
    expect(await found(page)).toEqual([]);
    await again.getByRole('button', { name: 'Bib 9 need not be filmed again' }).click();
    await expect(again).toHaveCount(0);
    expect(await run('select 1 from refilms')).toEqual([]);
  } finally {
    await page.close();
    await product.end();
    rmSync(folder, { recursive: true, force: true });
  }
});
