import { readFile } from 'node:fs/promises';
import { atWorkAs, expect, pageAwake, rows, test } from './support/at-work.ts';

const url = (): string => process.env.E2E_URL!;

test('one camper by hand: added with his mistakes named, sore and lifted, counted to the limit and allowed more, exported, erased', async ({
  page,
}) => {
  await atWorkAs(page, 'Marit');
  await page.goto(`${url()}/roster`);
  await pageAwake(page);
  await page.getByRole('button', { name: 'Add by hand' }).click();
  const form = page.getByRole('form', { name: 'Add a camper' });
  await form.getByLabel('Bib').fill('300');
  await form.getByLabel('Name', { exact: true }).fill('Peregrine Vandermoss');
  await form.getByLabel('Birth date').fill('3/4/2014');
  await form.getByLabel('Throwing hand').fill('left');
  await form.getByLabel('Height').fill(`5'1"`);
  await form.getByLabel('Guardian', { exact: true }).fill('Odile Vandermoss');
  await form.getByLabel('Guardian mail').fill('odile@vandermoss.example');
  await form.getByLabel('Consent to film').check();
  await form.getByRole('button', { name: 'Add the camper' }).click();
  await expect(form.getByText('may be two days')).toBeVisible();
  await form.getByRole('button', { name: '2014-03-04' }).click();
  await form.getByRole('button', { name: 'Add the camper' }).click();
  await expect(page).toHaveURL(/campers\/300\/card/);
  await expect(page.getByRole('heading', { name: 'Peregrine Vandermoss' })).toBeVisible();
  await expect(page.getByText('155 cm', { exact: false }).first()).toBeVisible();

  await pageAwake(page);
  await page.getByText('The arm is sore').click();
  await page.getByRole('button', { name: 'shoulder' }).click();
  await expect(page.getByText('A message to Odile Vandermoss is written and waits in the outbox.')).toBeVisible();
  await page.goto(`${url()}/outbox`);
  await expect(page.getByText('odile@vandermoss.example')).toBeVisible();
  await expect(page.getByText('Written. Nobody has it yet.').first()).toBeVisible();
  await expect(page.getByText('nothing leaves this machine')).toBeVisible();
  await page.goto(`${url()}/campers/300/card`);
  await pageAwake(page);
  await page.getByLabel('Why the sore arm is lifted').fill('seen by a doctor, cleared in writing');
  await page.getByRole('button', { name: 'Lift it' }).click();
  await expect(page.getByRole('heading', { name: /throws left today/ })).toBeVisible();
  await expect(page.getByText('Lifted on')).toContainText('cleared in writing');

  // Twelve years old: at most 85 a day (Pitch Smart, value from memory).
  await pageAwake(page);
  for (let i = 0; i < 15; i++) await page.getByRole('button', { name: 'Five more' }).click();
  await page.getByRole('button', { name: 'Count 85' }).click();
  await expect(page.getByRole('heading', { name: 'No throws today' })).toBeVisible();
  await page.goto(`${url()}/campers/300`);
  await expect(page.getByText('only the lead allows more')).toBeVisible();
  await expect(page.getByRole('button', { name: /delivery/ })).toHaveCount(0);
  await page.goto(`${url()}/campers/300/card`);
  await pageAwake(page);
  await page.getByLabel('Why more throws are allowed today').fill('finishes the batter');
  await page.getByRole('button', { name: 'Allow 5 today' }).click();
  await expect(page.getByRole('heading', { name: '5 throws left today' })).toBeVisible();
  await expect(page.getByText('The lead allowed 5 throws beyond the limit today, 5 of them left')).toBeVisible();
  // It counts down, and what is left of it is taken back.
  await pageAwake(page);
  await page.getByRole('button', { name: 'Five fewer' }).click();
  await page.getByRole('button', { name: 'Count 5', exact: true }).click();
  await expect(page.getByRole('heading', { name: 'No throws today' })).toBeVisible();
  await pageAwake(page);
  await page.getByRole('button', { name: /Take back the allowance/ }).click();
  await expect(page.getByText('and took it back')).toBeVisible();

  await pageAwake(page);
  const [download] = await Promise.all([
    page.waitForEvent('download'),
    page.getByRole('link', { name: /Export everything/ }).click(),
  ]);
  expect((await readFile(await download.path())).subarray(0, 2).toString()).toBe('PK');
  await page.getByText('Erase everything about this child').click();
  await page.getByLabel(/Type the bib/).fill('301');
  await page.getByRole('button', { name: 'Erase', exact: true }).click();
  await expect(page.getByRole('alert')).toContainText('Nothing was erased');
  await page.getByLabel(/Type the bib/).fill('300');
  await page.getByRole('button', { name: 'Erase', exact: true }).click();
  await expect(page).toHaveURL(`${url()}/roster`);
  await expect(page.getByText('Vandermoss')).toHaveCount(0);
  for (const table of ['campers', 'messages', 'throws', 'sore_arms', 'limit_overrides'])
    expect(
      await rows(
        `select 1 from ${table} t where t::text like '%Vandermoss%' or t::text like '%vandermoss%' or t::text like '%finishes the batter%'`,
      ),
      table,
    ).toEqual([]);
  await page.goto(`${url()}/settings`);
  await expect(page.getByRole('region', { name: 'Erasures' })).toContainText('by Marit Solvane, asked by the family');
});

