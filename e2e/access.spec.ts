import AxeBuilder from '@axe-core/playwright';
import { atWorkAs, expect, filmsShown, pageAwake, rows, test } from './support/at-work.ts';
import type { Page } from '@playwright/test';

/** Serious and critical findings of axe, each with its place; `only`: of some rules. */
async function findings(page: Page, only: readonly string[] = []): Promise<string[]> {
  // Our pages have no frames: what axe does for frames of other sites takes as long again.
  const axe = new AxeBuilder({ page }).setLegacyMode().options({ resultTypes: ['violations'] });
  if (only.length > 0) axe.withRules([...only]);
  const { violations } = await axe.analyze();
  return violations
    .filter((v) => v.impact === 'serious' || v.impact === 'critical')
    .flatMap((v) => v.nodes.map((n) => `${v.id}: ${n.target.join(' ')}`));
}

const VIEWS: ReadonlyArray<readonly [string, string, string]> = [
  ['home', '/', ''],
  ['sort', '/campers/9', ''],
  ['sort, barred', '/campers/16', ''],
  ['bench, key frames', '/bench/31', 't'],
  ['bench, levels', '/bench/27', 's'],
  ['bench, across', '/bench/27', 'x'],
  ['bench, figures', '/bench/27', 'g'],
  ['before and after', '/compare/27', ''],
  ['write-up', '/handouts/27', ''],
  ['print page', '/handouts/27/print', ''],
];

/** The pages of the lead, and those of the field. */
const LEAD_VIEWS = [
  '/roster',
  '/roster/import',
  '/campers/22/card',
  '/campers/27/card',
  '/day-plan',
  '/staff',
  '/settings',
  '/outbox',
  '/check-in',
  '/mound',
  '/sort',
];
/** What is read at the table. */
const READ_VIEWS = [
  '/sheet?phase=contact',
  '/sheet?phase=schools',
  '/sheet?phase=causes',
  '/sheet/print',
  '/sheet/desk',
  '/sheet/versions',
  '/practice',
  '/practice/set',
  '/differences',
  '/same-page',
  '/same-page/tonight',
];

/** Findings of a page in both colour schemes; of what axe looks for, only the contrast changes with the colours. */
async function findingsInBoth(page: Page): Promise<string[]> {
  await page.emulateMedia({ colorScheme: 'light' });
  const light = await findings(page);
  await page.emulateMedia({ colorScheme: 'dark' });
  return [...light, ...(await findings(page, ['color-contrast'])).map((f) => `dark: ${f}`)];
}

test('axe finds no serious problem on any main view, light or dark', async ({ coach }) => {
  for (const [name, path, key] of VIEWS) {
    await coach.goto(process.env.E2E_URL + path);
    // The print page has nothing that waits for keys.
    if (name !== 'print page') await pageAwake(coach);
    if (key) {
      await filmsShown(coach);
      await coach.keyboard.press(key);
    }
    expect(await findingsInBoth(coach), name).toEqual([]);
  }
  await coach.context().clearCookies();
  await coach.goto(`${process.env.E2E_URL}/sign-in`);
  expect(await findingsInBoth(coach), 'sign-in').toEqual([]);
});

test('axe finds no serious problem on the pages of the lead and the field, light or dark', async ({ page }) => {
  await atWorkAs(page, 'Marit');
  for (const path of [...LEAD_VIEWS, ...READ_VIEWS]) {
    await page.goto(process.env.E2E_URL + path);
    expect(await findingsInBoth(page), path).toEqual([]);
  }
});

test('at 200 % zoom and on a phone nothing scrolls sideways', async ({ coach }) => {
  for (const size of [
    { width: 640, height: 400 },
    { width: 390, height: 844 },
  ])
    for (const [name, path] of VIEWS) {
      await coach.setViewportSize(size);
      await coach.goto(process.env.E2E_URL + path);
      expect(
        await coach.evaluate(() => document.documentElement.scrollWidth - window.innerWidth),
        `${name} at ${size.width}`,
      ).toBeLessThanOrEqual(0);
    }
});

