import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { cookieOf, plainly } from './support/plain.ts';
import { atWorkAs, expect, filmsShown, rows, test } from './support/at-work.ts';

const url = (): string => process.env.E2E_URL!;
const BUILT = JSON.parse(readFileSync(fileURLToPath(new URL('../web/dist/routes.json', import.meta.url)), 'utf8')) as string[];
const addressOf = (pattern: string): string =>
  pattern
    .replace('[bib]', '27')
    .replace('[frame]', '0')
    .replace('[day]', '2031-01-05')
    .replace(/\[\w+\]/g, '0197f0a0-0000-7000-8000-00000000dead');

/** What every answer carries, whatever it is. */
const STANDING: Readonly<Record<string, RegExp>> = {
  'content-security-policy': /default-src '(none|self)'.*frame-ancestors 'none'/,
  'cross-origin-opener-policy': /^same-origin$/,
  'cross-origin-resource-policy': /^same-origin$/,
  'permissions-policy': /camera=\(self\), microphone=\(\)/,
  'referrer-policy': /^same-origin$/,
  'x-content-type-options': /^nosniff$/,
  'x-frame-options': /^DENY$/,
};

/** What is wrong with the headers of an answer. The runner takes milliseconds for each expectation: of thousands of answers it is asked once. */
function wrongIn(headers: Readonly<Record<string, string>>, what: string): string[] {
  const policy = headers['content-security-policy'] ?? '';
  return [
    ...Object.entries(STANDING)
      .filter(([name, form]) => !form.test(headers[name] ?? ''))
      .map(([name]) => `${what}: ${name}: ${headers[name]}`),
    ...(policy.includes('unsafe') || /script-src [^;]*\*|https?:/.test(policy) ? [`${what}: ${policy}`] : []),
  ];
}

test('every route of the build, files and errors carry their headers, signed in or not; nothing is kept by a browser', async ({
  page,
  request,
}) => {
  await atWorkAs(page, 'Marit');
  const wrong: string[] = [];
  let asked = 0;
  for (const [who, cookie, methods] of [
    ['nobody', '', ['GET', 'POST', 'PUT', 'PATCH', 'DELETE']],
    ['the lead', await cookieOf(page.request), ['GET', 'POST']],
  ] as const)
    for (const pattern of BUILT)
      await Promise.all(
        methods.map(async (method) => {
          if (method === 'POST' && pattern === '/api/sign-out') return;
          const what = `${who}: ${method} ${pattern}`;
          const answer = await plainly(url() + addressOf(pattern), method, { cookie });
          wrong.push(...wrongIn(Object.fromEntries(answer.headers), what));
          const kept = answer.headers.get('cache-control') ?? '';
          if (answer.status < 300 && !/no-store|private, no-cache/.test(kept)) wrong.push(`${what}: kept: ${kept}`);
          asked += 1;
        }),
      );
  expect(asked).toBeGreaterThan(7 * 100);
  expect(wrong).toEqual([]);
  const script = /\/_astro\/[\w.-]+\.js/.exec(await (await page.request.get(`${url()}/`)).text())![0];
  for (const path of [
    '/sun.js',
    '/early-digits.js',
    '/chalk.svg',
    '/field-worker.js',
    script,
    '/nothing-here',
    '/_astro/nothing.js',
    '/api/nothing',
    '/%00',
    '/%ff',
  ]) {
    const answer = await request.get(url() + path, { maxRedirects: 0 });
    expect(wrongIn(answer.headers(), path)).toEqual([]);
    expect(answer.status(), path).toBeLessThan(500);
  }
  // Films are looked at again each time; a sign-out empties what the browser kept of pages.
  const [clip] = await rows<{ id: string }>(
    `select k.id from clips k join deliveries d on d.id = k.delivery_id join campers_here c on c.id = d.camper_id where c.bib = 27 and k.state = 'ready' limit 1`,
  );
  const film = await page.request.get(`${url()}/api/clips/${clip!.id}/film`);
  expect(film.headers()['cache-control']).toBe('private, no-cache');
  const out = await page.request.post(`${url()}/api/sign-out`, { maxRedirects: 0 });
  expect(out.headers()['clear-site-data']).toContain('"cache"');
});

test('no page runs into its own content security policy, and what it forbids does not run', async ({ page }) => {
  const broken: string[] = [];
  page.on('console', (m) => {
    if (m.type() === 'error' && /Content Security Policy|Refused to/i.test(m.text())) broken.push(`${page.url()}: ${m.text()}`);
  });
  await atWorkAs(page, 'Marit');
  for (const path of [
    '/',
    '/roster',
    '/roster/import',
    '/campers/9',
    '/campers/27/card',
    '/day-plan',
    '/day-plan/print',
    '/staff',
    '/settings',
    '/outbox',
    '/check-in',
    '/differences',
    '/handouts/27',
    '/handouts/27/print',
    '/bench/27',
    '/compare/27',
  ]) {
    await page.goto(url() + path);
    if (path === '/bench/27') await filmsShown(page);
    await expect(page.locator('body')).not.toBeEmpty();
  }
  expect(broken).toEqual([]);
  // A script that gets into the page all the same does not run.
  await page.evaluate(() => {
    const script = document.createElement('script');
    script.textContent = 'window.ran = true';
    document.body.append(script);
    document.body.insertAdjacentHTML('beforeend', '<img src="/none" onerror="window.ran = true">');
  });
  await expect.poll(() => broken.length).toBeGreaterThan(0);
  expect(await page.evaluate(() => (window as { ran?: boolean }).ran)).toBeUndefined();
});