test('a helper sees the card and counts, and finds nothing to lift, export or erase', async ({ page }) => {
  await atWorkAs(page, 'Petra');
  await page.goto(`${url()}/campers/22/card`);
  await pageAwake(page);
  await expect(page.getByRole('heading', { name: /A sore elbow/ })).toBeVisible();
  await expect(page.getByRole('button', { name: 'Lift it' })).toHaveCount(0);
  await expect(page.getByText(/Erase everything|Export everything|Data|Consent/)).toHaveCount(0);
  await page.goto(`${url()}/campers/12/card`);
  await pageAwake(page);
  await page.getByRole('button', { name: 'Count 10' }).click();
  await expect(page.getByRole('cell', { name: 'warm-up' })).toBeVisible();
  await pageAwake(page);
  await page.getByRole('button', { name: /Take back 10 throws/ }).click();
  await expect(page.getByText('taken back by Petra Lindenquay')).toBeVisible();
});

test('without a network a sore arm and a count on the card are kept, shown, and sent', async ({ page }) => {
  await atWorkAs(page, 'Petra');
  await page.goto(`${url()}/campers/13/card`);
  await pageAwake(page);
  await page.context().setOffline(true);
  await page.getByRole('button', { name: 'Count 10' }).click();
  await page.getByText('The arm is sore').click();
  await page.getByRole('button', { name: 'elbow' }).click();
  const waits = page.getByTestId('care-waiting');
  await expect(waits).toContainText('No connection. Kept on this device');
  await expect(waits).toContainText('10 throws, warm-up');
  await expect(waits).toContainText('sore elbow');
  // It stops at once.
  await expect(page.getByRole('heading', { name: /A sore elbow .*no throwing/ })).toBeVisible();
  expect(await rows('select 1 from sore_arms s join campers_here c on c.child_id = s.child_id where c.bib = 13')).toEqual([]);
  await page.context().setOffline(false);
  await expect(waits).toHaveCount(0);
  await expect(page.getByRole('heading', { name: /A sore elbow/ })).toBeVisible();
  await expect(page.getByRole('cell', { name: 'warm-up' })).toBeVisible();
  expect(
    await rows(
      'select s.place, t.count from sore_arms s join throws t on t.child_id = s.child_id join campers_here c on c.child_id = s.child_id where c.bib = 13',
    ),
  ).toEqual([{ place: 'elbow', count: 10 }]);
});