test('at 200 % zoom and at 1024 wide the films stay on the screen, whichever checkpoint is in hand, and so does the point', async ({
  coach,
}) => {
  /** How much of an element is on the screen, 0 to 1. */
  const onScreen = (selector: string): Promise<number> =>
    coach
      .locator(selector)
      .first()
      .evaluate((e) => {
        const { left, right, top, bottom } = e.getBoundingClientRect();
        const wide = Math.min(right, window.innerWidth) - Math.max(left, 0);
        const high = Math.min(bottom, window.innerHeight) - Math.max(top, 0);
        return (Math.max(0, wide) * Math.max(0, high)) / ((right - left) * (bottom - top));
      });
  for (const size of [
    { width: 640, height: 400 },
    { width: 1024, height: 768 },
  ]) {
    await coach.setViewportSize(size);
    await coach.goto(`${process.env.E2E_URL}/bench/27`);
    await filmsShown(coach);
    await coach.keyboard.press('s');
    for (let i = 0; i < 12; i++) await coach.keyboard.press('ArrowDown');
    await expect.poll(() => onScreen('figure canvas'), { message: `film at ${size.width}` }).toBeGreaterThan(0.98);
    await expect.poll(() => onScreen('[data-testid^=checkpoint-][aria-current=step]')).toBeGreaterThan(0);
    await coach.keyboard.press('g');
    await coach.keyboard.press('Enter');
    await expect(coach.getByTestId('point-asked')).toBeVisible();
    await expect.poll(() => onScreen('canvas.rounded-full'), { message: `point at ${size.width}` }).toBeGreaterThan(0.98);
    await coach.keyboard.press('Escape');
  }
});

/** Targets on the page that a thumb misses. */
const smallTargets = (page: Page): Promise<string[]> =>
  page.evaluate(() =>
    [
      ...document.querySelectorAll(
        'main a, main button, main select, main input:not([type=checkbox], [type=radio], [type=hidden]), main label:has([type=radio]), main summary',
      ),
    ]
      .map((e) => ({ e, box: e.getBoundingClientRect() }))
      .filter(({ box }) => box.height > 0 && box.height < 47.5)
      .map(({ e, box }) => `${e.tagName} ${e.textContent?.slice(0, 30)} ${Math.round(box.height)}`),
  );

test('every screen of the check-in fits a thumb, and axe finds nothing', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await atWorkAs(page, 'Petra');
  await page.goto(`${process.env.E2E_URL}/check-in`);
  await pageAwake(page);
  const look = async (screen: string): Promise<void> => {
    expect(await smallTargets(page), screen).toEqual([]);
    expect(await findings(page), screen).toEqual([]);
    expect(await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth), screen).toBeLessThanOrEqual(0);
  };
  await page.getByRole('button', { name: '2', exact: true }).click();
  await page.getByRole('button', { name: '2', exact: true }).click();
  await look('bib');
  await page.locator('button.main-action').click();
  await expect(page.getByText('A sore arm: no throwing.')).toBeVisible();
  await look('a sore camper');
  await page.getByRole('button', { name: 'Back' }).click();
  // By name too, and the main button lies on the screen whatever is typed.
  const go = page.locator('button.main-action');
  await expect(go).toBeDisabled();
  await expect(go).toBeInViewport({ ratio: 1 });
  await page.getByLabel('Find by name').fill('ar');
  expect(await page.getByRole('list', { name: 'Campers' }).getByRole('listitem').count()).toBeGreaterThan(1);
  await expect(go).toBeDisabled();
  await page.getByLabel('Find by name').fill('nobody at all');
  await expect(page.getByText('Nobody here is called “nobody at all”.')).toBeVisible();
  const [three] = await rows<{ name: string; bib: number }>(`select name, bib from campers_here c where bib = 3`);
  await page.getByLabel('Find by name').fill(three!.name.slice(0, -1));
  await expect(go).toHaveText(`3 ${three!.name}`);
  await expect(go).toBeInViewport({ ratio: 1 });
  await look('by name');
  await go.click();
  await look('here');
  await page.getByRole('button', { name: /More/ }).click();
  await look('more');
  await page.getByRole('button', { name: 'Noted' }).click();
  await page.getByRole('button', { name: /sore, now or yesterday/ }).click();
  await look('where');
  await page.getByRole('button', { name: 'elbow' }).click();
  await look('since when');
});

test('on a phone and a tablet the pages of lead and field scroll no way but down, and targets are 48 px', async ({ page }) => {
  await atWorkAs(page, 'Marit');
  for (const size of [
    { width: 390, height: 844 },
    { width: 820, height: 1180 },
  ])
    for (const path of [...LEAD_VIEWS, '/campers/9']) {
      await page.setViewportSize(size);
      await page.goto(process.env.E2E_URL + path);
      await expect(page.locator('[data-awake=false]')).toHaveCount(0);
      expect(
        await page.evaluate(() => document.documentElement.scrollWidth - window.innerWidth),
        `${path} at ${size.width}`,
      ).toBeLessThanOrEqual(0);
      expect(await smallTargets(page), `${path} at ${size.width}`).toEqual([]);
    }
});

