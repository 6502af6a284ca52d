import { v7 } from 'uuid';
import type { Page } from '@playwright/test';
import { atWorkAs, expect, pageAwake, rows, test } from './support/at-work.ts';

const url = (): string => process.env.E2E_URL!;

/** Every address at which something of bib 4 is filmed, shown or handed out, with how it is asked. */
async function paths(): Promise<ReadonlyArray<readonly [method: 'GET' | 'POST' | 'PUT', path: string, body?: unknown]>> {
  const [clip] = await rows<{ id: string; delivery_id: string }>(
    `select k.id, k.delivery_id from clips k join deliveries d on d.id = k.delivery_id join campers_here c on c.id = d.camper_id where c.bib = 4 and k.state = 'ready' limit 1`,
  );
  const [camper] = await rows<{ id: string }>('select id from campers_here c where bib = 4');
  return [
    ['GET', `/api/clips/${clip!.id}/film`],
    ['GET', `/api/clips/${clip!.id}/frames/0`],
    ['GET', `/api/clips/${clip!.id}/chapters.vtt`],
    ['GET', `/api/clips/${clip!.id}/chalk/0.svg`],
    ['GET', `/api/clips/${clip!.id}/chalk/0.png`],
    ['GET', `/api/clips/${clip!.id}/chalk-line.mp4`],
    ['GET', `/api/campers/${camper!.id}/figures.csv`],
    ['GET', `/api/campers/${camper!.id}/figures.json`],
    ['GET', `/api/campers/${camper!.id}/joints.json`],
    ['PUT', `/api/campers/${camper!.id}/joints.json`, { images: [], annotations: [], categories: [] }],
    ['GET', '/handouts/4/print'],
    ['POST', '/api/deliveries', { id: v7(), camperId: camper!.id, kind: 'stretch', thrownOn: '2026-07-13' }],
    ['POST', '/api/simulated-films', { deliveryId: clip!.delivery_id, view: 'front' }],
  ];
}

const answers = async (page: Page, most = Number.POSITIVE_INFINITY): Promise<string[]> => {
  const found: string[] = [];
  for (const [method, path, data] of (await paths()).slice(0, most)) {
    const answer = await page.request.fetch(url() + path, { method, data, maxRedirects: 0 });
    const closed =
      answer.status() === 403
        ? ((await answer.json()) as { code: string }).code
        : decodeURIComponent(answer.headers().location ?? '').includes('So nothing is handed out')
          ? 'no-consent'
          : 'open';
    found.push(closed);
  }
  return found;
};

test('withdrawn at the card, a consent stops every path at once; given anew, it opens them; the history keeps both', async ({
  page,
}) => {
  await atWorkAs(page, 'Marit');
  await page.goto(`${url()}/handouts/4`);
  await pageAwake(page);
  if ((await page.locator('.hand-out-page').count()) === 0) {
    const drafted = page.waitForEvent('load');
    await page.keyboard.press('w');
    await drafted;
  }
  await expect(page.locator('.hand-out-page')).toBeVisible();
  await pageAwake(page);
  // A film that the browser has kept is asked for again each time.
  const [film] = await paths();
  expect((await page.request.get(url() + film![1])).headers()['cache-control']).toBe('private, no-cache');

  // Pages that stand open elsewhere learn of it by themselves.
  const others = await Promise.all(
    ['/bench/4', '/handouts/4', '/campers/4', '/compare/4'].map(async (path) => {
      const other = await page.context().newPage();
      await other.goto(url() + path);
      return other;
    }),
  );
  await expect(others[0]!.locator('canvas').first()).toBeVisible();

  await page.goto(`${url()}/campers/4/card`);
  await pageAwake(page);
  const gate = page.getByRole('region', { name: 'Consent' });
  await gate.getByRole('button', { name: 'The family changes or withdraws it' }).click();
  await gate.getByRole('button', { name: 'No film' }).click();
  await gate.getByLabel('Who answered').fill('Aunt Ottilie');
  await gate.getByLabel('How').selectOption('by phone');
  await gate.getByRole('button', { name: 'Write it down' }).click();
  // Without another load of the page.
  await expect(page.getByText('The consent to film was withdrawn.').first()).toBeVisible();
  await expect(gate.getByRole('listitem').first()).toContainText('No film, nothing handed out');
  await expect(gate.getByRole('listitem').first()).toContainText('Aunt Ottilie, by phone; written down by Marit Solvane');

  for (const other of others) {
    await expect(other.getByText('The consent to film was withdrawn.').first()).toBeVisible();
    await expect(other.locator('canvas, img, .hand-out-page')).toHaveCount(0);
    await other.close();
  }

  expect(await answers(page)).toEqual(Array((await paths()).length).fill('no-consent'));
  await page.goto(`${url()}/bench/4`);
  await expect(page.getByText('The films of bib 4 stay closed')).toBeVisible();
  await expect(page.locator('canvas')).toHaveCount(0);
  await page.goto(`${url()}/handouts/4`);
  await expect(page.getByText('Nothing of bib 4 is shown, printed or handed out')).toBeVisible();
  await expect(page.locator('.hand-out-page')).toHaveCount(0);
  await expect(page.getByRole('link', { name: 'Print page' })).toHaveCount(0);
  await page.goto(`${url()}/campers/4`);
  await expect(page.getByText('The consent to film was withdrawn.')).toBeVisible();
  await expect(page.getByRole('button', { name: /delivery/ })).toHaveCount(0);

  await page.goto(`${url()}/campers/4/card`);
  await pageAwake(page);
  await gate.getByRole('button', { name: 'The family has answered' }).click();
  await gate.getByRole('button', { name: 'Yes, film' }).click();
  await gate.getByLabel(/May be shared/).check();
  await gate.getByRole('button', { name: 'Write it down' }).click();
  await expect(gate.getByText('Consent to film until it is withdrawn.')).toBeVisible();
  await expect(gate.getByRole('listitem')).toHaveCount(3);
  // The camera does not film for this.
  expect(await answers(page, 3)).toEqual(['open', 'open', 'open']);
});

