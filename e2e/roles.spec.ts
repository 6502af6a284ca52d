import { readFileSync } from 'node:fs';
import { fileURLToPath } from 'node:url';
import { request, type APIRequestContext } from '@playwright/test';
import { PASSWORD, STAFF } from '@stride-chalk/demo';
import { DUTIES, ROLES, ROUTES } from '../web/src/server/access.ts';
import { expect, test } from './support/at-work.ts';
import { cookieOf, plainly, type PlainAnswer } from './support/plain.ts';

const url = (): string => process.env.E2E_URL!;
/** Every route of the build that runs. */
const BUILT = JSON.parse(readFileSync(fileURLToPath(new URL('../web/dist/routes.json', import.meta.url)), 'utf8')) as string[];
const METHODS = ['GET', 'POST', 'PUT', 'PATCH', 'DELETE'] as const;
/** An id of nobody, for every parameter. */
const addressOf = (pattern: string): string =>
  pattern
    .replace('[bib]', '9998')
    .replace('[frame]', '0')
    .replace('[day]', '2031-01-05')
    .replace(/\[\w+\]/g, '0197f0a0-0000-7000-8000-00000000dead');

async function signedInAs(role: string): Promise<APIRequestContext> {
  const context = await request.newContext();
  const { email } = STAFF.find((s) => s.role === role)!;
  const answer = await context.post(`${url()}/api/sign-in`, { form: { email, password: PASSWORD, go: '/' }, maxRedirects: 0 });
  expect(answer.status()).toBe(303);
  expect(answer.headers().location).toBe('/');
  return context;
}

const ask = (cookie: string, method: string, pattern: string, headers: Record<string, string> = {}): Promise<PlainAnswer> =>
  plainly(url() + addressOf(pattern), method, { cookie, headers });

test('every route of the build stands in the table of roles, and the table names no other', () => {
  const named = new Set(Object.keys(ROUTES).map((r) => r.split(' ')[1]!));
  expect(
    BUILT.filter((p) => !named.has(p)),
    'routes that nobody has thought of',
  ).toEqual([]);
  expect(
    [...named].filter((p) => !BUILT.includes(p)),
    'routes that are not there',
  ).toEqual([]);
  expect(BUILT.length).toBeGreaterThan(40);
});

test('without a session every route but the open ones asks to sign in', async () => {
  const nobody = await request.newContext();
  for (const pattern of BUILT)
    for (const method of METHODS) {
      const answer = await ask('', method, pattern);
      const name = `${method} ${pattern}`;
      if (ROUTES[name] === 'anyone') expect(answer.status, name).not.toBe(401);
      else if (pattern.startsWith('/api/')) {
        expect(answer.status, name).toBe(401);
        expect(JSON.parse(answer.text), name).toMatchObject({ code: 'not-signed-in' });
      } else {
        expect(answer.status, name).toBe(302);
        expect(answer.headers.get('location'), name).toMatch(/^\/sign-in\?go=/);
      }
    }
  for (const other of ['/roster/', '/ROSTER', '//roster', '/%72oster', '/roster?x=1', '/api/roster.csv/']) {
    const answer = await nobody.get(url() + other, { maxRedirects: 0 });
    expect([301, 302, 308, 401, 404], other).toContain(answer.status());
    expect(await answer.text(), other).not.toContain('Arrowood');
  }
});

test('an address of no page says so, and one that cannot be read speaks no code', async () => {
  const helper = await signedInAs('helper');
  for (const [path, words] of [
    ['/nonsense', 'There is no such page'],
    ['/campers/abc', 'There is no such page'],
    ['/day-plan?day=soon', 'There is no such page'],
    ['/campers/9998', 'A camper with bib 9998 was not found'],
  ] as const) {
    const answer = await helper.get(url() + path);
    expect(answer.status(), path).toBe(404);
    const text = await answer.text();
    expect(text, path).toContain(words);
    expect(text, path).not.toContain('Invalid');
  }
});

for (const role of ROLES)
  test(`a ${role} may do what the table says on every route, and nothing else`, async () => {
    const cookie = await cookieOf(await signedInAs(role));
    for (const pattern of BUILT)
      for (const method of METHODS) {
        const name = `${method} ${pattern}`;
        // Signing out would end the walk.
        if (name === 'POST /api/sign-out') continue;
        const access = ROUTES[name];
        const allowed =
          access === 'anyone' ||
          access === 'staff' ||
          (access !== undefined && (DUTIES[access] as readonly string[]).includes(role));
        const answer = await ask(cookie, method, pattern);
        if (allowed) {
          // The nobody whom it is about is not found, or the empty body is refused: not the person.
          expect([401, 403, 500], `${name}: ${answer.status}`).not.toContain(answer.status);
          expect(decodeURIComponent(answer.headers.get('location') ?? ''), name).not.toContain('not for a');
        } else if (pattern.startsWith('/api/')) {
          expect(answer.status, name).toBe(403);
          expect(JSON.parse(answer.text), name).toMatchObject({ code: 'not-allowed' });
        } else expect(decodeURIComponent(answer.headers.get('location') ?? ''), name).toContain(`not for a ${role}`);
      }
  });

test('no route takes a change from a foreign origin, whoever is signed in', async () => {
  // Some thousand requests.
  const foreign: Record<string, string>[] = [
    { origin: 'https://elsewhere.example' },
    { origin: 'null' },
    { 'sec-fetch-site': 'cross-site' },
  ];
  const refused = async (cookie: string, method: string, pattern: string, headers: Record<string, string>) => {
    const answer = await ask(cookie, method, pattern, headers);
    expect(answer.status, `${method} ${pattern} ${JSON.stringify(headers)}`).toBe(403);
    expect(JSON.parse(answer.text)).toMatchObject({ code: 'foreign-origin' });
  };
  const changes = METHODS.filter((m) => m !== 'GET');
  // Each route by each method, and by each sign of a foreign origin over the methods.
  for (const cookie of [await cookieOf(await signedInAs('lead')), ''])
    for (const pattern of BUILT)
      await Promise.all(
        changes.map((method, i) => refused(cookie, method, pattern, foreign[(i + BUILT.indexOf(pattern)) % foreign.length]!)),
      );
});
