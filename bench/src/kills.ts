/**
 * Kills the server and the database while staff enter levels, check campers in, count throws, film, and work at the bench in a browser; after each
 * kill everything that was acknowledged has to be there, once. Runs the real ./start on a state of its own, writes each round into a journal, and
 * goes on where it stopped.
 * `npm run kills -w bench -- /tmp/kills 40 10`
 */
import { spawn, spawnSync, type ChildProcess } from 'node:child_process';
import { createHash } from 'node:crypto';
import { appendFileSync, existsSync, mkdirSync, readFileSync } from 'node:fs';
import { createServer } from 'node:net';
import { fileURLToPath } from 'node:url';
import { setTimeout as pause } from 'node:timers/promises';
import { chromium } from '@playwright/test';
import pg from 'pg';
import { v7 } from 'uuid';
import { defaultSheet, resolveSheet } from '@stride-chalk/core';
import { PASSWORD, STAFF } from '@stride-chalk/demo';
import { percentile } from './at-bench.ts';

const [folder = '/tmp/stride-chalk-kills', servers = '40', databases = '10'] = process.argv.slice(2);
const state = `${folder}/state`;
const journal = `${folder}/journal.jsonl`;
const say = (line: string): boolean => process.stdout.write(`${line}\n`);
mkdirSync(state, { recursive: true, mode: 0o755 });

interface Round {
  readonly of: 'server' | 'database';
  /** From the kill until health says yes again. */
  readonly readyMs: number;
  readonly acknowledged: Readonly<Record<string, number>>;
  readonly lost: number;
  readonly doubled: number;
}
const rounds: Round[] = existsSync(journal)
  ? readFileSync(journal, 'utf8')
      .trim()
      .split('\n')
      .filter(Boolean)
      .map((l) => JSON.parse(l) as Round)
  : [];

const port = await new Promise<number>((resolve) => {
  const probe = createServer();
  probe.listen(0, '127.0.0.1', () => {
    const { port: free } = probe.address() as { port: number };
    probe.close(() => resolve(free));
  });
});
const url = `http://127.0.0.1:${port}`;
const product: ChildProcess = spawn(fileURLToPath(new URL('../../start', import.meta.url)), [], {
  env: { ...process.env, STRIDE_STATE: state, PORT: String(port), STRIDE_DEMO: '1' },
  stdio: ['ignore', 'pipe', 'inherit'],
});
await new Promise<void>((resolve, reject) => {
  product.stdout!.on('data', (text: Buffer) => text.toString().includes(url) && resolve());
  product.once('exit', (code) => reject(new Error(`./start ended with ${code}`)));
});

const pidIn = (file: string): number => Number(readFileSync(`${state}/${file}`, 'utf8').split('\n')[0]);
async function sql<T extends pg.QueryResultRow>(text: string, values: unknown[] = []): Promise<T[]> {
  const client = new pg.Client({
    host: '127.0.0.1',
    port: Number(readFileSync(`${state}/database.port`, 'utf8')),
    user: 'stride',
    password: readFileSync(`${state}/database.password`, 'utf8'),
    database: 'chalk',
  });
  await client.connect();
  try {
    return (await client.query<T>(text, values)).rows;
  } finally {
    await client.end();
  }
}
/** Asks until the server has answered: as a device does that keeps what it has entered. */
async function insist(path: string, init: RequestInit & { headers: Record<string, string> }): Promise<Response> {
  for (;;) {
    const answer = await fetch(url + path, { redirect: 'manual', ...init }).catch(() => null);
    if (answer && answer.status < 500) return answer;
    await pause(150);
  }
}
const headers = (cookie: string, type = 'application/json') => ({ origin: url, cookie, 'content-type': type });
const coach = STAFF.find((s) => s.role === 'coach')!;
const signedIn = await insist('/api/sign-in', {
  method: 'POST',
  headers: headers('', 'application/x-www-form-urlencoded'),
  body: new URLSearchParams({ email: coach.email, password: PASSWORD, go: '/' }).toString(),
});
const cookie = signedIn.headers
  .getSetCookie()
  .map((c) => c.split(';')[0])
  .join('; ');

const campers = await sql<{ id: string; bib: number; day: string }>(
  `select c.id, c.bib, to_char(k.first_day + 1, 'YYYY-MM-DD') as day from campers c join camps k on k.id = c.camp_id
   where k.name = 'Heron Bend Pitching Week' and k.first_day > now() - interval '30 days' and c.withdrawn_on is null
     and exists (select 1 from consents s where s.camper_id = c.id and s.film) and not exists (select 1 from sore_arms a where a.child_id = c.child_id)
     and c.bib not in (31, 27, 9) order by c.bib`,
);
const scored = await sql<{ id: string }>(
  `select d.id from deliveries d join campers c on c.id = d.camper_id join camps k on k.id = c.camp_id where k.name = 'Heron Bend Pitching Week' and k.first_day > now() - interval '30 days' and c.bib = 9`,
);
const asked = resolveSheet(defaultSheet, '9-10')
  .filter((c) => c.scored)
  .map((c) => c.id);
