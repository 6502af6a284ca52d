import { allSaved, atWorkAs, expect, filmsShown, pageAwake, rows, test } from './support/at-work.ts';

const url = (): string => process.env.E2E_URL!;
const said = 'said';

test('undo goes to what it takes back, names it, can be redone, and reaches over no border unseen', async ({ coach, keys }) => {
  await coach.goto(`${url()}/bench/31`);
  await filmsShown(coach);
  await keys.press('s');
  const current = coach.locator('[aria-current=step][data-testid^=checkpoint-]');
  const id = (await current.getAttribute('data-testid'))!;
  const before = await coach.getByTestId(id).getAttribute('data-level');
  await keys.press('3');
  await expect(coach.getByTestId(id)).toHaveAttribute('data-level', '3');
  // In key frames the level is not seen: U shows it first, and takes nothing back.
  await keys.press('t', 'u');
  await expect(coach.getByTestId(said)).toContainText('U once more takes back: level 3 of');
  await expect(coach.getByTestId(id)).toHaveAttribute('data-level', '3');
  await keys.press('u');
  await expect(coach.getByTestId(said)).toContainText('Taken back: level 3 of');
  await expect(coach.getByTestId(id)).toHaveAttribute('data-level', before ?? '');
  await keys.press('Shift+U');
  await expect(coach.getByTestId(said)).toContainText('There again: level 3 of');
  await expect(coach.getByTestId(id)).toHaveAttribute('data-level', '3');
  await keys.press('u');
  await expect(coach.getByTestId(id)).toHaveAttribute('data-level', before ?? '');
  // Nothing of this visit is left to take back, however long the key is held.
  await keys.press('u');
  await expect(coach.getByTestId(said)).toContainText('Nothing to take back');
  await allSaved(coach);
});

test('a key means one thing: B answers the fault, a digit does not touch the level given, and 4 is no level', async ({
  coach,
  keys,
}) => {
  await coach.goto(`${url()}/bench/31`);
  await filmsShown(coach);
  await keys.press('s');
  const current = coach.locator('[aria-current=step][data-testid^=checkpoint-]');
  const id = (await current.getAttribute('data-testid'))!;
  await keys.press('1');
  await expect(coach.getByText('What was seen?')).toBeVisible();
  await keys.press('3');
  await expect(coach.getByTestId(id)).toHaveAttribute('data-level', '1');
  await keys.press('b');
  await expect(coach.getByRole('dialog')).toHaveCount(0);
  await expect(current).not.toHaveAttribute('data-testid', id);
  await keys.press('4');
  await expect(coach.getByTestId(said)).toContainText('4 is no level');
  // Caps Lock on: the letter arrives large, without Shift.
  await coach.keyboard.down('CapsLock');
  await coach.evaluate(() => window.dispatchEvent(new KeyboardEvent('keydown', { key: 'T', code: 'KeyT', bubbles: true })));
  await expect(coach.getByRole('button', { name: /^Key frames/ })).toHaveAttribute('aria-pressed', 'true');
  await keys.press('?');
  await expect(coach.getByTestId('key-help')).toContainText('mark it between this frame and the next');
  await keys.press('Escape');
  await expect(coach.getByTestId('key-help')).toHaveCount(0);
  await keys.press('s', 'u', 'u');
  await allSaved(coach);
});

test('levels open at the event of the checkpoint that is asked; a corrected mark stays where it is', async ({ coach, keys }) => {
  await coach.goto(`${url()}/bench/27`);
  await filmsShown(coach);
  await keys.press('t');
  for (let i = 0; i < 9; i++) await keys.press('ArrowDown');
  const finish = await coach.getByTestId('frame-openSide').getAttribute('data-asked');
  await keys.press('s', 'd', 'd');
  await keys.press('t', 's');
  const current = coach.locator('[aria-current=step][data-testid^=checkpoint-]');
  await expect(current).toBeVisible();
  expect(await coach.getByTestId('frame-openSide').getAttribute('data-asked')).not.toBe(finish);
  await keys.press('t', 'ArrowRight', 'Enter');
  await expect(coach.getByRole('button', { name: /^Key frames/ })).toHaveAttribute('aria-pressed', 'true');
  await keys.press('u');
  await expect(coach.getByTestId(said)).toContainText('Taken back: frame');
  await allSaved(coach);
});

