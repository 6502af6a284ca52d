import { Ajv2020 } from 'ajv/dist/2020.js';
import { LAST_YEAR_SEVERITY } from '@stride-chalk/demo';
import { atWorkAs, expect, test } from './support/at-work.ts';

const url = (): string => process.env.E2E_URL!;

test('a lead sees who is strict, which words to talk about, and that a camp with few shared levels says so', async ({
  page: lead,
}) => {
  await atWorkAs(lead, 'Marit');
  await lead.goto(`${url()}/same-page`);
  // This year hardly anything was scored twice.
  await expect(lead.getByText(/too few to say anything|No delivery has been scored by two/).first()).toBeVisible();
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
  expect(file).toMatchObject({ form: 2, version: 2 });
  await coach.getByRole('link', { name: 'Booklet' }).click();
  await expect(coach.getByRole('heading', { name: /^Stride/ })).toBeVisible();
});