test('the sunlight setting is black on white, stays on the device, and axe finds nothing', async ({ page }) => {
  await page.emulateMedia({ colorScheme: 'dark' });
  await atWorkAs(page, 'Marit');
  await page.goto(`${process.env.E2E_URL}/check-in`);
  await page.getByRole('button', { name: 'Sunlight' }).click();
  for (const path of ['/check-in', '/mound', '/campers/9', '/day-plan']) {
    await page.goto(process.env.E2E_URL + path);
    expect(
      await page.evaluate(() => [
        getComputedStyle(document.documentElement).backgroundColor,
        getComputedStyle(document.body).color,
      ]),
    ).toEqual(['rgb(255, 255, 255)', 'rgb(0, 0, 0)']);
    expect(await findings(page), path).toEqual([]);
  }
});

test('any camper is reached by typing his bib; the next one without going back', async ({ coach }) => {
  await coach.goto(`${process.env.E2E_URL}/`);
  await pageAwake(coach);
  await coach.keyboard.press('2');
  await coach.keyboard.press('7');
  await coach.keyboard.press('Enter');
  await expect(coach).toHaveURL(/\/(handouts|bench)\/27/);
  await coach.goto(`${process.env.E2E_URL}/bench/27`);
  await filmsShown(coach);
  await coach.keyboard.press('PageDown');
  await expect(coach).toHaveURL(/\/bench\/31/);
  await filmsShown(coach);
  await pageAwake(coach);
  await coach.keyboard.press('b');
  await coach.keyboard.type('quenn');
  await coach.keyboard.press('Enter');
  await expect(coach).toHaveURL(/44/);
});

test('a bib that is typed before the page hears keys is whole', async ({ coach }) => {
  // What the page is made of comes late.
  let send = (): void => {};
  const sent = new Promise<void>((resolve) => (send = resolve));
  await coach.route('**/_astro/*.js', async (route) => {
    await sent;
    await route.continue();
  });
  await coach.goto(`${process.env.E2E_URL}/`, { waitUntil: 'commit' });
  await coach.getByLabel('Any camper, by bib').waitFor();
  for (const key of ['2', '5', 'Backspace', '7', 'Enter']) await coach.keyboard.press(key);
  send();
  await expect(coach).toHaveURL(/\/(handouts|bench)\/27/);
});

test('on a phone a bib is typed into the home page; a bib of nobody is told', async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await atWorkAs(page, 'Petra');
  // The form is heard once its script has run: with the load of the page.
  await page.goto(`${process.env.E2E_URL}/`);
  const field = page.getByLabel('Any camper, by bib');
  await field.fill('9999');
  await page.getByRole('button', { name: 'Go' }).click();
  await expect.poll(() => field.evaluate((e: HTMLInputElement) => e.validationMessage)).toContain('Nobody wears 9999');
  await field.fill('27');
  await page.keyboard.press('Enter');
  await expect(page).toHaveURL(/\/campers\/27$/);
});

test('at the bench the rows of key frames and the ticks of the line are worked by keyboard', async ({ coach }) => {
  await coach.goto(`${process.env.E2E_URL}/bench/27`);
  await filmsShown(coach);
  await pageAwake(coach);
  const tick = coach.getByRole('group', { name: 'Chalk line' }).getByRole('button', { name: 'release' });
  await tick.focus();
  await coach.keyboard.press('Enter');
  const shown = coach.locator('figure canvas[data-frame]').first();
  const frame = await shown.getAttribute('data-frame');
  await coach.keyboard.press('t');
  await coach.getByRole('button', { name: 'top of the lift' }).last().focus();
  await coach.keyboard.press('Enter');
  await expect(shown).not.toHaveAttribute('data-frame', frame!);
  await expect(coach.locator('tr[aria-current=step]')).toContainText('top of the lift');
});