test('guesses that nobody has looked at are no measurement, and a moved key frame makes its points stale', async ({
  coach,
  keys,
}) => {
  await coach.goto(`${url()}/bench/31`);
  await filmsShown(coach);
  await keys.press('d', 'g');
  const figure = coach.getByTestId('figure-frontKneeContact');
  await figure.click();
  await expect(coach.getByTestId('point-in-hand')).toBeVisible();
  await keys.press('Enter', 'Enter', 'Enter');
  await expect(figure).toContainText('a guess: place its points to measure it');
  // Looked at one by one: a step there and back is a look.
  await figure.click();
  for (let i = 0; i < 3; i++) await keys.press('ArrowLeft', 'ArrowRight', 'Enter');
  await expect(figure).not.toContainText('a guess');
  await expect(figure.locator('b')).toContainText('±');
  await allSaved(coach);
  expect(
    await rows(
      `select distinct p.origin, p.frame is not null as kept from points p join clips k on k.id = p.clip_id join deliveries d on d.id = k.delivery_id
       join campers_here c on c.id = d.camper_id where c.bib = 31 and d.number = 2`,
    ),
  ).toEqual([{ origin: 'placed', kept: true }]);
  await keys.press('t');
  const contact = coach.getByTestId('mark-openSide-contact');
  await contact.click();
  await keys.press('ArrowRight', 'ArrowRight', 'Enter');
  await keys.press('g');
  await expect(figure).toContainText('its key frame was moved: place its points again');
  await keys.press('t', 'u', 'g');
  await expect(figure.locator('b')).toContainText('±');
  await allSaved(coach);
});

test('film held upright is shown from head to ground at any window', async ({ coach }) => {
  for (const size of [
    { width: 1280, height: 800 },
    { width: 2000, height: 1000 },
    { width: 1024, height: 640 },
  ]) {
    await coach.setViewportSize(size);
    await coach.goto(`${url()}/bench/27`);
    await filmsShown(coach);
    const chalk = await coach.locator('figure svg').first().getAttribute('viewBox');
    const [, y, , height] = chalk!.split(' ').map(Number);
    expect([y, Math.round(height!)], `${size.width} x ${size.height}`).toEqual([0, 540]);
  }
});

test('closer is the coach’s choice, by key, wheel and button; it pans, and the whole picture is one key away', async ({
  coach,
  keys,
}) => {
  await coach.goto(`${url()}/bench/27`);
  await filmsShown(coach);
  await keys.press('t');
  const side = coach.locator('figure[data-view=openSide]');
  const shown = async (): Promise<number[]> =>
    (await side.locator('svg').getAttribute('viewBox'))!.split(' ').map((n) => Math.round(10 * Number(n)) / 10);
  const whole = await shown();
  await keys.press('z');
  await expect(side.getByRole('button', { name: /2.0 times as large/ })).toBeVisible();
  const [x, y, width, height] = await shown();
  expect([y, height]).toEqual([135, 270]);
  expect(width).toBeCloseTo(whole[2]! / 2, 0);
  await keys.press('Shift+ArrowDown');
  await expect.poll(async () => (await shown())[1]).toBeGreaterThan(y! + 20);
  // A press and a move pans: what was under the pointer stays under it.
  const box = (await side.locator('canvas').boundingBox())!;
  const middle = { x: box.x + box.width / 2, y: box.y + box.height / 2 };
  await coach.mouse.move(middle.x, middle.y);
  await coach.mouse.down();
  await coach.mouse.move(middle.x + 60, middle.y, { steps: 4 });
  await coach.mouse.up();
  await expect.poll(async () => (await shown())[0]).toBeLessThan(x! - 20);
  await coach.mouse.wheel(0, -300);
  await expect.poll(async () => (await shown())[3]).toBeLessThan(height! - 50);
  // The other view is as it was.
  await expect(coach.locator('figure[data-view=front]').getByRole('button', { name: 'Front: whole; closer' })).toBeVisible();
  await keys.press('Shift+Z');
  await expect.poll(shown).toEqual(whole);
  await side.getByRole('button', { name: 'Open side: whole; closer' }).click();
  await expect.poll(async () => (await shown())[3]).toBe(270);
});

