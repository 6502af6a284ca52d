import { expect, pageAwake, rows, test } from './support/at-work.ts';

const CAUTIONS = [/not medical advice/, /Pain means stop/, /Every throw counts/];

test('a draft is reordered, reworded, cut and added to, by keyboard, then released and never changes', async ({ coach }) => {
  // A second habit for bib 4, so that there is an order to change.
  await rows(
    `update scores set level = '1', faults = '{H1.short}' where checkpoint = 'H1' and delivery_id in (select d.id from deliveries d join campers_here c on c.id = d.camper_id where c.bib = 4)`,
  );
  await rows(`delete from evaluations e using campers_here c where c.id = e.camper_id and c.bib = 4 and e.released_at is null`);
  await coach.goto(`${process.env.E2E_URL}/handouts/4`);
  await pageAwake(coach);
  await coach.keyboard.press('w');
  const saved = coach.getByTestId('draft-saved');
  await expect(saved).toHaveText('All saved');
  const titles = () => coach.getByLabel(/^Title of focus/).evaluateAll((all) => all.map((i) => (i as HTMLInputElement).value));
  await pageAwake(coach);
  const before = await titles();
  expect(before).toHaveLength(2);
  await coach.getByLabel('Title of focus 1').focus();
  await coach.keyboard.press('Alt+ArrowDown');
  expect(await titles()).toEqual([...before].reverse());
  await coach.getByLabel('Cue').first().fill('Long and loose, all the way down.');
  await coach
    .getByRole('button', { name: /^Drop drill/ })
    .first()
    .click();
  await coach.getByRole('button', { name: 'Drop focus 2' }).click();
  await expect.poll(titles).toEqual([before[1]]);
  // What was dropped can be added again.
  await coach.getByRole('button', { name: before[0]!, exact: true }).click();
  await expect.poll(titles).toEqual([before[1], before[0]]);
  await expect(saved).toHaveText('All saved');
  const kept = async () =>
    (
      await rows<{ document: { focus: Array<{ cue: string; title: string }> }; version: number }>(
        `select e.document->'said' as document, version from evaluations e join campers_here c on c.id = e.camper_id where c.bib = 4 order by version desc limit 1`,
      )
    )[0]!;
  await expect.poll(async () => (await kept()).document.focus[0]!.cue).toBe('Long and loose, all the way down.');

  // An empty line is not taken, and says so.
  await coach.getByLabel('Cue').nth(1).fill('');
  await expect(coach.getByRole('alert')).toContainText('A line is empty');
  await coach.getByLabel('Cue').nth(1).fill('Ball up.');
  await expect(saved).toHaveText('All saved');
  // Left in the middle of a change: the last line is there all the same.
  await coach.getByLabel('Cue').nth(1).fill('Ball up and out.');
  await coach.goto(`${process.env.E2E_URL}/handouts`);
  await expect.poll(async () => (await kept()).document.focus[1]!.cue).toBe('Ball up and out.');
  await coach.goto(`${process.env.E2E_URL}/handouts/4`);
  await pageAwake(coach);
  await coach.keyboard.press('Control+Enter');
  await expect(coach.getByText('Released.')).toBeVisible();
  await expect(coach.locator('article')).toContainText('Long and loose, all the way down.');
  const released = await kept();
  const answer = await coach.request.put(
    `${process.env.E2E_URL}/api/evaluations/${(await rows<{ id: string }>(`select e.id from evaluations e join campers_here c on c.id = e.camper_id where c.bib = 4`))[0]!.id}`,
    { data: { said: released.document, revision: 999 } },
  );
  expect(answer.status()).toBe(409);
  expect(await answer.json()).toMatchObject({ code: 'released', title: expect.stringContaining('never changes') });
});

test('the print page holds two pages at most on Letter and A4, with the cautions and the freeze frames', async ({ coach }) => {
  const written = await rows<{ bib: number }>(
    `select distinct c.bib from evaluations e join campers_here c on c.id = e.camper_id order by 1`,
  );
  expect(written.length).toBeGreaterThanOrEqual(2);
  for (const { bib } of written) {
    await coach.goto(`${process.env.E2E_URL}/handouts/${bib}/print`, { waitUntil: 'networkidle' });
    const page = coach.locator('article');
    for (const caution of CAUTIONS) await expect(page).toContainText(caution);
    await expect(page).not.toContainText(/mph|velocity|guarantee/i);
    for (const format of ['Letter', 'A4'] as const) {
      const pdf = (await coach.pdf({ format })).toString('latin1');
      const pages = pdf.match(/\/Type\s*\/Page\b/g)!.length;
      expect(pages, `bib ${bib}, ${format}`).toBeLessThanOrEqual(2);
    }
    const pictures = page.locator('image');
    for (let i = 0; i < (await pictures.count()); i++)
      expect(
        (await coach.request.get(new URL((await pictures.nth(i).getAttribute('href'))!, process.env.E2E_URL).href)).headers()[
          'content-type'
        ],
      ).toBe('image/jpeg');
  }
});

test('four focus areas, long words: still two pages', async ({ coach }) => {
  const [row] = await rows<{
    id: string;
    camper_id: string;
    document: { said: { focus: Array<Record<string, unknown>>; oneOffs: string[] } };
    sheet_id: string;
  }>(`select e.* from evaluations e join campers_here c on c.id = e.camper_id where c.bib = 27 limit 1`);
  const long = row!.document.said.focus[0]!;
  const focus = ['A1', 'B2', 'E2', 'F2'].map((checkpoint, i) => ({
    ...long,
    checkpoint,
    why: `${long.why as string} ${'It also explains what we saw later, in the turn and at release. '.repeat(2)}`.trim(),
    title: `${long.title as string} ${i + 1}`,
  }));
  await rows(`insert into evaluations (id, camper_id, version, sheet_id, document) values (gen_random_uuid(), $1, 99, $2, $3)`, [
    row!.camper_id,
    row!.sheet_id,
    JSON.stringify({
      ...row!.document,
      said: {
        ...row!.document.said,
        focus,
        oneOffs: Array.from({ length: 6 }, () => 'Once: the body fell off to the glove side after release (1 of 3).'),
      },
    }),
  ]);
  await coach.goto(`${process.env.E2E_URL}/handouts/27/print`, { waitUntil: 'networkidle' });
  await expect(coach.locator('article')).toContainText(`${long.title as string} 4`);
  for (const format of ['Letter', 'A4'] as const)
    expect((await coach.pdf({ format })).toString('latin1').match(/\/Type\s*\/Page\b/g)!.length, format).toBeLessThanOrEqual(2);
  await rows(`delete from evaluations where camper_id = $1 and released_at is null`, [row!.camper_id]);
});
