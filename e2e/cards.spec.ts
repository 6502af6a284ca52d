import type { Page } from '@playwright/test';
import { readSlate } from '@stride-chalk/core';
import { atWorkAs, expect, rows, test } from './support/at-work.ts';
import { readCode } from './support/read-code.ts';

const url = (): string => process.env.E2E_URL!;

const readCard = (page: Page, words: string): Promise<string> =>
  readCode(page.getByRole('img', { name: `Code of ${words}`, exact: true }).first());
/** How many pages a printer would need. */
const pagesOf = async (page: Page, format: 'Letter' | 'A4'): Promise<number> =>
  ((await page.pdf({ format, preferCSSPageSize: false })).toString('latin1').match(/\/Type\s*\/Page[^s]/g) ?? []).length;

test('cards of bibs and of cameras are read by a foreign reader, say no name, and stand two a page on Letter and A4', async ({
  page,
}) => {
  await atWorkAs(page, 'Petra');
  const [camp] = await rows<{ slate: string }>(
    `select slate_id as slate from camps where id = (select camp_id from campers_here h limit 1)`,
  );
  const [{ n }] = (await rows<{ n: string }>('select count(*)::text as n from campers_here h')) as [{ n: string }];
  await page.goto(`${url()}/cards`);
  await expect(page.getByRole('button', { name: `Print ${n} cards` })).toBeVisible();
  await page.getByRole('textbox', { name: 'Bibs' }).fill('27, 3-5');
  await page.getByRole('button', { name: 'Show' }).click();
  await expect(page.getByRole('button', { name: 'Print 4 cards' })).toBeVisible();
  const text = await readCard(page, '27');
  expect(readSlate(text)).toEqual({ slate: { slateId: camp!.slate, bib: 27, view: null, instant: null }, why: null });
  const [child] = await rows<{ name: string }>('select name from campers_here c where bib = 27');
  await expect(page.locator('.slate-cards')).not.toContainText(child!.name.split(' ')[0]!);
  for (const format of ['Letter', 'A4'] as const) expect(await pagesOf(page, format), format).toBe(2);
  await page.getByLabel('What').selectOption('cameras');
  await page.getByLabel('Copies').fill('2');
  await page.getByRole('button', { name: 'Show' }).click();
  await expect(page.getByRole('button', { name: 'Print 8 cards' })).toBeVisible();
  expect(readSlate(await readCard(page, 'Front')).slate).toMatchObject({ bib: null, view: 'front', slateId: camp!.slate });
  for (const format of ['Letter', 'A4'] as const) expect(await pagesOf(page, format), format).toBe(4);
  // What is no bib is said, and nothing is printed of the rest.
  await page.goto(`${url()}/cards?bibs=1,x`);
  await expect(page.getByRole('alert')).toContainText('“x” is no bib');
  await expect(page.getByRole('button', { name: /^Print/ })).toBeDisabled();
});