test('slow play draws frame after frame and ends at the end; a step ends it where it is', async ({ coach, keys }) => {
  await coach.goto(`${url()}/bench/27`);
  await filmsShown(coach);
  await keys.press('t');
  const caption = coach.getByTestId('frame-openSide');
  const drawn = async (): Promise<number> => Number(await caption.getAttribute('data-drawn'));
  await keys.press('r');
  await coach.locator('#jump-frame').fill('10');
  await coach.keyboard.press('Enter');
  await expect.poll(drawn).toBe(10);
  const seen = coach.evaluate(
    () =>
      new Promise<number[]>((resolve) => {
        const frames: number[] = [];
        const caption = document.querySelector<HTMLElement>('[data-testid=frame-openSide]')!;
        const watch = new MutationObserver(() => {
          const now = Number(caption.dataset.drawn);
          if (now !== frames.at(-1)) frames.push(now);
          if (now < 130) return;
          watch.disconnect();
          resolve(frames);
        });
        watch.observe(caption, { attributes: true, attributeFilter: ['data-drawn'] });
      }),
  );
  await keys.press(' ');
  // How many of them a busy machine leaves out is not told; none comes before another, and it is no jump.
  const shown = await seen;
  expect(shown).toEqual([...shown].sort((a, b) => a - b));
  expect(shown.length).toBeGreaterThan(3);
  await keys.press('ArrowRight');
  const there = Number(await caption.getAttribute('data-asked'));
  await expect.poll(drawn).toBe(there);
  await keys.press('ArrowLeft');
  await expect.poll(drawn).toBe(there - 1);
  // To the end: the last frame stays.
  await keys.press('r');
  await coach.locator('#jump-frame').fill('9999');
  await coach.keyboard.press('Enter');
  await expect.poll(drawn).toBeGreaterThan(there);
  const last = await drawn();
  await keys.press('Shift+ArrowLeft');
  await expect.poll(drawn).toBe(last - 10);
  await keys.press(' ');
  await expect.poll(drawn).toBe(last);
});

test('all marks of a film are taken off with one key, and are there again with another', async ({ coach, keys }) => {
  await coach.goto(`${url()}/bench/31`);
  await filmsShown(coach);
  await keys.press('t');
  const marked = async (): Promise<string[]> => coach.locator('[data-testid^=mark-openSide-]').allTextContents();
  const before = await marked();
  expect(before.filter((m) => m !== '·').length).toBeGreaterThan(5);
  await keys.press('Shift+Delete');
  await expect(coach.getByTestId(said)).toContainText('Taken off: all');
  await expect.poll(async () => new Set(await marked())).toEqual(new Set(['·']));
  await keys.press('u');
  await expect.poll(marked).toEqual(before);
  await allSaved(coach);
});

test('back and reload show what the server has; hours that were changed are there again', async ({ page }) => {
  await atWorkAs(page, 'Marit');
  expect((await page.request.get(`${url()}/roster`)).headers()['cache-control']).toBe('no-store');
  await page.goto(`${url()}/day-plan`);
  await pageAwake(page);
  await page.getByText('Mounds, staff and hours').click();
  const warmUp = page.getByLabel('Warm-up, minutes');
  const was = await warmUp.inputValue();
  await warmUp.fill(String(Number(was) + 3));
  await page.reload();
  await pageAwake(page);
  await page.getByText('Mounds, staff and hours').click();
  await expect(page.getByLabel('Warm-up, minutes')).toHaveValue(String(Number(was) + 3));
});