const film = `${folder}/film.mp4`;
if (!existsSync(film))
  spawnSync('ffmpeg', [
    '-v',
    'error',
    '-y',
    '-f',
    'lavfi',
    '-i',
    'testsrc=duration=0.5:size=320x180:rate=30',
    '-pix_fmt',
    'yuv420p',
    film,
  ]);
const filmBytes = readFileSync(film);
const filmHash = createHash('sha256').update(filmBytes).digest('hex');

/** What the server has acknowledged in a round, by kind: the ids. */
type Acknowledged = Record<'entries' | 'checkIns' | 'throws' | 'deliveries' | 'films', string[]>;
const put = async (path: string, body: unknown): Promise<number> => {
  const answer = await insist(path, { method: 'PUT', headers: headers(cookie), body: JSON.stringify(body) });
  return answer.status;
};

async function work(done: () => boolean, acknowledged: Acknowledged): Promise<void> {
  const loop = async (turn: (i: number) => Promise<void>): Promise<void> => {
    for (let i = 0; !done(); i++) await turn(i);
  };
  const one = <T>(list: readonly T[], i: number): T => list[i % list.length]!;
  const day = campers[0]!.day;
  await Promise.all([
    ...[0, 1, 2].map((k) =>
      loop(async (i) => {
        const id = v7();
        const body = {
          kind: 'score',
          deliveryId: one(scored, k).id,
          checkpoint: one(asked, i),
          level: '3',
          faults: [],
          note: null,
        };
        if ((await put(`/api/entries/${id}`, body)) === 200) acknowledged.entries.push(id);
      }),
    ),
    loop(async (i) => {
      const id = v7();
      const said = {
        heightCentimetres: null,
        sore: null,
        drillsDone: null,
        goals: null,
        mobility: null,
        throwsReported: null,
        form: 2,
      };
      const body = { camperId: one(campers, i).id, day, notedAt: new Date().toISOString(), present: true, ...said };
      if ((await put(`/api/check-ins/${id}`, body)) === 200) acknowledged.checkIns.push(id);
      await pause(20);
    }),
    loop(async (i) => {
      const id = v7();
      const body = { kind: 'throws', camperId: one(campers, i).id, day: '2020-01-01', throwKind: 'drill', count: 1 };
      if ((await put(`/api/care/${id}`, body)) === 200) acknowledged.throws.push(id);
      await pause(20);
    }),
    loop(async (i) => {
      const id = v7();
      const made = await insist('/api/deliveries', {
        method: 'POST',
        headers: headers(cookie),
        // On a day of its own: arm care counts what is thrown on one.
        body: JSON.stringify({
          id,
          camperId: one(campers, i).id,
          kind: 'stretch',
          thrownOn: `20${String(30 + (i % 60)).padStart(2, '0')}-01-${String(1 + (rounds.length % 28)).padStart(2, '0')}`,
        }),
      });
      // Sent again after an answer that was lost, it is there already.
      if (made.status === 201) acknowledged.deliveries.push(id);
      if (made.status === 201 && i % 3 === 0) {
        const named = new URLSearchParams({ deliveryId: id, view: 'front', fileName: 'film.mp4' });
        const taken = await insist(`/api/clips?${named}`, {
          method: 'POST',
          headers: headers(cookie, 'video/mp4'),
          body: filmBytes,
        });
        if (taken.status === 202) acknowledged.films.push(((await taken.json()) as { id: string }).id);
      }
      await pause(60);
    }),
  ]);
}

/** Of what was acknowledged: what is not there, and what is there twice. */
async function missing(acknowledged: Acknowledged): Promise<{ lost: number; doubled: number }> {
  const there = async (table: string, ids: readonly string[], more = ''): Promise<number> =>
    Number((await sql<{ n: string }>(`select count(*) as n from ${table} where id = any($1::uuid[]) ${more}`, [ids]))[0]!.n);
  let lost = acknowledged.entries.length - (await there('entries', acknowledged.entries));
  lost += acknowledged.checkIns.length - (await there('check_ins', acknowledged.checkIns));
  lost += acknowledged.throws.length - (await there('throws', acknowledged.throws, 'and taken_back_at is null'));
  lost += acknowledged.deliveries.length - (await there('deliveries', acknowledged.deliveries));
  lost += acknowledged.films.length - (await there('clips', acknowledged.films));
  if (acknowledged.films.length > 0) {
    const kept = `${state}/media/originals/${filmHash}`;
    if (!existsSync(kept) || createHash('sha256').update(readFileSync(kept)).digest('hex') !== filmHash) lost += 1;
  }
  const [twice] = await sql<{ n: string }>(
    `select (select count(*) from (select 1 from throws where delivery_id = any($1::uuid[]) group by delivery_id having count(*) <> 1) x)
          + (select count(*) from (select 1 from clips where delivery_id = any($1::uuid[]) group by delivery_id, view having count(*) > 1) y) as n`,
    [acknowledged.deliveries],
  );
  return { lost, doubled: Number(twice!.n) };
}

