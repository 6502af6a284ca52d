import { defaultSheet, resolveSheet, TIME_FIGURES } from '@stride-chalk/core';
import { clipsOfBib, marksOf, pointsOf } from '@stride-chalk/demo';
import { allSaved, expect, filmsShown, pageAwake, rows, test, type Keys } from './support/at-work.ts';
import type { Page } from '@playwright/test';

const BIB = 9;
const ALWAYS = ['set', 'liftTop', 'handsApart', 'contact', 'layback', 'release', 'finish'] as const;

/** The frame on screen once it is the one that is asked for. */
async function drawn(page: Page, view: string): Promise<number> {
  const caption = page.getByTestId(`frame-${view}`);
  await expect
    .poll(async () => (await caption.getAttribute('data-drawn')) === (await caption.getAttribute('data-asked')))
    .toBe(true);
  return Number(await caption.getAttribute('data-drawn'));
}

/** The figure that is chosen in the list. */
const current = (page: Page) => page.locator('[data-testid^=figure-][aria-current=step]');

/** Goes to a frame the way a coach does: tens first, then single frames. */
async function stepTo(page: Page, keys: Keys, view: string, frame: number): Promise<void> {
  let at = await drawn(page, view);
  while (at !== frame) {
    const gap = frame - at;
    const ten = Math.abs(gap) >= 6;
    await keys.press(`${ten ? 'Shift+' : ''}Arrow${gap > 0 ? 'Right' : 'Left'}`);
    at += (ten ? 10 : 1) * Math.sign(gap);
    await expect(page.getByTestId(`frame-${view}`)).toHaveAttribute('data-drawn', String(at));
  }
}

/** Moves the point in hand to where it truly is, coarse steps first; says how many keys it took. */
async function stepPointTo(page: Page, keys: Keys, to: { x: number; y: number }): Promise<number> {
  const point = page.getByTestId('point-in-hand');
  const before = keys.count;
  for (const axis of ['x', 'y'] as const) {
    for (let guard = 0; guard < 40; guard++) {
      const gap = to[axis] - Number(await point.getAttribute(`data-${axis}`));
      if (Math.abs(gap) <= 1.01) break;
      const key = axis === 'x' ? (gap > 0 ? 'ArrowRight' : 'ArrowLeft') : gap > 0 ? 'ArrowDown' : 'ArrowUp';
      await keys.press(Math.abs(gap) > 6 ? key : `Shift+${key}`);
    }
  }
  await keys.press('Enter');
  return keys.count - before;
}

