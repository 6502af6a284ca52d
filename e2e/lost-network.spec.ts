import { defaultSheet, resolveSheet } from '@stride-chalk/core';
import type { Route } from '@playwright/test';
import pg from 'pg';
import { allSaved, atWorkAs, expect, filmsShown, firstLead, pageAwake, rows, test } from './support/at-work.ts';
import { ALL } from './support/measured.ts';
import { startProduct } from './support/product.ts';
import { smallCamp } from './support/small-camp.ts';

/** What is asked of each delivery; what is asked once of the set stands among it on the bench. */
const asked = resolveSheet(defaultSheet, '15-16')
  .filter((c) => c.scored && c.of === 'delivery')
  .map((c) => c.id);

/** Entries about the third delivery of bib 19 that the server has. */
const entered = async (): Promise<number> =>
  Number(
    (
      await rows<{ n: string }>(
        `select count(*) as n from entries where body->>'deliveryId' =
          (select d.id::text from deliveries d join campers_here c on c.id = d.camper_id where c.bib = 19 and d.number = 3)`,
      )
    )[0]!.n,
  );

test('the network drops while levels are entered: the page says so, a reload keeps them, and they arrive once', async ({
  coach,
  keys,
}) => {
  await coach.goto(`${process.env.E2E_URL}/bench/19`);
  await filmsShown(coach);
  await keys.press('s', 'd');
  const before = await entered();
  await coach.route('**/api/entries/**', (route) => route.abort());
  await keys.press('3', '3', '3');
  await expect(coach.getByTestId('saved')).toContainText('3 kept here');
  await coach.reload();
  await expect(coach.getByTestId('saved')).toContainText('3 kept here');
  expect(await entered()).toBe(before);
  // The first answers are lost on the way back: the server has the entry, the browser does not know.
  let lost = 0;
  await coach.unroute('**/api/entries/**');
  await coach.route('**/api/entries/**', async (route) => {
    if (lost >= 2) return route.continue();
    lost += 1;
    await route.fetch();
    return route.abort();
  });
  await allSaved(coach);
  expect(lost).toBe(2);
  expect(await entered()).toBe(before + 3);
});

test('what waits is sent from a page that is never idle too', async ({ coach }) => {
  // As in a browser that draws without a pause: an idle moment comes only to who sets an end to waiting for it.
  await coach.addInitScript(() => {
    window.requestIdleCallback = (then, options) =>
      options?.timeout ? window.setTimeout(() => then({ didTimeout: true, timeRemaining: () => 0 }), options.timeout) : 0;
  });
  await coach.goto(`${process.env.E2E_URL}/`);
  await pageAwake(coach);
});

test('a page for which the database had no time says so, and comes by itself when it has', async ({ coach }) => {
  const other = new pg.Client({ connectionString: process.env.E2E_DATABASE! });
  await other.connect();
  try {
    await other.query('begin');
    await other.query('lock table clips in access exclusive mode');
    await coach.goto(`${process.env.E2E_URL}/bench/19`);
    await expect(coach.getByRole('heading')).toHaveText(/^The database does not answer just now/);
    await expect(coach.getByText('It is tried again every five seconds.')).toBeVisible();
    // It is of the product, and a thumb hits it.
    await expect(coach.getByRole('link', { name: 'Load the page again' })).toHaveCSS('min-height', '56px');
    await other.query('rollback');
    await filmsShown(coach);
  } finally {
    await other.end();
  }
});

test('the session runs out while levels are entered: they are kept, and sent after signing in again', async ({ coach, keys }) => {
  await coach.goto(`${process.env.E2E_URL}/bench/19`);
  await filmsShown(coach);
  await keys.press('s', 'd');
  const before = await entered();
  await coach.context().clearCookies();
  await keys.press('3');
  await expect(coach.getByTestId('saved')).toContainText('1 kept here until you sign in again');
  expect(await entered()).toBe(before);
  await coach.getByRole('link', { name: 'Sign in' }).click();
  await coach.getByRole('button', { name: /Dario/ }).click();
  await expect(coach).toHaveURL(/\/bench\/19$/);
  await allSaved(coach);
  expect(await entered()).toBe(before + 1);
});