test('a film that was still being prepared appears by itself, and nothing that is being typed is lost for it', async ({
  coach: page,
  keys,
}) => {
  const own = 'delivery_id in (select d.id from deliveries d join campers_here c on c.id = d.camper_id where c.bib = 31)';
  const one = (
    await rows<{ id: string }>(`select id from clips where ${own} and state = 'ready' and view = 'openSide' order by id limit 1`)
  )[0]!.id;
  await rows(`update clips set state = 'copying' where id = '${one}'`);
  try {
    await page.goto(`${process.env.E2E_URL}/bench/31`);
    await pageAwake(page);
    await expect(page.getByText('still being prepared. It appears by itself.')).toBeVisible();
    // A number is being typed.
    await keys.press('t', 'r');
    const typed = page.locator('#jump-frame');
    await typed.fill('14');
    const asked = page.waitForResponse(/\/api\/campers\/[^/]+\/films$/);
    await rows(`update clips set state = 'ready' where id = '${one}'`);
    await asked;
    await expect(typed).toHaveValue('14');
    await typed.press('Enter');
    await expect(page.getByText('still being prepared')).toHaveCount(0);
    await expect(page.locator('figure [data-asked]').first()).toHaveAttribute('data-drawn', /\d/);
  } finally {
    await rows(`update clips set state = 'ready' where id = '${one}'`);
  }
});

test('what lies across the line is placed in the film from the front, and its cones once for all deliveries', async ({
  coach,
  keys,
}) => {
  await coach.goto(`${process.env.E2E_URL}/bench/27`);
  await pageAwake(coach);
  await filmsShown(coach);
  await keys.press('g');
  const offset = coach.getByTestId('figure-landingOffset');
  await expect(offset).toContainText(/\d+\s±\s\d+\scm/);
  // In the second delivery nobody has placed a foot; the cones of the first one stand.
  await keys.press('d');
  await expect(offset).toContainText('4 points');
  await offset.click();
  await expect(coach.locator('figure', { hasText: 'in hand' })).toHaveAttribute('data-view', 'front');
  await expect(coach.getByTestId('point-in-hand')).toHaveAttribute('data-point', 'backHeel');
  await expect(coach.getByText('Point 1 of 4')).toBeVisible();
  await keys.press('Escape');
  await expect(coach.getByTestId('point-in-hand')).toHaveCount(0);
});

test('marks of the ground that lie otherwise than four cones are told in the settings, and what is measured on the ground follows', async ({
  page,
  coach,
  keys,
  browser,
}) => {
  const offset = page.getByTestId('figure-landingOffset');
  const read = async (): Promise<number> => {
    await coach.goto(`${process.env.E2E_URL}/bench/27`);
    await filmsShown(coach);
    await keys.press('g');
    await expect(offset).toContainText(/[\d.]+\s±\s[\d.]+\scm/);
    return Number(/[-−]?[\d.]+(?=\s±)/.exec((await offset.textContent())!)![0].replace('−', '-'));
  };
  const before = await read();
  const lead = await (await browser.newContext()).newPage();
  await atWorkAs(lead, 'Marit');
  const settings = lead.getByRole('region', { name: 'Marks on the ground' });
  const save = async (): Promise<void> => {
    await lead.getByRole('button', { name: 'Save the settings' }).click();
    await expect(lead.getByText('Saved', { exact: true })).toBeVisible();
  };
  try {
    await lead.goto(`${process.env.E2E_URL}/settings`);
    await pageAwake(lead);
    await settings.getByLabel('Which').selectOption({ label: 'Others, as measured' });
    // Half as far apart, so everything across the line is half as far from it.
    for (const field of ['Apart at the rubber', 'Apart further on']) await settings.getByLabel(field).fill('75');
    await save();
    await lead.reload();
    await pageAwake(lead);
    await expect(settings.getByLabel('Apart at the rubber')).toHaveValue('75');
    await expect(settings.getByLabel('From one pair to the other')).toHaveValue('180');
    expect(Math.abs((await read()) - before / 2)).toBeLessThanOrEqual(1);
  } finally {
    await settings.getByLabel('Which').selectOption('cones');
    await save();
    await lead.context().close();
  }
  expect(await read()).toBe(before);
});
