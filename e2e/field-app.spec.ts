import AxeBuilder from '@axe-core/playwright';
import { atWorkAs, expect, pageAwake, test } from './support/at-work.ts';
import { atField, cameraFilm, newHelper } from './support/field-phone.ts';

const url = (): string => process.env.E2E_URL!;

test('the field is installed: what a browser asks of an app is there, and it starts without a network', async ({
  page,
  context,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await atWorkAs(page, 'Petra');
  await page.goto(`${url()}/mound`);
  await pageAwake(page);
  // What Chromium itself finds wrong with it as an app: nothing.
  const devtools = await context.newCDPSession(page);
  const { errors } = await devtools.send('Page.getAppManifest');
  expect(errors).toEqual([]);
  const { installabilityErrors } = (await devtools.send('Page.getInstallabilityErrors')) as unknown as {
    installabilityErrors: Array<{ errorId: string }>;
  };
  // A window of a test stands in no browser that could install.
  expect(installabilityErrors.map((e) => e.errorId).filter((id) => id !== 'in-incognito')).toEqual([]);
  const href = await page.locator('link[rel=manifest]').getAttribute('href');
  const manifest = (await (await page.request.get(url() + href)).json()) as {
    name: string;
    start_url: string;
    scope: string;
    display: string;
    icons: Array<{ src: string; sizes: string; purpose: string }>;
    shortcuts: Array<{ url: string }>;
  };
  expect(manifest).toMatchObject({ name: 'Stride Chalk', start_url: '/mound', scope: '/', display: 'standalone' });
  for (const sizes of ['192x192', '512x512'])
    expect(manifest.icons.some((i) => i.sizes === sizes && i.purpose === 'any')).toBe(true);
  expect(manifest.icons.some((i) => i.purpose === 'maskable')).toBe(true);
  for (const { src, sizes } of manifest.icons) {
    const size = await page.evaluate(async (from) => {
      const image = await createImageBitmap(await (await fetch(from)).blob());
      return `${image.width}x${image.height}`;
    }, src);
    expect(size, src).toBe(sizes);
  }
  // Cards are kept in the background, one after the other.
  await page.evaluate(async () => {
    await navigator.serviceWorker.ready;
  });
  await expect
    .poll(() => page.evaluate(async () => Boolean((await caches.match('/campers/27/card')) && (await caches.match('/day-plan')))))
    .toBe(true);
  await context.setOffline(true);
  for (const { url: path } of [{ url: manifest.start_url }, ...manifest.shortcuts]) {
    await page.goto(url() + path);
    await pageAwake(page).catch(() => undefined);
    await expect(page.getByRole('heading', { level: 1 }), path).toBeVisible();
    expect(await page.title(), path).not.toContain('No network');
  }
  await page.goto(`${url()}/campers/27/card`);
  await expect(page.getByRole('heading', { level: 1 })).toBeVisible();
  expect(await page.title()).toContain('27');
  // What needs the server says so, and which pages do not.
  await page.goto(`${url()}/sheet`);
  await expect(page.getByRole('heading', { name: 'No network' })).toBeVisible();
  await expect(page.getByRole('link', { name: 'Mound' })).toHaveCSS('min-height', '56px');
  await page.getByRole('link', { name: 'Mound' }).click();
  await pageAwake(page);
  await context.setOffline(false);
  // Who signs out takes the names along.
  await page.goto(`${url()}/`);
  await page.request.post(`${url()}/api/sign-out`, { headers: { origin: url() } });
  await page.goto(`${url()}/sign-in`);
  await expect.poll(() => page.evaluate(async () => Boolean(await caches.match('/mound')))).toBe(false);
});

test('the simulated camera stands in for that of the device: filmed, looked at, sent, and its delivery is there; axe finds nothing', async ({
  page,
}) => {
  await page.setViewportSize({ width: 390, height: 844 });
  await page.addInitScript(() => {
    StorageManager.prototype.estimate = async () => ({ quota: 200e6, usage: 0 });
    StorageManager.prototype.persist = async () => {
      document.documentElement.dataset.persist = 'asked';
      return true;
    };
  });
  await atWorkAs(page, 'Petra');
  await page.goto(`${url()}/mound`);
  await pageAwake(page);
  // It warns while there is still room for ten and more.
  await expect(page.getByText('Room for 16 more films on this phone')).toBeVisible();
  await page.getByRole('button', { name: 'Film here' }).click();
  const tap = page.locator('[data-filming]');
  await expect(tap).toBeVisible();
  // It says what the camera really gives, and what that is good for.
  await expect(page.getByText(/Only \d+ a second/)).toBeVisible();
  for (const [width, height] of [
    [390, 844],
    [820, 1180],
    [844, 390],
  ] as const) {
    await page.setViewportSize({ width, height });
    const small = await page.evaluate(() =>
      [...document.querySelectorAll('.film-screen :is(button, select, summary)')]
        .map((e) => e.getBoundingClientRect())
        .filter((b) => b.width > 0 && (b.height < 47.5 || b.width < 47.5 || b.right > innerWidth + 0.5))
        .map((b) => `${b.width}x${b.height}`),
    );
    expect(small, `${width}x${height}`).toEqual([]);
  }
  await page.setViewportSize({ width: 390, height: 844 });
  for (const look of ['light', 'dark', 'sun'] as const) {
    await page.emulateMedia({ colorScheme: look === 'dark' ? 'dark' : 'light' });
    await page.evaluate((sun) => document.documentElement.toggleAttribute('data-sun', sun), look === 'sun');
    expect(
      (await new AxeBuilder({ page }).setLegacyMode().include('.film-screen').analyze()).violations.map((v) => v.id),
      look,
    ).toEqual([]);
  }
  const count = Number.parseInt((await page.getByTestId('filmed-count').textContent())!.trim(), 10);
  await tap.click();
  await expect(tap).toHaveAttribute('data-filming', 'true');
  await page.getByText(/Filming [1-9]\.\d s/).waitFor();
  await tap.click();
  await expect(page.getByTestId('filmed-count')).toContainText(`${count + 1} thrown`);
  const keep = page.getByRole('button', { name: 'Keep it' });
  const good = page.getByText('Good film.');
  await expect(keep.or(good).first()).toBeVisible();
  if (await keep.isVisible()) await keep.click();
  await expect(page.locator('html')).toHaveAttribute('data-persist', 'asked');
  await expect(page.getByTestId('film-safety')).toHaveText('All safe on the server.');
  await page.getByRole('button', { name: 'Close' }).click();
  await expect(page.getByRole('button', { name: 'Filmed and sent' })).toBeDisabled();
});

test('a phone in other hands sends nothing of its owner, a full one says what is not safe, and a page older than the server is told', async ({
  page,
}) => {
  await atField(page, [7], async ({ product, folder, sql, phone: newPhone }) => {
    const phone = newPhone(cameraFilm(folder));
    const film = async (): Promise<void> => {
      await phone.tap();
      await phone.page.getByText(/Filming [1-9]\.\d s/).waitFor();
      await phone.tap();
      await phone.isLookedAt();
    };
    const [hers, his] = [await newHelper(page.context(), product.url, 'Ada'), await newHelper(page.context(), product.url, 'Bo')];
    await phone.open();
    await phone.signIn(hers);
    await phone.toMound(7);
    await phone.isKept();
    await phone.openCamera('rear');
    await phone.context.setOffline(true);
    await film();
    const said = phone.page.getByTestId('film-safety');
    await expect(said).toHaveText('Safe on this device: 1 count and 1 film; sent when the network is back.');

    // She signs out, he signs in: what she has left is hers.
    await phone.context.route('**/api/{films,care}/**', (route) => route.abort());
    await phone.context.setOffline(false);
    await phone.context.request.post(`${product.url}/api/sign-out`, { headers: { origin: product.url } });
    await phone.signIn(his);
    await phone.context.unroute('**/api/{films,care}/**');
    // Her page is still open, and tries again.
    await phone.page.evaluate(() => window.dispatchEvent(new Event('online')));
    await expect(said).toHaveText('Safe on this device: 1 count and 1 film; sent when you sign in again.');
    expect(await sql('select id from throws')).toEqual([]);
    await phone.toMound(7);
    await expect(phone.page.getByText('1 film of Ada waits on this phone')).toBeVisible();
    await expect(phone.page.getByText('1 thing that somebody else has entered waits on this device')).toBeVisible();
    await expect(phone.page.getByTestId('waiting')).toHaveText('All safe on the server.');
    expect(await sql('select id from throws')).toEqual([]);

    // On any page of hers it is sent.
    await phone.signIn(hers);
    await phone.page.goto(`${product.url}/`);
    await expect.poll(async () => (await sql('select id from clips')).length).toBe(1);
    expect(await sql('select entered_by = (select id from staff where name = $$Ada$$) as hers from throws')).toEqual([
      { hers: true },
    ]);

    // No room on the phone: it says what is not safe, and sends it from the page.
    await phone.toMound(7);
    await phone.openCamera('rear');
    await phone.page.evaluate(() => {
      IDBObjectStore.prototype.put = () => {
        throw new DOMException('no room', 'QuotaExceededError');
      };
    });
    await phone.context.setOffline(true);
    await film();
    await expect(said).toHaveText('Not safe: 1 count and 1 film. Leave this page open until all is safe.');
    await phone.context.setOffline(false);
    await expect(said).toHaveText('All safe on the server.');
    expect(await sql('select view from clips')).toHaveLength(2);

    // The product is renewed while the page is open.
    await product.stop();
    process.env.STRIDE_BUILD = 'another';
    await product.again();
    delete process.env.STRIDE_BUILD;
    await phone.page.getByRole('button', { name: 'Close' }).click();
    await phone.page.getByRole('button', { name: 'Thrown', exact: true }).click();
    await expect(phone.page.getByText('The product was renewed while this page was open')).toBeVisible();
    await phone.page.getByRole('button', { name: 'Load again' }).click();
    await phone.page.locator('[data-testid=waiting][data-open=true][data-waiting="0"]').waitFor();
    await expect(phone.page.getByText('The product was renewed while this page was open')).toBeHidden();
    expect(await sql('select id from throws where taken_back_at is null')).toHaveLength(3);
  });
});

test('a film that is too dark is said so on the spot: filmed again, it is nowhere and its throw stays in the count of the arm; kept, it is sent', async ({
  page,
}) => {
  await atField(page, [7], async ({ product, folder, sql, phone: newPhone }) => {
    const phone = newPhone(cameraFilm(folder, '27-1-open-side.mp4', 'lutyuv=y=val/5'));
    const film = async (): Promise<void> => {
      await phone.tap();
      await phone.page.getByText(/Filming [1-9]\.\d s/).waitFor();
      await phone.tap();
      await expect(phone.page.getByRole('alert')).toContainText('It is too dark. Turn the camera away from the sun');
    };
    await phone.open();
    await phone.signIn(await newHelper(page.context(), product.url, 'Ada'));
    await phone.toMound(7);
    await phone.openCamera('rear');
    await film();
    // While somebody decides it lies on the phone, and is not sent.
    expect(await phone.filmsHere()).toHaveLength(1);
    await phone.page.getByRole('button', { name: 'Film again' }).click();
    await expect(phone.page.getByTestId('film-safety')).toHaveText('All safe on the server.');
    expect(await phone.filmsHere()).toEqual([]);
    await expect
      .poll(() => sql('select taken_back_at, left_out_at is not null as left from throws'))
      .toEqual([{ taken_back_at: null, left: true }]);
    expect(await sql('select id from clips')).toEqual([]);
    await film();
    await phone.page.getByRole('button', { name: 'Keep it' }).click();
    await expect(phone.page.getByTestId('film-safety')).toHaveText('All safe on the server.');
    expect(await sql('select view from clips')).toEqual([{ view: 'rear' }]);
    await expect(phone.page.getByTestId('filmed-count')).toContainText('2 thrown');
  });
});
