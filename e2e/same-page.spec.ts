import { Ajv2020 } from 'ajv/dist/2020.js';
import { LAST_YEAR_SEVERITY } from '@stride-chalk/demo';
import { atWorkAs, expect, rows, test } from './support/at-work.ts';

const url = (): string => process.env.E2E_URL!;

test('a lead sees who is strict, which words to talk about, and that a camp with few shared levels says so', async ({
  page: lead,
}) => {
  await atWorkAs(lead, 'Marit');
  await lead.goto(`${url()}/same-page`);
  // This year hardly anything was scored twice, whichever tests came before.
  await expect(lead.getByRole('region', { name: 'Strict and mild' })).toContainText('Nothing can be said yet');
  const camp = lead.locator('#camp-at-work');
  const options = await camp
    .locator('option')
    .evaluateAll((all) => all.map((o) => [(o as HTMLOptionElement).value, o.textContent!] as const));
  const now = await camp.inputValue();
  const last = options.find(([value, name]) => value !== now && name.includes('Heron Bend'))![0];
  const goTo = (id: string) => lead.request.post(`${url()}/api/camp-at-work`, { form: { camp: id } });
  await goTo(last);
  await lead.goto(`${url()}/same-page`);
  for (const [name, severity] of Object.entries(LAST_YEAR_SEVERITY)) {
    const line = lead.getByTestId(`severity-${name}`);
    await expect(line).toContainText(severity > 0 ? 'strict: takes' : severity < 0 ? 'mild: adds' : 'like the others');
  }
  await expect(lead.getByRole('region', { name: 'Talk about these words first' }).getByRole('listitem').first()).toContainText(
    'D5',
  );
  const csv = await lead.request.get(`${url()}/api/same-page.csv`);
  expect((await csv.text()).split('\r\n')[0]).toBe('bib,day,delivery,checkpoint,coach,level,fair');
  await goTo(now);
});

test('tonight, ten minutes: five clips are played and scored together; what each had given is shown when all have said theirs, and both are kept', async ({
  page: lead,
}) => {
  await atWorkAs(lead, 'Marit');
  const [camp] = await rows<{ now: string; last: string }>(
    `select (select camp_id from campers_here h limit 1) as now, id as last from camps where name like 'Heron Bend%' order by first_day limit 1`,
  );
  const goTo = (id: string) => lead.request.post(`${url()}/api/camp-at-work`, { form: { camp: id } });
  const scores = () => rows('select delivery_id, checkpoint, coach_id, level from scores order by 1, 2, 3');
  const before = await scores();
  await goTo(camp!.last);
  try {
    await lead.goto(`${url()}/same-page`);
    await lead.getByRole('link', { name: /Tonight, ten minutes/ }).click();
    await lead.waitForURL('**/same-page/tonight');
    await expect(lead.locator('astro-island[ssr]')).toHaveCount(0);
    await lead.getByRole('button', { name: /Begin/ }).click();
    const clips = lead.getByRole('list', { name: 'Clips' }).getByRole('button');
    await expect(clips).toHaveCount(5);
    await expect(lead.locator('astro-island[ssr]')).toHaveCount(0);
    for (let i = 0; i < 5; i++) {
      await expect(clips.nth(i)).toHaveAttribute('aria-pressed', 'true');
      // It can be played, at the key frame that was marked.
      const film = lead.locator('video').first();
      await expect.poll(() => film.evaluate((v: HTMLVideoElement) => v.readyState)).toBeGreaterThan(1);
      await lead.getByRole('button', { name: 'Play it slowly' }).first().click();
      await expect.poll(() => film.evaluate((v: HTMLVideoElement) => v.currentTime)).toBeGreaterThan(0.2);
      const coaches = lead.getByRole('group', { name: / gives$/ });
      const said = await coaches.count();
      expect(said).toBeGreaterThan(1);
      for (let c = 0; c < said; c++) {
        await expect(lead.getByText(/· before:/)).toHaveCount(0);
        await coaches.nth(c).getByRole('button', { name: '2', exact: true }).click();
        await expect(coaches.nth(c).getByRole('button', { name: '2', exact: true })).toHaveAttribute('aria-pressed', 'true');
      }
      await expect(lead.getByText(/· before:/)).toHaveCount(said);
      if (i < 4) await lead.getByRole('button', { name: 'Next clip' }).click();
    }
    await expect(lead.getByRole('status').filter({ hasText: 'Before:' }).first()).toContainText(
      /Before: .* % the same .* After: 100 % the same/,
    );
    await lead.reload();
    await expect(lead.getByRole('status').filter({ hasText: 'Before:' }).first()).toContainText(/After: 100 % the same/);
    // No score changes by it.
    expect(await scores()).toEqual(before);
  } finally {
    await goTo(camp!.now);
  }
});

test('the sheet is read along the delivery, at an age, with both schools and its causes', async ({ coach }) => {
  await coach.goto(`${url()}/sheet`);
  await expect(coach.getByRole('heading', { name: 'A1 Base' })).toBeVisible();
  await coach.getByRole('link', { name: /^Turn/ }).click();
  const firms = coach.getByRole('region', { name: 'F2 Front leg firms' });
  await expect(firms).toContainText('in motion, from foot bears weight to release');
  const picture = firms.getByRole('img', { name: 'Front leg firms at level 0' });
  await expect.poll(() => picture.evaluate((i: HTMLImageElement) => i.naturalWidth)).toBeGreaterThan(0);
  await firms.getByText('front knee gives way').click();
  await expect(firms.getByText('Land, then push the ground away.')).toBeVisible();
  await coach.getByLabel('As it reads at').selectOption('9-10');
  await coach.getByRole('button', { name: 'Show' }).click();
  await expect(firms).toContainText('later: not scored at this age');
  await coach.getByRole('link', { name: /^Schools/ }).click();
  await expect(coach.getByRole('region', { name: 'Front leg', exact: true })).toContainText('taught at 7 to 12');
  await coach.getByRole('link', { name: 'Causes' }).click();
  await coach.getByRole('link', { name: /^G2/ }).click();
  await expect(coach.getByRole('region', { name: 'G2 Chest out front' })).toBeVisible();
  const file = await (await coach.request.get(`${url()}/api/sheet.json`)).json();
  const schema = await (await coach.request.get(`${url()}/api/sheet.schema.json`)).json();
  expect(new Ajv2020({ strict: false }).compile(schema)(file)).toBe(true);
  expect(file).toMatchObject({ form: 2, version: 4 });
  await coach.getByRole('link', { name: 'Booklet' }).click();
  await expect(coach.getByRole('heading', { name: /^Stride/ })).toBeVisible();
});
