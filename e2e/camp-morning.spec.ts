import { v7 } from 'uuid';
import { addDays, readAnswer } from '@stride-chalk/core';
import { PASSWORD, STAFF } from '@stride-chalk/demo';
import { atWorkAs, expect, pageAwake, rows, test } from './support/at-work.ts';
import { messyRoster } from './support/messy-roster.ts';
import type { Page } from '@playwright/test';

const url = (): string => process.env.E2E_URL!;
const NAME = `Morning camp ${v7().slice(-6)}`;

/** Sessions of the camp's plan that break a rule, found in the database without the product's own rules. */
const broken = async (): Promise<Record<string, unknown>[]> =>
  rows(
    `
  with s as (
    select p.*, c.bib, c.child_id, c.together_with,
      coalesce((select film from consents n where n.camper_id = c.id order by n.entered_at desc, n.id desc limit 1), false) as may_film, d.day, d.settings
    from plan_sessions p
      join day_plans d on d.id = p.plan_id
      join campers c on c.id = p.camper_id
      join camps on camps.id = d.camp_id
    where camps.name = $1)
  select a.bib, 'two places' as rule from s a
    join s b on a.camper_id < b.camper_id and a.from_minute < b.to_minute and b.from_minute < a.to_minute
      and (a.mound = b.mound or a.camera = b.camera or a.filmer_id = b.filmer_id)
  union all select bib, 'no consent' from s where not may_film
  union all select bib, 'sore' from s
    where exists (select 1 from sore_arms r where r.child_id = s.child_id and r.lifted_at is null)
  union all select bib, 'not here' from s
    where (select not k.present from check_ins k where k.camper_id = s.camper_id and k.day = s.day order by noted_at desc limit 1)
  union all select bib, 'closed mound' from s
    where not exists (select 1 from jsonb_array_elements(settings->'mounds') m
      where m->>'name' = s.mound and (m->>'from')::int <= s.from_minute and (m->>'to')::int >= s.to_minute)
  union all select bib, 'break' from s
    where exists (select 1 from jsonb_array_elements(settings->'breaks') b
      where (b->>'from')::int < s.to_minute and (b->>'to')::int > s.from_minute)
  union all select bib, 'scored by one twice' from s where scorer_id = second_scorer_id`,
    [NAME],
  );

const fact = (page: Page, name: string) =>
  page.getByLabel('What the plan comes to').locator('div', { has: page.locator('dt', { hasText: name }) });

async function checkIn(phone: Page, bib: number, say: string): Promise<void> {
  for (const digit of String(bib)) await phone.getByRole('button', { name: digit, exact: true }).click();
  await phone.locator('button.main-action', { hasText: String(bib) }).click();
  await phone.getByRole('button', { name: say }).click();
  // Of the last days nothing is known: one tap more.
  if (say === 'Here, arm is fine') await phone.getByRole('button', { name: 'Nothing thrown' }).click();
}

