import AxeBuilder from '@axe-core/playwright';
import type { Page } from '@playwright/test';
import { readSlate } from '@stride-chalk/core';
import { atWorkAs, expect, pageAwake, rows, test } from './support/at-work.ts';
import { readCode } from './support/read-code.ts';

const url = (): string => process.env.E2E_URL!;
const BIB = 33;

/** What was tapped of a camper, as it lies in the database. */
const ledger = () =>
  rows<{ mound: string | null; start: string | null; left: boolean; gone: boolean }>(
    `select t.mound, t.delivery_kind as start, t.left_out_at is not null as left, t.taken_back_at is not null as gone
     from throws t join campers_here c on c.child_id = t.child_id where c.bib = ${BIB} and t.mound is not null order by t.thrown_at, t.id`,
  );
const toCamper = async (page: Page, bib: number): Promise<void> => {
  await page.getByRole('button', { name: 'Somebody else' }).click();
  for (const digit of String(bib)) await page.getByRole('button', { name: digit, exact: true }).click();
  await page.locator('button.main-action').click();
};
const allSent = (page: Page): Promise<void> => expect(page.getByTestId('waiting')).toHaveAttribute('data-waiting', '0');

test('at a mound: one tap a throw, taken back or left out, with no network too; what is on the ledger is what was tapped', async ({
  page,
  context,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await atWorkAs(page, 'Petra');
  await page.goto(`${url()}/mound`);
  await pageAwake(page);
  await expect(page.getByRole('button', { name: /^Next: \d+|Nobody after him/ })).toBeVisible();
  await toCamper(page, BIB);
  const thrown = page.getByTestId('thrown');
  await expect(thrown).toHaveText(/^\d+ thrown/);
  // Other tests of this database let campers throw too.
  const [before, known] = [Number.parseInt((await thrown.textContent())!, 10), (await ledger()).length];
  const saysThrown = (more: number): Promise<void> => expect(thrown).toHaveText(new RegExp(`^${before + more} thrown`));
  const tap = page.getByRole('button', { name: 'Thrown' });
  await tap.click();
  await tap.click();
  await page.getByRole('button', { name: 'Wind-up' }).click();
  await tap.click();
  await saysThrown(3);
  await page.getByRole('button', { name: 'That one does not count' }).click();
  await expect(page.getByRole('button', { name: 'Does not count' })).toBeDisabled();
  await tap.click();
  await saysThrown(4);
  await page.getByRole('button', { name: 'Undo the last' }).click();
  await saysThrown(3);
  await allSent(page);
  await saysThrown(3);
  const mound = (await ledger())[known]!.mound;
  const taps = [
    { mound, start: 'stretch', left: false, gone: false },
    { mound, start: 'stretch', left: false, gone: false },
    { mound, start: 'windUp', left: true, gone: false },
    { mound, start: 'windUp', left: false, gone: true },
  ];
  expect((await ledger()).slice(known)).toEqual(taps);

  // After a reload the last one can still be taken back.
  await page.reload();
  await pageAwake(page);
  await toCamper(page, BIB);
  await tap.click();
  await allSent(page);
  await page.reload();
  await pageAwake(page);
  await toCamper(page, BIB);
  await page.getByRole('button', { name: 'Undo the last' }).click();
  await allSent(page);
  await saysThrown(3);
  taps.push({ mound, start: 'stretch', left: false, gone: true });
  expect((await ledger()).slice(known)).toEqual(taps);
  // One tap takes another one, who stands on the page from then on.
  const other = page.getByRole('list', { name: 'Then' }).getByRole('button').first();
  if (await other.isVisible()) {
    const bib = (await other.locator('b').textContent())!;
    await other.click();
    await expect(page.locator('.bib-block').first()).toHaveText(bib);
    await toCamper(page, BIB);
  }

  // The network goes; the page is closed and opened again: what was tapped waits on the phone, and arrives once.
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
  });
  await page.reload();
  await pageAwake(page);
  await context.setOffline(true);
  await toCamper(page, BIB);
  await tap.click();
  await tap.click();
  await expect(page.getByTestId('waiting')).toHaveText('Safe on this device: 2 counts; sent when the network is back.');
  await page.reload();
  await pageAwake(page);
  await expect(page.getByTestId('waiting')).toHaveText('Safe on this device: 2 counts; sent when the network is back.');
  await toCamper(page, BIB);
  await saysThrown(5);
  await context.setOffline(false);
  await allSent(page);
  await saysThrown(5);
  expect((await ledger()).slice(known)).toEqual([...taps, taps[0], taps[0]]);
});

test('the slate is as large as the screen, is read by a foreign reader, and tells the time of the server', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await atWorkAs(page, 'Petra');
  await page.goto(`${url()}/mound`);
  await pageAwake(page);
  await toCamper(page, BIB);
  await page.getByRole('button', { name: 'Slate' }).click();
  const slate = page.getByRole('dialog', { name: `Slate of bib ${BIB}` });
  await expect(slate).toBeVisible();
  const box = (await slate.boundingBox())!;
  expect([box.width, box.height]).toEqual([390, 844]);
  const read = async () => readSlate(await readCode(slate.getByRole('img'))).slate!;
  const [camp] = await rows<{ slate: string }>(
    `select slate_id as slate from camps where id = (select camp_id from campers_here h limit 1)`,
  );
  const before = Date.now();
  const first = await read();
  expect(first).toMatchObject({ bib: BIB, slateId: camp!.slate });
  expect(Math.abs(first.instant! - before)).toBeLessThan(60_000);
  // It runs on.
  await expect.poll(async () => (await read()).instant).toBeGreaterThan(first.instant!);
  await slate.click();
  await expect(slate).toBeHidden();
  await expect(page.getByRole('button', { name: 'Thrown' })).toBeVisible();
});

test('a sore arm and no consent stop it with their reason; axe finds nothing', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await atWorkAs(page, 'Petra');
  await page.goto(`${url()}/mound`);
  await pageAwake(page);
  for (const [bib, why] of [
    [22, 'A sore arm: no throwing.'],
    [16, 'Nobody has consented to filming.'],
  ] as const) {
    await toCamper(page, bib);
    await expect(page.getByText(why)).toBeVisible();
    await expect(page.getByRole('button', { name: 'Thrown' })).toHaveCount(0);
    await expect(page.getByRole('button', { name: 'Slate' })).toHaveCount(0);
  }
  const { violations } = await new AxeBuilder({ page }).setLegacyMode().analyze();
  expect(violations.filter((v) => v.impact === 'serious' || v.impact === 'critical')).toEqual([]);
});