test('one camper, three deliveries, from opening to released: the keyboard alone, at most 250 keys', async ({ coach, keys }) => {
  await coach.goto(`${process.env.E2E_URL}/`);
  await pageAwake(coach);
  await keys.press('9');
  await expect(coach.getByLabel('Bib number or name')).toHaveValue('9');
  await keys.press('Enter');
  await filmsShown(coach);

  for (let delivery = 0; delivery < 3; delivery++)
    for (const view of ['openSide', 'front'] as const) {
      const truth = marksOf(clipsOfBib(BIB).find((c) => c.delivery === delivery && c.view === view)!);
      for (const event of ALWAYS) {
        await expect(coach.locator('tr[aria-current=step] th')).toHaveText(new RegExp(coachName(event)));
        await filmsShown(coach);
        await expect(coach.locator('figure', { hasText: 'in hand' })).toHaveAttribute('data-view', view);
        await stepTo(coach, keys, view, truth.find((m) => m.event === event)!.frame);
        await keys.press('Enter');
      }
    }
  const marking = keys.count;
  await expect(coach.getByRole('button', { name: /^Levels/ })).toHaveAttribute('aria-pressed', 'true');

  // One measured delivery of the set: the arm at landing.
  await keys.press('g');
  while (!(await current(coach).textContent())?.includes('forearm')) await keys.press('ArrowDown');
  await keys.press('Enter');
  const places = pointsOf(clipsOfBib(BIB).find((c) => c.delivery === 0 && c.view === 'openSide')!);
  for (const point of ['throwingElbow', 'throwingWrist'] as const)
    await stepPointTo(coach, keys, places.find((p) => p.event === 'contact' && p.point === point)!);
  await expect(current(coach)).toContainText('±');
  const measuring = keys.count;

  await keys.press('s');
  // He has work left: nothing leads away from him before it is done.
  await expect(coach.locator('header .main-action')).toHaveCount(0);
  const asked = resolveSheet(defaultSheet, '9-10').filter((c) => c.scored);
  for (let delivery = 1; delivery <= 3; delivery++) {
    for (const c of asked.filter((a) => a.of === 'delivery' || delivery === 3)) {
      await expect(coach.getByTestId(`checkpoint-${c.id}`)).toHaveAttribute('aria-current', 'step');
      await keys.press(c.id === 'A2' ? '1' : '3');
      if (c.id === 'A2') await keys.press('a');
    }
    if (delivery < 3) await keys.press('Enter');
  }
  await allSaved(coach);
  const scoring = keys.count;
  // All of him is scored: what comes next is the largest button.
  await expect(coach.locator('header .main-action')).toHaveText(/^Write up/);

  await keys.press('w');
  await expect(coach).toHaveURL(/handouts/);
  await pageAwake(coach);
  await keys.press('w');
  await expect(coach.getByTestId('draft-saved')).toHaveText('All saved');
  await pageAwake(coach);
  await keys.press('Control+Enter');
  await expect(coach.getByText('Released.')).toBeVisible();

  const [kept] = await rows<{ focus: Array<{ checkpoint: string }>; released_at: Date | null }>(
    `select e.document->'said'->'focus' as focus, e.released_at from evaluations e join campers_here c on c.id = e.camper_id where c.bib = $1`,
    [BIB],
  );
  expect(kept!.released_at).not.toBeNull();
  expect(kept!.focus.map((f) => f.checkpoint)).toEqual(['A2']);
  const report = `${keys.count} keys: key frames ${marking}, one figure ${measuring - marking}, levels ${scoring - measuring}, write-up ${keys.count - scoring}`;
  test.info().annotations.push({ type: 'key presses', description: report });
  process.stdout.write(`      ${report}\n`);
  expect(keys.count).toBeLessThanOrEqual(250);
  // He has it: now the next camper is the largest button.
  await coach.goto(`${process.env.E2E_URL}/bench/${BIB}`);
  await expect(coach.locator('header .main-action')).toHaveText(/^Next/);
});

test('a point takes at most 12 keys on median, from its guess to its place', async ({ coach, keys }) => {
  await coach.goto(`${process.env.E2E_URL}/bench/31`);
  await filmsShown(coach);
  // A delivery on which nothing was placed yet.
  await keys.press('d', 'g');
  const places = pointsOf(clipsOfBib(31).find((c) => c.delivery === 1 && c.view === 'openSide')!);
  const presses: number[] = [];
  const panel = coach.getByTestId('point-asked');
  for (;;) {
    // The list goes on with times, which have nothing to place: they lead to their key frames.
    const id = await current(coach).getAttribute('data-testid');
    if (TIME_FIGURES.some((f) => id === `figure-${f.id}`)) break;
    await keys.press('Enter');
    while (await panel.isVisible()) {
      const hand = coach.getByTestId('point-in-hand');
      const [event, point] = [await hand.getAttribute('data-event'), await hand.getAttribute('data-point')];
      const truth = places.find((p) => p.event === event && p.point === point);
      if (!truth) {
        await keys.press('Escape');
        break;
      }
      presses.push(await stepPointTo(coach, keys, truth));
    }
    await keys.press('ArrowDown');
    await expect(current(coach)).not.toHaveAttribute('data-testid', id!);
  }
  await allSaved(coach);
  presses.sort((a, b) => a - b);
  const median = presses[presses.length >> 1]!;
  const report = `${presses.length} points: ${median} keys on median, ${presses[Math.floor(0.9 * presses.length)]} at 90 %`;
  test.info().annotations.push({ type: 'keys a point', description: report });
  process.stdout.write(`      ${report}\n`);
  expect(presses.length).toBeGreaterThan(15);
  expect(median).toBeLessThanOrEqual(12);
});

function coachName(event: (typeof ALWAYS)[number]): string {
  return {
    set: 'set',
    liftTop: 'top of the lift',
    handsApart: 'hands apart',
    contact: 'foot bears weight',
    layback: 'arm laid back',
    release: 'release',
    finish: 'finish',
  }[event];
}