test('a morning: a messy list of 40, mended, planned, a mound lost, checked in with the network gone, and a plan that breaks no rule', async ({
  page,
  browser,
}) => {
  await atWorkAs(page, 'Marit');

  // A camp of its own, a month from now, so that no clock plays a part.
  await page.goto(`${url()}/settings`);
  await pageAwake(page);
  await page.getByText('Another camp', { exact: true }).click();
  const form = page.locator('form', { has: page.getByRole('button', { name: 'Make the camp' }) });
  const firstDay = addDays(new Date().toISOString().slice(0, 10), 30);
  await form.getByRole('textbox', { name: 'Name' }).fill(NAME);
  await form.getByLabel('First day').fill(firstDay);
  await form.getByLabel('Last day').fill(addDays(firstDay, 4));
  await form.getByRole('button', { name: 'Make the camp' }).click();
  await expect(page.getByRole('heading', { name: NAME })).toBeVisible();
  // Each comes in by the link with the account that he has: by its password.
  for (const person of STAFF.filter((s) => s.role !== 'lead')) {
    const invited = await page.request.post(`${url()}/api/staff`, {
      data: { name: person.name, email: person.email, role: person.role },
    });
    expect(invited.status()).toBe(201);
    const { link } = readAnswer('POST /api/staff', await invited.json());
    const device = await browser.newContext();
    const token = link.split('/').at(-1)!;
    const joined = await device.request.post(`${url()}/api/join`, { form: { token, password: PASSWORD }, maxRedirects: 0 });
    expect(joined.headers().location).toBe('/');
    await device.close();
  }

  await page.goto(`${url()}/roster/import`);
  await pageAwake(page);
  const { buffer, wrong } = messyRoster(firstDay);
  await page.getByTestId('roster-file').setInputFiles({ name: 'camp list.csv', mimeType: 'text/csv', buffer });
  await expect(page.getByText('40 rows')).toBeVisible();
  await expect(page.getByLabel('Column D.O.B.')).toHaveValue('born');
  await expect(page.getByLabel('Column Video release')).toHaveValue('consentToFilm');
  await expect(page.getByLabel('Column T-shirt')).toHaveValue('');
  await expect(page.locator('td', { hasText: 'Åke' }).first()).toBeVisible();
  await expect(page.getByRole('button', { name: /^Take/ })).toBeDisabled();
  // What only resembles a known heading is asked about before anything is taken.
  const columns = page.getByRole('list', { name: 'Columns to confirm' });
  await expect(columns.getByRole('listitem')).toHaveCount(2);
  await columns.getByRole('listitem').filter({ hasText: 'Video release' }).getByRole('button', { name: 'Yes' }).click();
  await columns.getByRole('listitem').filter({ hasText: 'Family' }).getByRole('button', { name: 'Yes' }).click();
  await expect(columns).toHaveCount(0);
  // Two dates can be read in two ways: asked once for the file.
  await expect(page.getByLabel('Order of dates')).toContainText('2 rows: dates that can be read in several ways');
  await page.getByRole('button', { name: /Month first/ }).click();
  for (const [line, field] of Object.entries(wrong)) await expect(page.getByTestId(`mend-${line}`)).toContainText(field);
  await expect(page.getByRole('heading', { name: /To mend/ })).toContainText('6');
  const mend = async (line: number, field: string, value: string): Promise<void> => {
    const cell = page.getByLabel(`Line ${line}, ${field}`);
    await cell.fill(value);
    await cell.press('Enter');
    await expect(page.getByTestId(`mend-${line}`)).toHaveCount(0);
  };
  await mend(9, 'Birth date', `${Number(firstDay.slice(0, 4)) - 12}-03-30`);
  await mend(11, 'Height', `5'4"`);
  await page.getByTestId('mend-15').getByRole('button', { name: 'Left' }).click();
  await mend(18, 'Guardian', 'Parent 16');
  await expect(page.getByTestId('mend-40')).toContainText('the same child stands in line 22 too');
  await expect(page.getByTestId('mend-41')).toContainText('stands in line 23 too');
  await page.getByRole('button', { name: 'Leave out line 40' }).click();
  await mend(41, 'Bib', '191');
  await page.getByRole('button', { name: 'Take 39 into the roster' }).click();
  await expect(page.getByRole('status')).toContainText('39 added');

  // The same file again, with one height changed: updated, not doubled.
  await page.goto(`${url()}/roster/import`);
  await pageAwake(page);
  const csv = await (await page.request.get(`${url()}/api/roster.csv`)).body();
  await page.getByTestId('roster-file').setInputFiles({
    name: 'again.csv',
    mimeType: 'text/csv',
    buffer: Buffer.from(csv.toString('utf8').replace('142 cm', '143 cm')),
  });
  await expect(page.getByText('0 new, 1 changed, 38 as they are')).toBeVisible();
  await page.getByRole('button', { name: 'Take 1 into the roster' }).click();
  await expect(page.getByRole('status')).toContainText('0 added, 1 changed, 38 as they were');

  await page.goto(`${url()}/day-plan`);
  await pageAwake(page);
  await page.getByRole('button', { name: 'Plan the day' }).click();
  // Four of 39 have no consent: they stand beside the plan, with the reason.
  await expect(fact(page, 'Campers')).toContainText('35');
  await expect(fact(page, 'Rules broken')).toContainText('every rule holds');
  await expect(fact(page, 'Coaches linked')).toContainText('yes');
  expect(await broken()).toEqual([]);

  await page.getByText('Mounds, staff and hours').click();
  await page.getByRole('button', { name: 'Mound 2 is lost' }).click();
  await expect(page.getByRole('heading', { name: 'Mound 2' })).toHaveCount(0);
  await expect(fact(page, 'Rules broken')).toContainText('every rule holds');
  expect(await broken()).toEqual([]);
  const before = await rows<{ bib: number; from_minute: number }>(
    `select c.bib, p.from_minute from plan_sessions p join campers c on c.id = p.camper_id join camps on camps.id = c.camp_id where camps.name = $1 order by p.from_minute`,
    [NAME],
  );

  // At the gate, by phone.
  const context = await browser.newContext({ viewport: { width: 390, height: 844 }, hasTouch: true });
  const phone = await context.newPage();
  await atWorkAs(phone, 'Ioan');
  await phone.goto(`${url()}/`);
  await pageAwake(phone);
  const campOf = phone.getByLabel('Camp', { exact: true });
  // A page that loads itself again closes the menu.
  await expect(async () => {
    if (!(await campOf.isVisible())) await phone.locator('summary[aria-label=Menu]').click();
    await expect(campOf).toBeVisible({ timeout: 1_000 });
  }).toPass();
  await campOf.selectOption({ label: `${NAME} ${firstDay.slice(0, 4)}` });
  await expect(phone.getByRole('heading', { name: NAME })).toBeVisible();
  await phone.goto(`${url()}/check-in`);
  await pageAwake(phone);
  await phone.evaluate(async () => {
    await navigator.serviceWorker.ready;
  });
  const planned = before.map((b) => b.bib);
  const waiting = phone.getByTestId('waiting');
  await checkIn(phone, planned[0]!, 'Here, arm is fine');
  await expect(phone.getByText(/Warm-up at/)).toBeVisible();
  await phone.getByRole('button', { name: 'Next camper' }).click();
  await expect(waiting).toHaveText('All safe on the server.');
  // The phone at the other gate follows.
  const other = await context.newPage();
  await other.goto(`${url()}/check-in`);
  await pageAwake(other);
  await expect(other.getByRole('heading', { name: /Check-in/ })).toContainText('1 of 39');
  await checkIn(phone, planned[1]!, 'Here, arm is fine');
  await phone.getByRole('button', { name: 'Next camper' }).click();
  await expect(waiting).toHaveText('All safe on the server.');
  await other.evaluate(() => document.dispatchEvent(new Event('visibilitychange')));
  await expect(other.getByRole('heading', { name: /Check-in/ })).toContainText('2 of 39');
  await other.close();
  // The page and its parts lie on the phone before the network goes.
  await expect
    .poll(() =>
      phone.evaluate(
        async () =>
          (await Promise.all((await caches.keys()).map(async (name) => (await caches.open(name)).keys())))
            .flat()
            .filter((k) => k.url.endsWith('/check-in') || k.url.includes('CheckIn')).length,
      ),
    )
    .toBeGreaterThanOrEqual(2);
  await context.setOffline(true);
  await checkIn(phone, planned[2]!, 'Here, arm is fine');
  await phone.getByRole('button', { name: 'Next camper' }).click();
  await checkIn(phone, planned[20]!, 'Arm is sore');
  await phone.getByRole('button', { name: 'elbow' }).click();
  await phone.getByRole('button', { name: 'Yesterday' }).click();
  await expect(phone.getByText('licensed medical professional')).toBeVisible();
  await phone.getByRole('button', { name: 'Next camper' }).click();
  await expect(waiting).toHaveText('Safe on this device: 2 check-ins; sent when the network is back.');
  await expect(phone.locator('button.main-action')).toBeInViewport({ ratio: 1 });
  await phone.reload();
  await pageAwake(phone);
  await expect(waiting).toHaveText('Safe on this device: 2 check-ins; sent when the network is back.');
  await expect(phone.getByRole('heading', { name: /Check-in/ })).toContainText('4 of 39');
  await expect(phone.getByText(/No connection: the list is of \d+:\d\d/)).toBeVisible();
  // What the family reports is reckoned on the phone: 70 throws yesterday ask for four days of rest.
  await checkIn(phone, planned[22]!, 'More: throws, drills, height, goals');
  for (let i = 0; i < 8; i++) await phone.getByRole('button', { name: 'Yesterday, ten more' }).click();
  await phone.getByRole('button', { name: 'Noted' }).click();
  await phone.getByRole('button', { name: 'Here, arm is fine' }).click();
  await expect(phone.getByText(/No throws today: 80 throws on .* ask for 4 days of rest/)).toBeVisible();
  await phone.getByRole('button', { name: 'Next camper' }).click();
  await checkIn(phone, planned[25]!, 'Does not come today');
  await phone.getByRole('button', { name: 'Next camper' }).click();
  await expect(waiting).toHaveText('Safe on this device: 4 check-ins; sent when the network is back.');
  await context.setOffline(false);
  await expect(waiting).toHaveText('All safe on the server.');
  await expect(phone.getByText(/No connection/)).toHaveCount(0);
  const said = await rows<{ bib: number; n: string }>(
    `select c.bib, count(*) as n from check_ins k join campers c on c.id = k.camper_id join camps on camps.id = c.camp_id where camps.name = $1 group by 1`,
    [NAME],
  );
  expect(new Map(said.map((s) => [s.bib, Number(s.n)]))).toEqual(
    new Map([planned[0], planned[1], planned[2], planned[20], planned[22], planned[25]].map((b) => [b, 1])),
  );
  await context.close();

  // The lead's page has stayed open. It says when it cannot follow, and then does.
  const look = () => page.evaluate(() => document.dispatchEvent(new Event('visibilitychange')));
  await page.route(/\/api\/day-plan\/[\d-]+$/, (route) => route.abort());
  await look();
  await expect(page.getByText('the page cannot follow it')).toBeVisible();
  await page.unroute(/\/api\/day-plan\/[\d-]+$/);
  await look();
  await expect(page.getByText('the page cannot follow it')).toHaveCount(0);
  // It names what no longer holds; the plan is mended without moving anybody else.
  await expect(fact(page, 'Rules broken')).toContainText('3');
  await expect(page.getByLabel('Broken rules')).toContainText(`Bib ${planned[20]}`);
  await page.getByRole('button', { name: 'Mend the plan' }).click();
  await expect(page.locator('p[role=status]')).toContainText('Nobody moved');
  await expect(fact(page, 'Rules broken')).toContainText('every rule holds');
  expect(await broken()).toEqual([]);
  const after = await rows<{ bib: number; from_minute: number }>(
    `select c.bib, p.from_minute from plan_sessions p join campers c on c.id = p.camper_id join camps on camps.id = c.camp_id where camps.name = $1`,
    [NAME],
  );
  expect(after).toHaveLength(32);
  for (const a of after) expect(before).toContainEqual(a);
  await page.goto(`${url()}/outbox`);
  await expect(page.getByText(/reported a sore elbow/)).toHaveCount(2);
});