test('what is no text, too long, or leads elsewhere is refused by name, and never fails', async ({ page }) => {
  await atWorkAs(page, 'Marit');
  const json = { 'content-type': 'application/json' };
  const send = async (path: string, data: Buffer | string, headers: Record<string, string> = json) =>
    page.request.post(url() + path, { data, headers, maxRedirects: 0 });
  const camper = (name: string): string => JSON.stringify({ name, email: 'a@b.example', role: 'coach' });
  expect(await (await send('/api/staff', camper('a\u0000b'))).json()).toMatchObject({ status: 400, code: 'nul' });
  const bad = Buffer.concat([Buffer.from('{"name":"'), Buffer.from([0xff, 0xfe]), Buffer.from('"}')]);
  expect(await (await send('/api/staff', bad)).json()).toMatchObject({ status: 400, code: 'not-utf-8' });
  expect(await (await send('/api/staff', Buffer.from('[[['))).json()).toMatchObject({ status: 400, code: 'not-json' });
  expect(await (await send('/api/staff', camper('x'.repeat(81)))).json()).toMatchObject({ status: 400, code: 'not-as-expected' });
  expect(await (await send('/api/staff', Buffer.alloc(1_048_577, '['))).json()).toMatchObject({ status: 413, code: 'too-large' });
  // Also without a session, as form data.
  const form = { 'content-type': 'application/x-www-form-urlencoded' };
  expect((await send('/api/sign-in', Buffer.alloc(1_048_577, 'a'), form)).status()).toBe(413);
  expect((await send('/api/sign-in', 'email=a%00&password=b', form)).status()).toBe(400);
  expect((await send('/api/sign-in', 'x', { 'content-type': 'multipart/form-data; boundary=x' })).status()).toBe(400);
  for (const path of ['/campers/%00', '/campers/27/card?x=%00', '/bench/%00', '/api/pictures/%00']) {
    const answer = await page.request.get(url() + path, { maxRedirects: 0 });
    expect([302, 400, 404], path).toContain(answer.status());
  }
});

test('part of a film is asked for and sent; what lies beyond its end is not', async ({ page }) => {
  await atWorkAs(page, 'Dario');
  const [clip] = await rows<{ id: string }>(
    `select k.id from clips k join deliveries d on d.id = k.delivery_id join campers_here c on c.id = d.camper_id where c.bib = 27 and k.state = 'ready' limit 1`,
  );
  const ask = (range?: string) => page.request.get(`${url()}/api/clips/${clip!.id}/film`, range ? { headers: { range } } : {});
  const whole = await (await ask()).body();
  const part = await ask('bytes=100-199');
  expect([part.status(), part.headers()['content-range']]).toEqual([206, `bytes 100-199/${whole.length}`]);
  expect((await part.body()).equals(whole.subarray(100, 200))).toBe(true);
  const end = await ask('bytes=-50');
  expect((await end.body()).equals(whole.subarray(-50))).toBe(true);
  expect((await ask(`bytes=${whole.length}-`)).status()).toBe(416);
  const several = await ask('bytes=0-1,5-6');
  expect([several.status(), (await several.body()).length]).toEqual([200, whole.length]);
});

test('after signing in the way leads to a page of this site, however it is spelled', async ({ request }) => {
  for (const go of [
    '//elsewhere.example/',
    '/\\elsewhere.example',
    '/\t/elsewhere.example',
    '/\n/elsewhere.example',
    'https://elsewhere.example/',
    'javascript:alert(1)',
    '\\\\elsewhere.example',
    '/..//elsewhere.example',
  ]) {
    const answer = await request.post(`${url()}/api/sign-in`, {
      form: { email: 'dario@heronbend.example', password: 'river field at noon', go },
      maxRedirects: 0,
    });
    const location = answer.headers().location!;
    expect(new URL(location, url()).host, JSON.stringify(go)).toBe(new URL(url()).host);
    expect(location, JSON.stringify(go)).toMatch(/^\/(?![/\\])/);
  }
  const kept = await request.post(`${url()}/api/sign-in`, {
    form: { email: 'dario@heronbend.example', password: 'river field at noon', go: '/bench/27?x=1' },
    maxRedirects: 0,
  });
  expect(kept.headers().location).toBe('/bench/27?x=1');
});
