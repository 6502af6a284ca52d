import { readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import { create } from 'qrcode';
import { slateCode } from '@stride-chalk/core';
import { filmSlate } from '@stride-chalk/fieldcam';
import { expect, pageAwake, rows, test } from './support/at-work.ts';

const film = (name: string): Buffer => readFileSync(fileURLToPath(new URL(`../demo/clips/${name}`, import.meta.url)));

test('a film is dropped or chosen for its view, worked on with progress, and looked at on the bench', async ({ coach }) => {
  await coach.goto(`${process.env.E2E_URL}/campers/19`);
  await pageAwake(coach);
  await coach.getByRole('button', { name: 'Next delivery' }).click();
  const place = coach.locator('section', { hasText: 'Delivery 4' });
  await place
    .getByTestId('file-Front')
    .setInputFiles({ name: 'phone.webm', mimeType: 'video/webm', buffer: film('9-2-front.webm') });
  await expect(place.getByTestId('clip-front')).toBeVisible();
  // Dropped, as from a folder window.
  const bytes = [...film('19-1-open-side.mp4')];
  const dropped = await coach.evaluateHandle((b) => {
    const data = new DataTransfer();
    data.items.add(new File([new Uint8Array(b)], 'dropped.mp4', { type: 'video/mp4' }));
    return data;
  }, bytes);
  const target = place.getByRole('button', { name: 'Choose the film, Open side' }).locator('..');
  await target.dispatchEvent('dragover', { dataTransfer: dropped });
  await target.dispatchEvent('drop', { dataTransfer: dropped });
  await expect(
    place.getByTestId('clip-openSide').getByRole('progressbar').or(place.getByTestId('clip-openSide').getByText('ready')),
  ).toBeVisible();
  await expect(place.getByTestId('clip-openSide')).toHaveAttribute('data-state', 'ready');
  await expect(place.getByTestId('clip-front')).toHaveAttribute('data-state', 'ready');
  // Slow motion is confirmed by hand where the phone wrote no tag: 120 in the file, 240 in truth.
  await place.getByLabel('Front: filmed at').selectOption({ label: '240/s' });
  await expect
    .poll(
      async () =>
        (await rows<{ capture_scale: number }>(`select k.capture_scale from clips k where k.file_name = 'phone.webm'`))[0]
          ?.capture_scale,
    )
    .toBe(2);
  await place.getByRole('button', { name: 'Remove Front' }).click();
  await expect(place.getByTestId('clip-front')).toHaveCount(0);
});

test('a film whose slate says another bib is told, and moved to him with one press and his delivery', async ({ coach }) => {
  const [camp] = await rows<{ slate_id: string }>(
    `select k.slate_id from camps k where k.id = (select h.camp_id from campers_here h where h.bib = 4)`,
  );
  const { modules } = create(slateCode({ slateId: camp!.slate_id, bib: 31, view: null, instant: null }), {
    errorCorrectionLevel: 'H',
  });
  const dark = Array.from({ length: modules.size }, (_, y) =>
    Array.from({ length: modules.size }, (_, x) => modules.get(y, x) === 1),
  );
  const path = join(tmpdir(), `slate-${process.pid}.mp4`);
  await filmSlate({ modules: dark, seed: 2, frames: 12, framesPerSecond: 12, width: 1280, height: 720 }, path);
  await coach.goto(`${process.env.E2E_URL}/campers/4`);
  await pageAwake(coach);
  const before = await coach.locator('section', { hasText: /^Delivery/ }).count();
  await coach.getByRole('button', { name: 'Next delivery' }).click();
  const place = coach.locator('section', { hasText: `Delivery ${before + 1}` });
  const buffer = readFileSync(path);
  rmSync(path);
  await place.getByTestId('file-Rear').setInputFiles({ name: 'slate.mp4', mimeType: 'video/mp4', buffer });
  const clip = place.getByTestId('clip-rear');
  await expect(clip.getByRole('alert')).toContainText('The slate in this film says bib 31.');
  await clip.getByRole('button', { name: 'Move it to bib 31' }).click();
  const form = clip.getByRole('form');
  await expect(form.getByLabel('Bib')).toHaveValue('31');
  await form.getByLabel('Delivery').fill('1');
  await form.getByRole('button', { name: 'Move it' }).click();
  await expect(clip).toHaveCount(0);
  await coach.goto(`${process.env.E2E_URL}/campers/31`);
  const there = coach.locator('section', { hasText: 'Delivery 1' }).getByTestId('clip-rear');
  await expect(there).toBeVisible();
  await expect(there.getByRole('alert')).toHaveCount(0);
});

test('what is not a film is refused in words, and nothing is left', async ({ coach }) => {
  await coach.goto(`${process.env.E2E_URL}/campers/4`);
  await pageAwake(coach);
  await coach.getByRole('button', { name: 'Next delivery' }).click();
  const place = coach.locator('section', { hasText: 'Delivery 4' });
  await place
    .getByTestId('file-Open side')
    .setInputFiles({ name: 'notes.mp4', mimeType: 'video/mp4', buffer: Buffer.from('bib 4, good arm\n'.repeat(500)) });
  await expect(coach.getByRole('alert')).toContainText('notes.mp4 was not taken. This file is not a video');
  // Whole at the front, spoilt in the middle: found while every frame is read.
  const spoilt = film('4-1-front.mp4');
  spoilt.fill(0x5a, Math.floor(spoilt.length * 0.5), Math.floor(spoilt.length * 0.6));
  await place.getByTestId('file-Open side').setInputFiles({ name: 'spoilt.mp4', mimeType: 'video/mp4', buffer: spoilt });
  const told = coach.getByRole('alert').filter({ hasText: 'spoilt.mp4 was not taken.' });
  await expect(told).toContainText('Nothing of it was kept');
  await told.getByRole('button', { name: 'Read' }).click();
  await expect(told).toHaveCount(0);
  expect(await rows(`select id from clips where file_name in ('notes.mp4', 'spoilt.mp4')`)).toEqual([]);
});

test('no consent and a sore arm stop the work and say why', async ({ coach }) => {
  for (const [bib, words] of [
    [16, 'Nobody has consented to filming.'],
    [22, 'A sore arm.'],
  ] as const) {
    await coach.goto(`${process.env.E2E_URL}/campers/${bib}`);
    await expect(coach.locator('.care-band')).toContainText(words);
    await expect(coach.getByRole('button', { name: /delivery/i })).toHaveCount(0);
  }
});

test('the simulated camera films a camper of the demo with progress, and stops at a sore arm', async ({ coach }) => {
  // Rendered frame by frame: on a busy machine that takes its time.
  await coach.goto(`${process.env.E2E_URL}/campers/52`);
  await pageAwake(coach);
  const before = await coach.locator('section').count();
  await coach.getByRole('button', { name: /^(First|Next) delivery$/ }).click();
  const place = coach.locator('section', { hasText: `Delivery ${before + 1}` });
  await place.getByRole('button', { name: 'Film with the simulated camera, Front' }).click();
  await expect(place.getByText(/The simulated camera films: \d+ %/)).toBeVisible();
  await expect(place.getByTestId('clip-front')).toHaveAttribute('data-state', 'ready');
  const [sore] = await rows<{ id: string }>(`select id from campers_here c where bib = 22`);
  await rows(
    `insert into deliveries (id, camper_id, number, kind, thrown_on) values ('0197f0a0-0000-7000-8000-0000000000aa', $1, 1, 'stretch', '2026-07-13')`,
    [sore!.id],
  );
  const answer = await coach.request.post(`${process.env.E2E_URL}/api/simulated-films`, {
    data: { deliveryId: '0197f0a0-0000-7000-8000-0000000000aa', view: 'front' },
  });
  expect(answer.status()).toBe(422);
  expect(await answer.json()).toMatchObject({ code: 'sore-arm' });
  await rows(`delete from deliveries where id = '0197f0a0-0000-7000-8000-0000000000aa'`);
});

test('the largest button of a camper is the next thing to do: his delivery, its two films, the bench', async ({ coach }) => {
  await coach.goto(`${process.env.E2E_URL}/campers/18`);
  await pageAwake(coach);
  const main = coach.locator('.main-action');
  await expect(main).toHaveText('First delivery');
  await main.click();
  for (const view of ['Open side', 'Front'] as const) {
    await expect(main).toHaveAccessibleName(`Film with the simulated camera, ${view}`);
    await coach.getByTestId(`file-${view}`).setInputFiles({
      name: `${view}.mp4`,
      mimeType: 'video/mp4',
      buffer: film(view === 'Front' ? '44-2-front.mp4' : '44-2-open-side.mp4'),
    });
  }
  await expect(main).toHaveText('To the bench');
  // The next delivery is thrown when the staff say so: with films to judge it is not the first thing to do.
  await expect(coach.getByRole('button', { name: 'Next delivery' })).toHaveClass(/quiet-action/);
});

test('a marked film goes to the delivery that it shows, and a removed one comes back with its work', async ({ coach }) => {
  await coach.goto(`${process.env.E2E_URL}/campers/4`);
  await pageAwake(coach);
  const workOn = async (bib: number, delivery: number): Promise<number> =>
    Number(
      (
        await rows<{ n: string }>(
          `select count(*) as n from marks join clips on clips.id = marks.clip_id join deliveries d on d.id = clips.delivery_id join campers on campers.id = d.camper_id
           where campers.bib = ${bib} and d.number = ${delivery} and clips.view = 'front' and clips.removed_at is null`,
        )
      )[0]!.n,
    );
  const before = await workOn(4, 1);
  expect(before).toBeGreaterThan(0);
  const first = coach.locator('section', { hasText: 'Delivery 1' });
  await first.getByRole('button', { name: 'Remove Front' }).click();
  const removed = coach.getByRole('region', { name: 'Removed films' });
  await expect(removed).toContainText('Front of delivery 1 was removed');
  await expect(first.getByTestId('clip-front')).toHaveCount(0);
  expect(await workOn(4, 1)).toBe(0);
  // A reload does not forget it.
  await coach.reload();
  await pageAwake(coach);
  await removed.getByRole('button', { name: 'Put back: Front of delivery 1' }).click();
  await expect(first.getByTestId('clip-front')).toBeVisible();
  expect(await workOn(4, 1)).toBe(before);

  await first.getByRole('button', { name: 'Move Front', exact: true }).click();
  const where = first.getByRole('form', { name: 'Where does Front belong?' });
  await where.getByLabel('Delivery').fill('2');
  await where.getByRole('button', { name: 'Move it' }).click();
  await expect(coach.getByRole('alert')).toContainText('has a film of that view already');
  expect(await workOn(4, 1)).toBe(before);
  await first.getByRole('button', { name: 'Move Front', exact: true }).click();
  await where.getByLabel('View').selectOption('Rear');
  await where.getByRole('button', { name: 'Move it' }).click();
  await expect(first.getByTestId('clip-rear')).toBeVisible();
  await first.getByRole('button', { name: 'Move Rear', exact: true }).click();
  await first.getByRole('form', { name: 'Where does Rear belong?' }).getByLabel('View').selectOption('Front');
  await first.getByRole('button', { name: 'Move it' }).click();
  await expect(first.getByTestId('clip-front')).toBeVisible();
  expect(await workOn(4, 1)).toBe(before);
});