const browser = await chromium.launch({ executablePath: '/usr/bin/chromium', args: ['--no-sandbox', '--disable-dev-shm-usage'] });
const page = await browser.newPage();
await page.goto(`${url}/sign-in`);
await page.getByRole('button', { name: new RegExp(coach.name) }).click();
await page.waitForURL(`${url}/`);
await page.goto(`${url}/bench/31`);
await page.locator('[data-testid=saved][data-waiting="0"]').waitFor();
await page.keyboard.press('s');

/** Levels that the page shows as saved and the database does not have. */
async function benchDiffers(): Promise<number> {
  await page.locator('[data-testid=saved][data-waiting="0"]').waitFor({ timeout: 120_000 });
  const shown = await page.evaluate(() =>
    [...document.querySelectorAll<HTMLElement>('[data-testid^=checkpoint-]')].map((e) => [
      e.dataset.testid!.replace('checkpoint-', ''),
      e.dataset.level ?? '',
    ]),
  );
  const kept = new Map(
    (
      await sql<{ checkpoint: string; level: string }>(
        `select s.checkpoint, s.level from scores s join deliveries d on d.id = s.delivery_id join campers c on c.id = d.camper_id join camps k on k.id = c.camp_id
         join staff t on t.id = s.coach_id where c.bib = 31 and d.number = 1 and t.address = $1 and k.first_day > now() - interval '30 days'`,
        [coach.email],
      )
    ).map((r) => [r.checkpoint, r.level]),
  );
  return shown.filter(([checkpoint, level]) => level !== '' && kept.get(checkpoint!) !== level).length;
}

const toDo = [
  ...Array.from({ length: Number(servers) - rounds.filter((r) => r.of === 'server').length }, () => 'server' as const),
  ...Array.from({ length: Number(databases) - rounds.filter((r) => r.of === 'database').length }, () => 'database' as const),
];
/** ./start lets a server rest that dies five times within a minute: kills lie further apart than that, in milliseconds. */
const APART = 16_000;
product.once('exit', (code) => {
  if (code !== 143 && code !== 0) process.exit(1);
});
let killedAt = 0;
for (const of of toDo) {
  await pause(Math.max(0, killedAt + APART - Date.now()));
  const acknowledged: Acknowledged = { entries: [], checkIns: [], throws: [], deliveries: [], films: [] };
  let over = false;
  const working = work(() => over, acknowledged);
  const typing = (async () => {
    while (!over) {
      await page.keyboard.press('3');
      await pause(120);
    }
  })();
  await pause(800 + Math.random() * 1500);
  process.kill(pidIn(of === 'server' ? 'server.pid' : 'database/postmaster.pid'), 'SIGKILL');
  killedAt = Date.now();
  const from = performance.now();
  // First it is gone, then it is there.
  await pause(50);
  while ((await fetch(`${url}/api/health`).catch(() => null))?.status !== 200) await pause(25);
  const readyMs = performance.now() - from;
  await pause(800);
  over = true;
  await Promise.all([working, typing]);
  const { lost, doubled } = await missing(acknowledged);
  const round: Round = {
    of,
    readyMs: Math.round(readyMs),
    acknowledged: Object.fromEntries(Object.entries(acknowledged).map(([k, ids]) => [k, ids.length])),
    lost: lost + (await benchDiffers()),
    doubled,
  };
  rounds.push(round);
  appendFileSync(journal, `${JSON.stringify(round)}\n`);
}
say(
  '| killed | times | ready again, ms: median, 90 %, most | acknowledged: levels, check-ins, throws, deliveries, films | lost | doubled |',
);
say('|---|---|---|---|---|---|');
for (const of of ['server', 'database'] as const) {
  const own = rounds.filter((r) => r.of === of);
  if (own.length === 0) continue;
  const ready = own.map((r) => r.readyMs);
  const sum = (k: string): number => own.reduce((s, r) => s + (r.acknowledged[k] ?? 0), 0);
  say(
    `| ${of} | ${own.length} | ${percentile(ready, 0.5)}, ${percentile(ready, 0.9)}, ${Math.max(...ready)} | ${['entries', 'checkIns', 'throws', 'deliveries', 'films'].map(sum).join(', ')} | ${own.reduce((s, r) => s + r.lost, 0)} | ${own.reduce((s, r) => s + r.doubled, 0)} |`,
  );
}
await browser.close();
product.kill('SIGTERM');
await new Promise((resolve) => product.once('exit', resolve));