test('the network is away, another tab goes to another camp, and the network comes back: every level is in the camp where it was entered', async ({
  page,
  keys,
}) => {
  // Marit leads both camps of the demo.
  await atWorkAs(page, 'Marit');
  await page.goto(`${process.env.E2E_URL}/bench/19`);
  await filmsShown(page);
  await keys.press('s', 'd', 'd');
  const before = await entered();
  await page.route('**/api/entries/**', (route) => route.abort());
  await keys.press('3', '3', '3');
  await expect(page.getByTestId('saved')).toContainText('3 kept here');
  const [other] = await rows<{ id: string }>(`select id from camps where name = 'Sandbar Evening Clinic'`);
  const [here] = await rows<{ id: string }>(`select h.camp_id as id from campers_here h limit 1`);
  const goTo = (camp: string) => page.request.post(`${process.env.E2E_URL}/api/camp-at-work`, { form: { camp } });
  try {
    await goTo(other!.id);
    await page.unroute('**/api/entries/**');
    await allSaved(page);
    expect(await entered()).toBe(before + 3);
  } finally {
    await goTo(here!.id);
  }
});

test('what the server refuses stays on the device and is named; by hand it is sent again or dropped', async ({ coach, keys }) => {
  await coach.goto(`${process.env.E2E_URL}/bench/19`);
  await filmsShown(coach);
  await keys.press('s', 'd');
  const before = await entered();
  const refuse = (status: number) => (route: Route) =>
    route.fulfill({ status, json: { title: 'You do not work at the camp where this was entered.' } });
  await coach.route('**/api/entries/**', refuse(403));
  await keys.press('3', '2');
  const refused = coach.getByTestId('refused');
  await expect(refused.getByRole('listitem')).toHaveCount(2);
  await expect(refused).toContainText('You do not work at the camp');
  await expect(coach.getByTestId('saved')).toContainText('2 not taken');
  await coach.reload();
  await expect(refused.getByRole('listitem')).toHaveCount(2);
  await expect(coach.getByTestId('saved')).not.toContainText('All saved');
  await coach.unroute('**/api/entries/**');
  await refused.getByRole('listitem').first().getByRole('button', { name: 'Send again' }).click();
  await expect(refused.getByRole('listitem')).toHaveCount(1);
  await expect.poll(entered).toBe(before + 1);
  await refused.getByRole('button', { name: 'Drop' }).click();
  await allSaved(coach);
  await expect(coach.getByTestId('saved')).toContainText('All saved');
  expect(await entered()).toBe(before + 1);
});

/** Of each kill half a dozen seconds go by: `./test all` tries more of them. */
const KILLS = ALL ? 20 : 8;

test(`the server is killed ${KILLS} times while levels are entered: all that was shown as saved is there, none twice`, async ({
  page,
  keys,
}) => {
  const product = await startProduct({ demo: false });
  try {
    const { query } = await import('./support/product.ts');
    const ids = await smallCamp((text, values) => query(product.databaseUrl, text, values));
    await firstLead(page, product.printed);
    // Accounts are offered in the demo only.
    expect(await (await page.request.get(`${product.url}/sign-in`)).text()).not.toContain('heronbend.example');
    await page.goto(`${product.url}/bench/7`);
    await allSaved(page);
    await keys.press('x');
    const shown = new Map<string, string>();
    for (let round = 0; round < KILLS; round++) {
      const level = String(3 - (round % 2) * 3);
      const checkpoint = asked[round]!;
      const row = page.getByTestId(`checkpoint-${checkpoint}`);
      // Quiet hands come once, between the third checkpoint and the fourth.
      if (round === 3) {
        await expect(page.getByTestId('checkpoint-A4')).toHaveAttribute('aria-current', 'step');
        await keys.press('3');
      }
      await expect(row).toHaveAttribute('aria-current', 'step');
      const killed = round % 2 === 0 ? product.kill() : null;
      await keys.press(level);
      if (level === '0') await keys.press('a');
      if (killed) await killed;
      else {
        // Killed at once after the page has said "saved".
        await allSaved(page);
        shown.set(checkpoint, level);
        await product.kill();
      }
      await keys.press('3');
      await product.again();
      await allSaved(page);
      shown.set(checkpoint, level);
    }
    const kept = await query<{ checkpoint: string; level: string; number: number }>(
      product.databaseUrl,
      'select s.checkpoint, s.level, d.number from scores s join deliveries d on d.id = s.delivery_id order by 1, 3',
    );
    expect(kept).toHaveLength(2 * KILLS + 1);
    for (const [checkpoint, level] of shown)
      expect(
        kept.filter((k) => k.checkpoint === checkpoint).map((k) => k.level),
        checkpoint,
      ).toEqual([level, '3']);
    const [entries] = await query<{ n: string }>(product.databaseUrl, `select count(*) as n from entries`);
    // Two levels a round and that of the set, and every fourth of them got its fault in a second entry.
    expect(Number(entries!.n)).toBe(2 * KILLS + 1 + KILLS / 2);
    expect(ids.deliveries).toHaveLength(2);
  } finally {
    await product.end();
  }
});