test('dragging by hand is allowed; what it breaks is named at once, and dragging back mends it', async ({ page }) => {
  await atWorkAs(page, 'Marit');
  await page.goto(
    `${url()}/day-plan?day=${(await rows<{ day: string }>(`select (last_day)::text as day from camps where name = 'Heron Bend Pitching Week' order by first_day desc limit 1`))[0]!.day}`,
  );
  await pageAwake(page);
  await page.getByRole('button', { name: 'Plan the day' }).click();
  await expect(fact(page, 'Rules broken')).toContainText('every rule holds');
  const block = page.getByTestId('session-14');
  const others = page.getByRole('list', {
    name: (await block.getAttribute('aria-label'))!.includes('Mound 1') ? 'Mound 2' : 'Mound 1',
  });
  const label = (await block.getAttribute('aria-label'))!;
  await block.scrollIntoViewIfNeeded();
  const [from, to] = [(await block.boundingBox())!, (await others.boundingBox())!];
  await page.mouse.move(from.x + 20, from.y + 10);
  await page.mouse.down();
  await page.mouse.move(from.x + 40, from.y + 12, { steps: 4 });
  await page.mouse.move(to.x + 30, from.y + 12, { steps: 8 });
  await page.mouse.up();
  await expect(page.getByLabel('Broken rules')).toContainText(/Bib (14 and|\d+ and 14)/);
  await expect(page.getByLabel('Broken rules')).toContainText(/Two on Mound/);
  // Back without the mouse: choose the session, name mound and time.
  const [, time, mound] = /(\d+:\d+) to \S+, (.+)$/.exec(label)!;
  await page.keyboard.press('Tab');
  await page.getByTestId('session-14').focus();
  await page.keyboard.press('Enter');
  const picked = page.getByRole('region', { name: 'The session' });
  await expect(picked).toBeFocused();
  await picked.getByRole('combobox', { name: 'Mound' }).selectOption(mound!);
  await picked.getByLabel('From').fill(time!.padStart(5, '0'));
  await picked.getByRole('button', { name: 'Move', exact: true }).click();
  await expect(fact(page, 'Rules broken')).toContainText('every rule holds');
});