test('a file that would turn a withdrawn consent on again asks for that camper, and "keep" keeps it', async ({ page }) => {
  await atWorkAs(page, 'Marit');
  const [camper] = await rows<{ id: string; name: string }>('select id, name from campers_here c where bib = 17');
  await page.request.post(`${url()}/api/campers/${camper!.id}/consents`, {
    data: { film: false, share: false, until: null, givenBy: 'Guardian', how: 'in person' },
  });
  await page.goto(`${url()}/roster/import`);
  await pageAwake(page);
  const open = (text: string) =>
    page.getByTestId('roster-file').setInputFiles({ name: 'families.csv', mimeType: 'text/csv', buffer: Buffer.from(text) });
  await open(`Camp list\n\nBib,Name,Consent to film,Guardian phone\n17,${camper!.name},yes,+1 555 0177\n`);
  await expect(page.getByText('1 rows')).toBeVisible();
  const take = page.getByRole('button', { name: /^Take/ });
  await expect(take).toBeDisabled();
  const question = page.getByTestId('consent-4');
  await expect(question).toContainText('consent to film: no → yes');
  await question.getByRole('button', { name: 'Keep what the roster says' }).click();
  await expect(page.getByRole('region', { name: 'Will change' })).toContainText('guardian phone: none → +1 555 0177');
  await take.click();
  await expect(page.getByRole('status')).toContainText('1 changed');
  expect(
    await rows(
      'select c.guardian_phone, (select film from consents n where n.camper_id = c.id order by entered_at desc limit 1) as film from campers_here c where bib = 17',
    ),
  ).toEqual([{ guardian_phone: '+1 555 0177', film: false }]);
});

test('a heading that says no is read so, and asked about before anything is taken', async ({ page }) => {
  await atWorkAs(page, 'Marit');
  await page.goto(`${url()}/roster/import`);
  await pageAwake(page);
  await page.getByTestId('roster-file').setInputFiles({
    name: 'families.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from('No.,Player,Do not film,Group\n12,Nobody Known,x,11U\n18,Nobody Else,,11U\n'),
  });
  const columns = page.getByRole('list', { name: 'Columns to confirm' });
  await expect(columns.getByRole('listitem')).toHaveCount(2);
  await expect(columns).toContainText('Yes in this column means no consent?');
  await expect(columns).toContainText('11U (2)');
  await expect(page.getByRole('button', { name: /^Take/ })).toBeDisabled();
  await expect(page.getByText('2 columns to confirm')).toBeVisible();

  // A reload loses nothing of what was answered; a sign-out leaves nothing of the file behind.
  await columns.getByRole('button').first().click();
  await expect(page.getByText('1 column to confirm')).toBeVisible();
  await page.reload();
  await pageAwake(page);
  await expect(page.getByText('as it was left')).toBeVisible();
  await expect(page.getByText('1 column to confirm')).toBeVisible();
  await page.getByRole('button', { name: /sign out/ }).click();
  await expect(page).toHaveURL(/sign-in/);
  await atWorkAs(page, 'Marit');
  await page.goto(`${url()}/roster/import`);
  await pageAwake(page);
  await expect(page.getByRole('button', { name: 'Choose the file' })).toBeVisible();
});
