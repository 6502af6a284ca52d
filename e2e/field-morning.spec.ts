import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import { join } from 'node:path';
import { expect, test } from '@playwright/test';
import { pageAwake } from './support/at-work.ts';
import { atField, cameraFilm, newHelper, type FieldPhone } from './support/field-phone.ts';

const BIB = 7;
const ALL_SAFE = 'All safe on the server.';

test('a morning: two phones film one mound, a third checks in; the network goes, the server is killed, a phone is switched off: every delivery is there once, from both sides', async ({
  page,
}) => {
  await atField(page, [BIB, 8], async ({ product, folder, sql, phone }) => {
    const [side, front] = ['27-1-open-side.mp4', '27-1-front.mp4'].map((clip) => phone(cameraFilm(folder, clip))) as [
      FieldPhone,
      FieldPhone,
    ];
    const phones = [side, front];
    const both = (turn: (phone: FieldPhone) => Promise<unknown>): Promise<unknown> => Promise.all(phones.map(turn));
    /** A delivery that both film. */
    const delivery = async (): Promise<void> => {
      // Both are ready before either is tapped: taps more than eight seconds apart are two throws.
      await both((p) => p.canTap());
      await both((p) => p.tapNow());
      await both((p) => p.runs());
      await both((p) => p.canTap());
      await both((p) => p.tapNow());
      await both((p) => p.isLookedAt());
    };
    await page.goto(`${product.url}/check-in`);
    await pageAwake(page);
    const accounts: Array<{ email: string; password: string }> = [];
    for (const [phone, name] of [
      [side, 'Sida'],
      [front, 'Fronto'],
    ] as const) {
      const account = await newHelper(page.context(), product.url, name);
      await phone.open();
      accounts.push(account);
      await phone.signIn(account);
      await phone.toMound(BIB);
      await phone.isKept();
    }
    // Whoever comes second is told who is there.
    await expect(front.page.getByText('Another phone is at this mound: Sida counts here')).toBeVisible();
    await side.openCamera('openSide');
    await front.openCamera('front');
    await delivery();
    for (const phone of phones) await expect(phone.page.getByTestId('film-safety')).toHaveText(ALL_SAFE);

    // The network goes: they go on, and say where what they made lies.
    await both((p) => p.context.setOffline(true));
    await page.context().setOffline(true);
    await delivery();
    for (const phone of phones) {
      await expect(phone.page.getByTestId('film-safety')).toHaveText(
        'Safe on this device: 1 count and 1 film; sent when the network is back.',
      );
      await expect(phone.page.getByTestId('filmed-count')).toContainText('2 thrown');
    }
    await page.getByRole('button', { name: '8', exact: true }).click();
    await page.locator('button.main-action').click();
    await page.getByRole('button', { name: /^Here/ }).click();
    await page.getByRole('button', { name: 'Nothing thrown' }).click();
    await expect(page.getByTestId('waiting')).toContainText('Safe on this device: 1 check-in');

    // One phone's battery is empty. It is switched on again, without a network, and films on.
    const waited = await front.filmsHere();
    expect(waited).toHaveLength(1);
    await front.kill();
    await front.open(true);
    // A session that was not on its disk yet is gone too.
    await front.context.clearCookies();
    await front.toMound(BIB);
    await expect(front.page.getByTestId('waiting')).toHaveText(
      'Safe on this device: 1 count and 1 film; sent when the network is back.',
    );
    expect(await front.filmsHere()).toEqual(waited);
    // From where it films was chosen before.
    await front.page.getByRole('button', { name: 'Film here' }).click();
    await expect(front.page.getByLabel('This phone films from')).toHaveValue('front');
    await front.page.getByRole('button', { name: 'Close' }).click();
    await front.openCamera('front');
    await delivery();
    const here = (await Promise.all(phones.map((p) => p.filmsHere()))).flat();
    expect(here).toHaveLength(4);

    // The network is back, and the server dies as the first of it arrives.
    await both((p) => p.context.setOffline(false));
    await page.context().setOffline(false);
    await expect.poll(async () => (await sql('select id from mound_taps')).length).toBeGreaterThan(2);
    await product.kill();
    await product.again();
    await expect(front.page.getByTestId('film-safety')).toHaveText(
      'Safe on this device: 2 counts and 2 films; sent when you sign in again.',
    );
    await front.signIn(accounts[1]!);
    for (const phone of phones) await expect(phone.page.getByTestId('film-safety')).toHaveText(ALL_SAFE);
    await expect(page.getByTestId('waiting')).toHaveText(ALL_SAFE);

    // Three were thrown, each phone told each of them once, and every film lies there as the phone had it.
    expect(
      await sql(
        'select bib, count(*)::int as n from throws t join campers c on c.child_id = t.child_id where taken_back_at is null group by bib',
      ),
    ).toEqual([{ bib: BIB, n: 3 }]);
    expect(
      await sql(
        'select count(*)::int as n, count(distinct throw_id)::int as throws, count(distinct device)::int as devices from mound_taps',
      ),
    ).toEqual([{ n: 6, throws: 3, devices: 2 }]);
    const films = await sql<{ number: number; bib: number; views: string; sums: string[] }>(
      `select d.number, c.bib, string_agg(k.view, ' ' order by k.view) as views, array_agg(f.sha256) as sums
       from deliveries d join campers c on c.id = d.camper_id join clips k on k.delivery_id = d.id join films f on f.id = k.film_id group by 1, 2 order by 1`,
    );
    expect(films.map((f) => [f.number, f.bib, f.views])).toEqual([1, 2, 3].map((n) => [n, BIB, 'front openSide']));
    const sums = films.flatMap((f) => f.sums);
    expect(sums).toEqual(expect.arrayContaining(here));
    for (const sum of sums)
      expect(
        createHash('sha256')
          .update(readFileSync(join(product.media, 'originals', sum)))
          .digest('hex'),
      ).toBe(sum);
    expect(await both((p) => p.filmsHere())).toEqual([[], []]);
    expect(await sql('select c.bib, i.present from check_ins i join campers c on c.id = i.camper_id')).toEqual([
      { bib: 8, present: true },
    ]);
  });
});
