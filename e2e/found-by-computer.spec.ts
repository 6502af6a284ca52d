import { readFile } from 'node:fs/promises';
import { fileURLToPath } from 'node:url';
import AxeBuilder from '@axe-core/playwright';
import { DEMO_CLIPS, marksOf } from '@stride-chalk/demo';
import { expect, filmsShown, firstLead, pageAwake, test } from './support/at-work.ts';
import { query, startProduct } from './support/product.ts';
import { smallCamp } from './support/small-camp.ts';

const CLIPS = fileURLToPath(new URL('../demo/clips/', import.meta.url));
const FILMS = { openSide: '4-1-open-side.mp4', front: '4-1-front.mp4' } as const;
const ALWAYS = ['set', 'liftTop', 'handsApart', 'contact', 'layback', 'release', 'finish'] as const;

test('the computer has looked before the coach opens the bench: he confirms key frames and joints with few keys, and nothing before he has seen it', async ({
  page,
  keys,
}) => {
  const product = await startProduct({ demo: false, looks: true });
  const run = <T extends Record<string, unknown>>(text: string, values: unknown[] = []) =>
    query<T>(product.databaseUrl, text, values);
  try {
    const { deliveries } = await smallCamp(run);
    await firstLead(page, product.printed);
    for (const [view, name] of Object.entries(FILMS)) {
      const sent = await page.request.post(`${product.url}/api/clips?deliveryId=${deliveries[0]}&view=${view}&fileName=${name}`, {
        data: await readFile(CLIPS + name),
        headers: { origin: product.url, 'content-type': 'application/octet-stream' },
      });
      expect(sent.status()).toBe(202);
    }
    // The bench of a film that is being looked at says so, and shows what is found by itself.
    await expect.poll(() => run(`select 1 from clips where state = 'ready'`)).toHaveLength(2);
    await page.goto(`${product.url}/bench/7`);
    await pageAwake(page);
    const all = page.getByRole('button', { name: /See all \d+ at a look/ });
    // A machine that is quicker than the page has found it by now.
    await expect(page.getByText('What it finds appears by itself.').first().or(all)).toBeVisible();
    await expect(all).toBeVisible();
    await expect(page.getByTestId('look-state')).toHaveCount(0);
    expect(await run(`select state from clip_looks`)).toEqual([{ state: 'found' }, { state: 'found' }]);

    // From here on as a coach comes to it.
    await page.goto(`${product.url}/bench/7`);
    await pageAwake(page);
    await filmsShown(page);
    await expect(
      page.getByRole('group', { name: 'Chalk line of the delivery' }).locator('[data-state=proposed]'),
    ).not.toHaveCount(0);
    await expect(page.getByTestId('found-here')).toContainText('Enter confirms it.');
    expect(await run('select 1 from marks')).toEqual([]);
    const strip = page.getByTestId('strip');
    const desk = page.viewportSize()!;
    // On a phone, and at 200 % zoom, the pictures scroll: what lies below the edge is drawn, but nobody has seen it.
    for (const size of [
      { width: 390, height: 844 },
      { width: 640, height: 400 },
    ]) {
      await page.setViewportSize(size);
      await page.keyboard.press('a');
      await expect(strip.locator('canvas:not([data-frame])')).toHaveCount(0);
      await expect(strip.getByRole('status')).toContainText('have been on the screen');
      await expect(strip.getByRole('button', { name: /^Confirm \d+/ })).toBeDisabled();
      for (const picture of await strip.locator('canvas').all()) await picture.scrollIntoViewIfNeeded();
      await expect(strip.getByRole('button', { name: /^Confirm \d+/ })).toBeEnabled();
      await page.keyboard.press('Escape');
      await expect(strip).toHaveCount(0);
    }
    await page.setViewportSize(desk);
    await keys.press('a');
    await expect(strip.getByRole('button', { name: /^Confirm \d+/ })).toBeEnabled();
    expect((await new AxeBuilder({ page }).setLegacyMode(true).include('[data-testid=strip]').analyze()).violations).toEqual([]);
    const sure = await strip.locator('[data-state=sure]').count();
    const shown = await strip.locator('canvas[data-frame]').count();
    expect(shown).toBe(await strip.locator('canvas').count());
    await keys.press('Enter');
    await expect(strip).toHaveCount(0);
    await expect(page.getByTestId('said')).toContainText(`${sure} confirmed.`);
    // What it was not sure of, one by one: each is on the screen before its key is pressed.
    while ((await page.getByRole('button', { name: /^Key frames/, pressed: true }).count()) > 0) {
      await filmsShown(page);
      await keys.press('Enter');
    }
    await expect
      .poll(() => run(`select k.view from marks m join clips k on k.id = m.clip_id where m.event = any($1) order by 1`, [ALWAYS]))
      .toHaveLength(14);
    expect(await run(`select distinct origin, spread is not null as wide from marks`)).toEqual([
      { origin: 'confirmed', wide: true },
    ]);
    const marks = await run<{ view: string; event: string; frame: number }>(
      `select k.view, m.event, m.frame from marks m join clips k on k.id = m.clip_id where m.event in ('contact', 'release')`,
    );
    for (const [view, name] of Object.entries(FILMS)) {
      const truth = marksOf(DEMO_CLIPS.find((c) => c.fileName === name)!);
      for (const event of ['contact', 'release']) {
        const frame = marks.find((m) => m.view === view && m.event === event)!.frame;
        expect(Math.abs(frame - truth.find((m) => m.event === event)!.frame), `${event} from ${view}`).toBeLessThanOrEqual(4);
      }
    }

    // Joints: proposed figures count for nothing until their joints were on the screen.
    await keys.press('g');
    const knee = page.getByTestId('figure-frontKneeContact');
    await expect(knee).toContainText('found by the computer, seen by nobody yet');
    await keys.press('c');
    await expect(page.getByTestId('joints-asked')).toContainText('Key frame 1 of');
    while ((await page.getByTestId('joints-asked').count()) > 0) {
      await filmsShown(page);
      await keys.press('Enter');
    }
    await expect(knee).not.toContainText('seen by nobody yet');
    await expect(knee).toContainText('°');
    await expect.poll(async () => (await run(`select 1 from points where origin = 'confirmed'`)).length).toBeGreaterThan(20);
    expect(await run(`select distinct origin from points`)).toEqual([{ origin: 'confirmed' }]);
    process.stdout.write(`${keys.count} keys for the key frames of both views and the joints\n`);
    expect(keys.count).toBeLessThanOrEqual(30);

    // One key takes the joints of a key frame back.
    const before = (await run('select 1 from points')).length;
    await page.keyboard.press('u');
    await expect.poll(async () => (await run('select 1 from points')).length).toBeLessThan(before);
    await expect(page.getByTestId('said')).toContainText('Taken back');

    // A time has nothing to place: it leads to the key frame that it lacks, as it was found, and comes back.
    await page.getByTestId('figure-handsAfterKnee').click();
    await expect(page.getByRole('heading', { name: 'knee starts down' })).toBeVisible();
    await expect(page.getByTestId('found-here')).toContainText('Enter confirms it.');
    await filmsShown(page);
    await page.keyboard.press('Enter');
    await expect(page.getByTestId('figure-handsAfterKnee')).toContainText('ms');
    await expect.poll(() => run(`select origin from marks where event = 'kneeDown'`)).toEqual([{ origin: 'confirmed' }]);
  } finally {
    await product.end();
  }
});
