/**
 * Entries of many staff at once, beside what PostgreSQL alone does on the same machine in the same run: the same rows by as many connections.
 * `STRIDE_TEST_POSTGRES=postgres://... npm run load -w bench`
 */
import { Agent, request } from 'node:http';
import pg from 'pg';
import { v7 } from 'uuid';
import { defaultSheet, resolveSheet, readAnswer } from '@stride-chalk/core';
import { query, startProduct } from '../../e2e/support/product.ts';
import { percentile } from './at-bench.ts';
import { sized } from './tiny.ts';

const SECONDS = sized(10, 0.3);
const say = (line: string): boolean => process.stdout.write(`${line}\n`);
const product = await startProduct({ demo: false });
const sql = <T extends pg.QueryResultRow>(text: string, values: unknown[] = []) => query<T>(product.databaseUrl, text, values);

/** Runs `hands` loops for some seconds; answers how many turns a second, and the times of single turns. */
async function atOnce(
  hands: number,
  turn: (hand: number, i: number) => Promise<void>,
): Promise<{ rate: number; times: number[] }> {
  const times: number[] = [];
  const end = performance.now() + SECONDS * 1000;
  await Promise.all(
    Array.from({ length: hands }, async (_, hand) => {
      for (let i = 0; performance.now() < end; i++) {
        const from = performance.now();
        await turn(hand, i);
        times.push(performance.now() - from);
      }
    }),
  );
  return { rate: times.length / SECONDS, times };
}

const origin = { origin: product.url };
const form = (path: string, fields: Record<string, string>, cookie = '') =>
  fetch(product.url + path, {
    method: 'POST',
    redirect: 'manual',
    headers: { ...origin, cookie, 'content-type': 'application/x-www-form-urlencoded' },
    body: new URLSearchParams(fields),
  });
const cookieOf = (answer: Response): string =>
  answer.headers
    .getSetCookie()
    .map((c) => c.split(';')[0])
    .join('; ');
const tokenOf = (link: string): string => link.split('/').at(-1)!;
const password = 'four fields of chalk';
const lead = cookieOf(
  await form('/api/join', { token: tokenOf(product.printed), name: 'Lead', email: 'lead@bench.example', password }),
);
const most = sized(100, 4);
const [camp] = await sql<{ id: string; sheet: string }>('select id, sheet_id as sheet from camps');
const deliveries = Array.from({ length: most }, () => v7());
for (const [i, delivery] of deliveries.entries()) {
  const camper = v7();
  await sql('insert into children (id) values ($1)', [camper]);
  await sql(
    `insert into campers (id, child_id, camp_id, bib, name, born, hand, height_centimetres, guardian) select $1, $1, id, $2, 'C', first_day - 5800, 'R', 170, 'G' from camps`,
    [camper, i + 1],
  );
  await sql(`insert into deliveries (id, camper_id, number, kind, thrown_on) values ($1, $2, 1, 'stretch', '2026-07-13')`, [
    delivery,
    camper,
  ]);
}
const cookies: string[] = [];
for (let i = 0; i < most; i++) {
  const invited = await fetch(`${product.url}/api/staff`, {
    method: 'POST',
    headers: { ...origin, cookie: lead, 'content-type': 'application/json' },
    body: JSON.stringify({ name: `Coach ${i}`, email: `coach${i}@bench.example`, role: 'coach' }),
  });
  const { link } = readAnswer('POST /api/staff', await invited.json());
  cookies.push(cookieOf(await form('/api/join', { token: tokenOf(link), password })));
}
const asked = resolveSheet(defaultSheet, '15-16')
  .filter((c) => c.scored)
  .map((c) => c.id);

// Connections that stay open, as a browser's do; what sends them takes as little of the two cores as it can.
const staying = new Agent({ keepAlive: true, maxSockets: most });
const enter = (hand: number, i: number): Promise<void> =>
  new Promise((resolve, reject) => {
    const sent = request(`${product.url}/api/entries/${v7()}`, {
      agent: staying,
      method: 'PUT',
      headers: { ...origin, cookie: cookies[hand]!, 'content-type': 'application/json' },
    });
    sent.once('error', reject);
    sent.once('response', (answer) => {
      answer.resume();
      answer.once('end', () => (answer.statusCode === 200 ? resolve() : reject(new Error(`${answer.statusCode}`))));
    });
    sent.end(
      JSON.stringify({
        kind: 'score',
        deliveryId: deliveries[hand],
        checkpoint: asked[i % asked.length],
        level: '3',
        faults: [],
        note: null,
      }),
    );
  });

/** The same rows, with nothing between them and PostgreSQL. */
async function alone(hands: number): Promise<{ rate: number; times: number[] }> {
  const clients = await Promise.all(
    Array.from({ length: hands }, async () => {
      const client = new pg.Client({ connectionString: product.databaseUrl });
      await client.connect();
      return client;
    }),
  );
  const [coach] = await sql<{ id: string }>(`select id from staff where name = 'Coach 0'`);
  const done = await atOnce(hands, async (hand, i) => {
    const client = clients[hand]!;
    const [id, checkpoint] = [v7(), asked[i % asked.length]];
    const target = `bench ${hand} ${checkpoint}`;
    await client.query('begin');
    await client.query('select pg_advisory_xact_lock(hashtextextended($1, 0))', [target]);
    await client.query('insert into entries (id, target, body, entered_by) values ($1, $2, $3, $4)', [
      id,
      target,
      '{}',
      coach!.id,
    ]);
    await client.query(
      `insert into scores (delivery_id, checkpoint, coach_id, sheet_id, level, entry_id, entered_by) values ($1, $2, $3, $4, '3', $5, $3)
       on conflict (delivery_id, checkpoint, coach_id) do update set level = '3', entry_id = $5`,
      [deliveries[hand], checkpoint, coach!.id, camp!.sheet, id],
    );
    await client.query('commit');
  });
  await Promise.all(clients.map((c) => c.end()));
  return done;
}

say('| staff at once | entries a second (p50, p95 ms) | PostgreSQL alone (p50, p95 ms) | share |\n|---|---|---|---|');
await atOnce(sized(30, 2), enter);
for (const hands of sized([30, 60], [2])) {
  const figures = ({ rate, times }: { rate: number; times: number[] }): string =>
    `${rate.toFixed(0)} (${percentile(times, 0.5).toFixed(0)}, ${percentile(times, 0.95).toFixed(0)})`;
  const [ours, bare] = [await atOnce(hands, enter), await alone(hands)];
  say(`| ${hands} | ${figures(ours)} | ${figures(bare)} | ${((100 * ours.rate) / bare.rate).toFixed(0)} % |`);
}
// A hundred staff: PostgreSQL alone has 80 connections, so they are compared with 60.
const hundred = await atOnce(most, enter);
say(
  `| ${most} | ${hundred.rate.toFixed(0)} (${percentile(hundred.times, 0.5).toFixed(0)}, ${percentile(hundred.times, 0.95).toFixed(0)}) | | |`,
);
await product.end();