test('print, CSV and calendar say the same plan', async ({ page }) => {
  await atWorkAs(page, 'Dario');
  await page.goto(`${url()}/day-plan`);
  const day = await page.getByRole('combobox', { name: 'Day' }).inputValue();
  const csv = await (await page.request.get(`${url()}/api/day-plan/${day}/plan.csv`)).text();
  const ics = await (await page.request.get(`${url()}/api/day-plan/${day}/plan.ics`)).text();
  const [count] = await rows<{ n: string }>(
    `select count(*) as n from plan_sessions p join day_plans d on d.id = p.plan_id where d.day = $1`,
    [day],
  );
  expect(csv.trim().split('\r\n')).toHaveLength(Number(count!.n) + 1);
  expect(ics.match(/BEGIN:VEVENT/g)).toHaveLength(Number(count!.n));
  expect(ics).toMatch(/DTSTART:\d{8}T\d{6}Z/);
  await page.goto(`${url()}/day-plan/print?day=${day}`);
  await expect(page.locator('section').first().locator('tbody tr')).toHaveCount(Number(count!.n));
  // Everybody, three mounds, and each of the staff who films or scores.
  const [people] = await rows<{ n: string }>(
    `select count(distinct who) as n from plan_sessions p join day_plans d on d.id = p.plan_id, unnest(array[p.filmer_id, p.scorer_id, p.second_scorer_id]) as who where d.day = $1 and who is not null`,
    [day],
  );
  await expect(page.locator('section')).toHaveCount(4 + Number(people!.n));
  await expect(page.getByText(/as of .*\d:\d\d/).first()).toBeVisible();
  await expect(page.getByRole('cell', { name: /^\w+ \w+, \w+ \w+$/ }).first()).toBeVisible();
  await expect(page.getByRole('cell', { name: /\s,/ })).toHaveCount(0);
  await expect(page.getByText('Pain means stop').first()).toBeVisible();
});
