/**
 * Import and the home page with large camps, over the interface of the running demo: 500 rows in, then 5 camps of 200 campers, one
 * of them with deliveries and levels. It leaves these camps behind: run it on a demo that may go.
 * `npm run camps -w bench -- http://127.0.0.1:4830`
 */
import { request, type APIRequestContext } from '@playwright/test';
import { v7 } from 'uuid';
import {
  addDays,
  defaultSheet,
  indexRoster,
  matchColumns,
  matchRows,
  readRosterRow,
  readAnswer,
  resolveSheet,
  wholeRow,
  withDoubles,
  type EndpointName,
  type CamperId,
} from '@stride-chalk/core';
import { PASSWORD, STAFF } from '@stride-chalk/demo';
import { percentile, urlFromArguments } from './at-bench.ts';
import { sized } from './tiny.ts';

const url = urlFromArguments();
const say = (line: string): boolean => process.stdout.write(`${line}\n`);
const lead = await request.newContext({ baseURL: url });
await lead.post('/api/sign-in', { form: { email: STAFF[0].email, password: PASSWORD, go: '/' } });
/** Asks an endpoint of that path, and reads what it answers. */
const post = async <N extends EndpointName>(
  context: APIRequestContext,
  endpoint: N,
  data: unknown,
): Promise<ReturnType<typeof readAnswer<N>>> => {
  const path = endpoint.split(' ')[1]!;
  const answer = await context.post(path, { data });
  if (!answer.ok()) throw new Error(`${path}: ${answer.status()} ${await answer.text()}`);
  return readAnswer(endpoint, await answer.json());
};
const timed = async <T>(work: () => Promise<T> | T): Promise<{ ms: number; value: T }> => {
  const from = performance.now();
  const value = await work();
  return { ms: performance.now() - from, value };
};
const firstDay = addDays(new Date().toISOString().slice(0, 10), 60);
const FIELDS = ['Bib', 'Name', 'Birth date', 'Throws', 'Height', 'Guardian', 'Consent'];
const cells = (count: number, of: string, height = '150 cm'): string[][] =>
  Array.from({ length: count }, (_, i) => [
    String(i + 1),
    `Camper ${of} ${i}`,
    `${2012 + (i % 4)}-0${(i % 9) + 1}-1${i % 9}`,
    i % 4 ? 'R' : 'L',
    height,
    `Guardian ${i}`,
    'yes',
  ]);
const COLUMNS = matchColumns(FIELDS).map((c) => c.field!);
const rowsOf = (table: string[][]) =>
  withDoubles(table.map((row, i) => readRosterRow(i + 2, Object.fromEntries(COLUMNS.map((f, k) => [f, row[k]!])), { firstDay })));
async function newCamp(name: string): Promise<void> {
  const { id } = await post(lead, 'POST /api/camps', {
    name,
    place: 'Bench',
    firstDay,
    lastDay: addDays(firstDay, 4),
    timeZone: 'UTC',
    units: 'metric',
  });
  await lead.post('/api/camp-at-work', { form: { camp: id } });
}
const take = (table: string[][]) =>
  post(lead, 'POST /api/roster/import', {
    rows: rowsOf(table).map(({ said }) => ({ said, decision: 'match', consent: null })),
  });

say('| what | ms |\n|---|---|');
for (const count of sized([500, 5000], [5])) {
  const table = cells(count, 'm');
  const roster = rowsOf(table).map(({ said }, i) => ({ ...wholeRow(said)!, id: String(i) as CamperId }));
  const readAll = await timed(() => rowsOf(table));
  const matched = await timed(() => matchRows(readAll.value, indexRoster(roster)));
  say(
    `| ${count} rows read in the browser's code, and matched with ${count} campers | ${readAll.ms.toFixed(0)} and ${matched.ms.toFixed(0)} |`,
  );
}
await newCamp('Import');
const ROWS = sized(500, 5);
say(`| ${ROWS} rows taken in, new | ${(await timed(() => take(cells(ROWS, 'i')))).ms.toFixed(0)} |`);
say(`| the same ${ROWS}, nothing changed | ${(await timed(() => take(cells(ROWS, 'i')))).ms.toFixed(0)} |`);
say(`| the same ${ROWS}, every height changed | ${(await timed(() => take(cells(ROWS, 'i', '151 cm')))).ms.toFixed(0)} |`);

const CAMPERS = sized(200, 3);
const CAMPS = sized(['A', 'B', 'C', 'D', 'E'], ['A']);
for (const name of CAMPS) {
  await newCamp(`Large ${name}`);
  await take(cells(CAMPERS, name));
}
const { lines: gate } = readAnswer('GET /api/gate', await (await lead.get(`/api/gate?day=${firstDay}`)).json());
const asked = resolveSheet(defaultSheet, '11-12')
  .filter((c) => c.scored)
  .map((c) => c.id);
const queue = [...gate];
await Promise.all(
  Array.from({ length: 8 }, async () => {
    for (let camper = queue.pop(); camper; camper = queue.pop()) {
      const { id } = await post(lead, 'POST /api/deliveries', {
        id: v7(),
        camperId: camper.id,
        kind: 'stretch',
        thrownOn: firstDay,
      });
      for (const checkpoint of asked)
        await lead.put(`/api/entries/${v7()}`, {
          data: { kind: 'score', deliveryId: id, checkpoint, level: '3', faults: [], note: null },
        });
    }
  }),
);
for (const path of ['/', '/roster', '/check-in', '/day-plan']) {
  const times: number[] = [];
  for (let i = 0; i < sized(30, 2); i++) times.push((await timed(() => lead.get(path).then((r) => r.body()))).ms);
  say(
    `| ${path === '/' ? 'home' : path.slice(1)}, ${CAMPERS} campers with ${gate.length * asked.length} levels, ${CAMPS.length} such camps: median of ${times.length} (p95) | ${percentile(times, 0.5).toFixed(0)} (${percentile(times, 0.95).toFixed(0)}) |`,
  );
}
await lead.dispose();
