import { atWorkAs, expect, rows, test } from './support/at-work.ts';

const url = (): string => process.env.E2E_URL!;
const BIB = 27;

test('two deliveries stand side by side at the same key frame, move together, and the table says what changed', async ({
  page: coach,
}) => {
  await atWorkAs(coach, 'Dario');
  const marked = await rows<{ event: string; number: number; frame: number }>(
    `select m.event, d.number, m.frame from campers_here h join deliveries d on d.camper_id = h.id join clips c on c.delivery_id = d.id
     join marks m on m.clip_id = c.id where h.bib = ${BIB} and c.view = 'openSide' and d.number in (1, 3)`,
  );
  const frame = (event: string, number: number): number => marked.find((m) => m.event === event && m.number === number)!.frame;
  await coach.goto(`${url()}/compare/${BIB}?before=1&after=3`);
  const [before, after] = [coach.getByTestId('frame-openSide').first(), coach.getByTestId('frame-openSide').last()];
  const shows = async (one: number, two: number): Promise<void> => {
    await expect(before).toHaveAttribute('data-drawn', String(one));
    await expect(after).toHaveAttribute('data-drawn', String(two));
  };
  await shows(frame('contact', 1), frame('contact', 3));

  // The next key frame, and back; half a stride before it the frames stand between those of either film.
  await coach.keyboard.press('ArrowDown');
  await shows(frame('layback', 1), frame('layback', 3));
  await coach.keyboard.press('ArrowUp');
  await coach.keyboard.press('ArrowUp');
  await expect(before).not.toHaveAttribute('data-drawn', String(frame('contact', 1)));
  await coach.getByRole('button', { name: 'release' }).click();
  await shows(frame('release', 1), frame('release', 3));
  // In true time both go the same number of frames on, at the same rate.
  await coach.keyboard.press('t');
  await coach.keyboard.press('Shift+ArrowRight');
  await shows(frame('release', 1) + 10, frame('release', 3) + 10);

  const table = coach.getByRole('region', { name: 'What changed' });
  await expect(table.getByTestId('change-contactToRelease')).toContainText('contact to release');
  await expect(table).toContainText('“Not more” does not say that nothing changed');

  // What the sheet wants at this key frame stands beside it, drawn.
  await coach.keyboard.press('ArrowUp');
  await expect(coach.getByRole('region', { name: 'What is wanted here' }).getByRole('img').first()).toHaveAttribute(
    'src',
    /-3\.svg$/,
  );

  // The other view has films of its own.
  await coach.keyboard.press('v');
  await expect(coach.getByTestId('frame-front').first()).toHaveAttribute('data-drawn', /\d+/);

  // Joints that another program has found are read in: what somebody has placed stays, what is no such file is refused.
  const camper = (await rows<{ id: string }>(`select id from campers_here h where bib = ${BIB}`))[0]!.id;
  const joints = await (await coach.request.get(`${url()}/api/campers/${camper}/joints.json`)).body();
  const reads = coach.getByLabel('Joints that another program has found');
  await reads.setInputFiles({ name: 'joints.json', mimeType: 'application/json', buffer: joints });
  await expect(coach.getByRole('status').filter({ hasText: 'No joint was taken.' })).toContainText(
    /\d+ stay as somebody has placed them\./,
  );
  await reads.setInputFiles({ name: 'notes.json', mimeType: 'application/json', buffer: Buffer.from('none') });
  await expect(coach.getByRole('alert').filter({ hasText: 'notes.json' })).toContainText(
    'This file is no JSON. Nothing was taken.',
  );

  // Others are put side by side by their names; what does not exist is said.
  await coach.getByLabel('After').selectOption('2');
  await coach.getByRole('button', { name: 'Put side by side' }).click();
  await expect(coach).toHaveURL(/before=1&after=2/);
  await expect(coach.getByText(/After: delivery 2/).first()).toBeVisible();
  const answer = await coach.request.get(`${url()}/compare/${BIB}?before=1&after=99`);
  expect(answer.status()).toBe(404);
});

test('a child who came back stands beside last year’s film, over what the sheet draws, and before and after her plan', async ({
  page: coach,
}) => {
  await atWorkAs(coach, 'Dario');
  const [there] = await rows<{ clip: string; frame: number; day: string; camper: string }>(
    `select k.id as clip, m.frame, d.thrown_on::text as day, c.id as camper from campers_here h join campers c on c.child_id = h.child_id and c.id <> h.id
     join deliveries d on d.camper_id = c.id join clips k on k.delivery_id = d.id and k.view = 'openSide' join marks m on m.clip_id = k.id and m.event = 'contact'
     where h.bib = ${BIB}`,
  );
  await coach.goto(`${url()}/compare/${BIB}`);
  await expect(coach.getByLabel('Before')).toHaveValue(`${there!.camper}:${there!.day}`);
  // Her film of last year is drawn, at its own frame of the landing.
  await expect(coach.getByTestId('frame-openSide').first()).toHaveAttribute('data-drawn', String(there!.frame));
  const table = coach.getByRole('region', { name: 'What changed' });
  await expect(table.getByTestId('change-frontKneeContact')).toBeVisible();
  // What the sheet draws lies under the outlines by a key, the next one by the next press.
  const laid = coach.getByRole('img', { name: 'Both bodies, laid over what the sheet draws' });
  await expect(laid).toHaveCount(0);
  await coach.keyboard.press('o');
  await expect(laid).toBeVisible();
  await coach.getByRole('button', { name: /: under the outlines$/, pressed: true }).click();
  await expect(laid).toHaveCount(0);

  // The plan of last year is a link to just these two.
  await coach.goto(`${url()}/compare/${BIB}?before=1&after=2`);
  await coach.getByRole('link', { name: /^Before and after the plan for: / }).click();
  await expect(coach.getByLabel('Before')).toHaveValue(`${there!.camper}:${there!.day}`);

  // Who films and counts sees no film of another camp; nothing of it is taken along by anybody.
  const film = `${url()}/api/clips/${there!.clip}/film`;
  expect((await coach.request.get(film)).status()).toBe(200);
  expect((await coach.request.get(`${url()}/api/clips/${there!.clip}/chapters.vtt`)).status()).toBe(404);
  expect((await coach.request.get(`${url()}/api/clips/${there!.clip}/chalk-line.mp4`)).status()).toBe(404);
  await atWorkAs(coach, 'Ioan');
  expect((await coach.request.get(film)).status()).toBe(404);
});