test('at the gate: throws that are asked about are entered with one word, and what is in hand is lost by no way back', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await atWorkAs(page, 'Petra');
  await page.goto(`${url()}/check-in`);
  await pageAwake(page);
  const pick = async (bib: string): Promise<void> => {
    for (const d of bib) await page.getByRole('button', { name: d, exact: true }).click();
    await page.locator('button.main-action').click();
  };
  const reported = () =>
    rows<{ throws_reported: unknown }>(
      'select k.throws_reported from check_ins k join campers_here c on c.id = k.camper_id where c.bib = 26',
    );
  await pick('26');
  await page.getByRole('button', { name: /^More/ }).click();
  await page.getByRole('button', { name: 'some', exact: true }).click();
  await page.getByRole('button', { name: 'Noted' }).click();
  await expect(page.getByText('Noted, not entered yet: drills done: some')).toBeVisible();
  await page.getByRole('button', { name: 'Back' }).click();
  // Somebody else meanwhile; nothing of the first stands there.
  await pick('25');
  await expect(page.getByText('Noted, not entered yet')).toHaveCount(0);
  await page.getByRole('button', { name: 'Back' }).click();
  expect(await reported()).toEqual([]);
  await pick('26');
  await expect(page.getByText('Noted, not entered yet: drills done: some')).toBeVisible();
  await page.getByRole('button', { name: 'Here, arm is fine' }).click();
  await page.getByRole('button', { name: 'Yes: how many' }).click();
  // A number was announced and none given: it is asked again.
  await page.getByRole('button', { name: 'Here, arm is fine' }).click();
  await page.getByRole('button', { name: 'Yes: how many' }).click();
  for (let i = 0; i < 3; i++) await page.getByRole('button', { name: '2 days ago, ten more' }).click();
  await page.getByRole('button', { name: 'Here, arm is fine' }).click();
  await expect(page.getByRole('button', { name: 'Next camper' })).toBeVisible();
  await expect(page.getByTestId('waiting')).toHaveText('All safe on the server.');
  expect(await reported()).toEqual([{ throws_reported: [expect.objectContaining({ count: 30 })] }]);
});

test('two gates ask one camper: the one that had not heard of the throws takes none back, and says what stands', async ({
  page,
  browser,
}) => {
  await atWorkAs(page, 'Petra');
  await page.goto(`${url()}/check-in`);
  await pageAwake(page);
  const other = await browser.newPage();
  await atWorkAs(other, 'Ioan');
  await other.goto(`${url()}/check-in`);
  await pageAwake(other);
  // The second gate has his card open before the first has sent.
  const open = async (phone: typeof page): Promise<void> => {
    for (const d of '23') await phone.getByRole('button', { name: d, exact: true }).click();
    await phone.locator('button.main-action').click();
    await phone.getByRole('button', { name: 'Here, arm is fine' }).click();
  };
  await open(other);
  await open(page);
  await page.getByRole('button', { name: 'Yes: how many' }).click();
  for (let i = 0; i < 7; i++) await page.getByRole('button', { name: 'Yesterday, ten more' }).click();
  await page.getByRole('button', { name: 'Here, arm is fine' }).click();
  await expect(page.getByText(/No throws today: 70 throws/)).toBeVisible();
  await expect(page.getByTestId('waiting')).toHaveText('All safe on the server.');
  await other.getByRole('button', { name: 'Nothing thrown' }).click();
  await expect(other.getByText('Another phone has noted 70 throws of the last days')).toBeVisible();
  await expect(other.getByText(/No throws today: 70 throws/)).toBeVisible();
  // Who sees it may change it.
  await other.getByRole('button', { name: 'That was wrong: change it' }).click();
  await other.getByRole('button', { name: /^More/ }).click();
  await expect(other.getByLabel('Yesterday, throws')).toHaveText('70');
  for (let i = 0; i < 4; i++) await other.getByRole('button', { name: 'Yesterday, ten fewer' }).click();
  await other.getByRole('button', { name: 'Noted' }).click();
  await other.getByRole('button', { name: 'Here, arm is fine' }).click();
  await expect(other.getByTestId('waiting')).toHaveText('All safe on the server.');
  await expect
    .poll(() =>
      rows(
        'select t.count, t.taken_back_why from throws t join campers_here c on c.child_id = t.child_id where c.bib = 23 and t.check_in_id is not null order by t.entered_at',
      ),
    )
    .toEqual([
      { count: 70, taken_back_why: 'reported anew at check-in' },
      { count: 30, taken_back_why: null },
    ]);
  await other.close();
});

test('last year is remembered: a returning camper, and what was worked on', async ({ page }) => {
  await atWorkAs(page, 'Wren');
  await page.goto(`${url()}/campers/19/card`);
  await expect(page.getByRole('region', { name: 'Earlier camps' })).toContainText(
    /Heron Bend Pitching Week, \d{4}[\s\S]*Worked on: /,
  );
  await page
    .getByLabel('Camp', { exact: true })
    .selectOption({ label: `Heron Bend Pitching Week ${new Date(Date.now() - 365 * 86_400_000).getUTCFullYear()}` });
  await expect(page.getByText('8 campers')).toBeVisible();
});