test('the roster is sorted by its headings, found by a part of a name, and shows the columns that are wanted', async ({
  page,
}) => {
  await atWorkAs(page, 'Marit');
  await page.goto(`${process.env.E2E_URL}/roster`);
  await pageAwake(page);
  const table = page.getByRole('table', { name: 'Roster' });
  const bibs = async (): Promise<number[]> =>
    (await table.locator('tbody tr td:first-child').allTextContents()).map((t) => Number(t));
  const all = await bibs();
  expect(all).toEqual([...all].sort((a, b) => a - b));
  await table.getByRole('button', { name: 'Bib' }).focus();
  await page.keyboard.press('Enter');
  await page.keyboard.press('Enter');
  await expect(table.getByRole('columnheader', { name: 'Bib' })).toHaveAttribute('aria-sort', 'descending');
  expect(await bibs()).toEqual([...all].reverse());
  await table.getByRole('button', { name: 'To note' }).click();
  expect((await bibs()).slice(0, 2).sort((a, b) => a - b)).toEqual([16, 22]);
  await page.getByPlaceholder('Bib, name, guardian').fill('tollef');
  await expect(table.locator('tbody tr')).toHaveCount(1);
  await page.getByText('Columns').click();
  await page.getByLabel('Guardian').uncheck();
  await expect(table.getByRole('columnheader', { name: 'Guardian' })).toHaveCount(0);
  await page.getByPlaceholder('Bib, name, guardian').fill('nobody at all');
  await expect(page.getByText('Nobody like that.')).toBeVisible();
});

test('settings that are saved say so, until something is changed again', async ({ page }) => {
  await atWorkAs(page, 'Marit');
  await page.goto(`${process.env.E2E_URL}/settings`);
  await pageAwake(page);
  const form = page.locator('form', { has: page.getByRole('button', { name: 'Save the settings' }) });
  const place = await form.getByLabel('Place').inputValue();
  for (const now of [`${place}, gate 2`, place]) {
    await form.getByLabel('Place').fill(now);
    await expect(form.getByText('Saved', { exact: true })).toHaveCount(0);
    await form.getByRole('button', { name: 'Save the settings' }).click();
    await expect(form.getByText('Saved', { exact: true })).toBeVisible();
  }
});

test('schools stand on the settings page with their question and both readings', async ({ page }) => {
  await atWorkAs(page, 'Marit');
  await page.goto(`${process.env.E2E_URL}/settings`);
  await pageAwake(page);
  const school = page.getByRole('group', { name: /Weight at the set/ });
  await expect(school.getByRole('radio')).toHaveCount(3);
  await expect(school.getByRole('radio', { name: /The sheet's own/ })).toBeChecked();
  await school.getByRole('radio', { name: /weight even/i }).check();
  await expect(school.getByLabel('Reason for A2')).toHaveAttribute('required', '');
  await school.getByRole('radio', { name: /The sheet's own/ }).check();
  await expect(school.getByLabel('Reason for A2')).toHaveCount(0);
});

test('nobody works without an account; foreign origins change nothing; errors are problem details', async ({ page, request }) => {
  const url = process.env.E2E_URL!;
  await page.goto(`${url}/bench/27`);
  await expect(page).toHaveURL(/\/sign-in\?go=%2Fbench%2F27/);
  for (const [method, path] of [
    ['get', '/api/clips/x/film'],
    ['put', '/api/entries/x'],
    ['post', '/api/clips'],
    ['post', '/api/evaluations'],
  ] as const) {
    const answer = await request[method](url + path, { data: method === 'get' ? undefined : {} });
    expect(answer.status(), path).toBe(401);
    expect(answer.headers()['content-type']).toContain('application/problem+json');
  }
  // The made-up accounts that the page offers in the demo.
  await page.getByRole('button', { name: /Wren/ }).click();
  await expect(page).toHaveURL(`${url}/bench/27`);
  const [delivery] = await rows<{ id: string }>(
    'select d.id from deliveries d join campers_here c on c.id = d.camper_id where c.bib = 27 limit 1',
  );
  const entry = { kind: 'score', deliveryId: delivery!.id, checkpoint: 'A1', level: '0', faults: [], note: null };
  const path = `${url}/api/entries/0197f0a0-0000-7000-8000-000000000001`;
  const foreign = await page.request.put(path, { data: entry, headers: { origin: 'https://elsewhere.example' } });
  expect(foreign.status()).toBe(403);
  expect(await foreign.json()).toMatchObject({ code: 'foreign-origin', status: 403 });
  const malformed = await page.request.put(path, { data: { ...entry, level: '7' } });
  expect(malformed.status()).toBe(400);
  expect(await malformed.json()).toMatchObject({ code: 'not-as-expected', title: expect.stringContaining('level') });
  expect(await rows(`select id from entries where id = '0197f0a0-0000-7000-8000-000000000001'`)).toEqual([]);
  expect((await page.request.get(`${url}/campers/999`)).url()).toContain('/missing');
});
