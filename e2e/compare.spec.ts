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
  await coach.goto(`${url()}/compare/${BIB}`);
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
  await expect(coach.getByText(/After: Delivery 2/).first()).toBeVisible();
  const answer = await coach.request.get(`${url()}/compare/${BIB}?before=1&after=99`);
  expect(answer.status()).toBe(404);
});
