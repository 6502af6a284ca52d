/**
 * Hours of the usual work: what the server holds must not grow. Every minute its memory, its open files and the connections to the database are
 * written down; at the end a line through them says how fast each grows. The memory of the process goes up and down with its garbage, so what is alive
 * is asked for too: of the server's inspector on loopback, after its garbage is collected.
 * `npm run soak -w bench -- /tmp/soak 60`
 */
import { appendFileSync, readdirSync, readFileSync } from 'node:fs';
import { setTimeout as pause } from 'node:timers/promises';
import { chromium } from '@playwright/test';
import { BROWSER } from '../../e2e/support/browser.ts';
import { nothingYet, say, startAtWork } from './at-work.ts';
import { sized } from './tiny.ts';

const [folder = '/tmp/stride-chalk-soak', minutes = '60'] = process.argv.slice(2);
const { url, cookie, sql, work, missing, pid, whenEnded, end } = await startAtWork(folder);
whenEnded(() => process.exit(1));

interface Held {
  readonly minute: number;
  readonly memory: number;
  /** What is alive of it: the heap after its garbage is collected, and what is kept outside of it, in megabytes. */
  readonly alive: number;
  readonly files: number;
  readonly connections: number;
  /** Memory of all processes of PostgreSQL that is not shared, in megabytes. */
  readonly database: number;
  readonly done: number;
}
/** A line of the status of a process, as a number; 0 of one that has ended meanwhile. */
function statusOf(pid: number | string, line: string): number {
  try {
    return Number(new RegExp(`^${line}:\\s+(\\d+)`, 'm').exec(readFileSync(`/proc/${pid}/status`, 'utf8'))?.[1] ?? 0);
  } catch {
    return 0;
  }
}
const megabytes = (pid: number | string, line: string): number => statusOf(pid, line) / 1024;
const childrenOf = (parent: number): string[] =>
  readdirSync('/proc').filter((p) => /^\d+$/.test(p) && statusOf(p, 'PPid') === parent);

// The films of the demo are being prepared.
const readyClip = (): Promise<Array<{ id: string }>> => sql(`select id from clips where state = 'ready' limit 1`);
let [clip] = await readyClip();
for (; !clip; [clip] = await readyClip()) await pause(500);
const film = `/api/clips/${clip.id}/film`;

const acknowledged = nothingYet();
let over = false;
let read = 0;
/** Pages and films are looked at all the while. */
async function look(): Promise<void> {
  for (let i = 0; !over; i++) {
    const path = ['/', '/bench/31', '/roster', '/check-in', film, '/campers/31', '/api/health'][i % 7]!;
    const answer = await fetch(url + path, { headers: { cookie, range: 'bytes=0-200000' }, redirect: 'manual' }).catch(
      () => null,
    );
    // Now and then somebody goes away in the middle.
    if (i % 5 === 0) await answer?.body?.cancel();
    else await answer?.arrayBuffer();
    read++;
    await pause(250);
  }
}
const busy = [work(() => over, acknowledged, 60), look(), look()];
const held: Held[] = [];
const server = pid('server');
process.kill(server, 'SIGUSR1');
const inspector = async (): Promise<string> => {
  for (;;) {
    const found = await fetch('http://127.0.0.1:9229/json/list').then(
      (a) => a.json() as Promise<Array<{ webSocketDebuggerUrl: string }>>,
      () => [],
    );
    if (found[0]) return found[0].webSocketDebuggerUrl;
    await pause(100);
  }
};
const browser = await chromium.launch(BROWSER);
const page = await browser.newPage();
/** Collects the garbage of the server and answers what is left, in bytes. */
const alive = async (): Promise<number> =>
  page.evaluate(
    (url) =>
      new Promise<number>((resolve, reject) => {
        const socket = new WebSocket(url);
        socket.onerror = () => reject(new Error('the inspector does not answer'));
        socket.onopen = () => socket.send(JSON.stringify({ id: 1, method: 'HeapProfiler.collectGarbage' }));
        socket.onmessage = (message) => {
          const said = JSON.parse(message.data as string) as { id?: number; result?: { result?: { value: number } } };
          if (said.id === 1)
            socket.send(
              JSON.stringify({
                id: 2,
                method: 'Runtime.evaluate',
                params: { expression: '(({ heapUsed, external }) => heapUsed + external)(process.memoryUsage())' },
              }),
            );
          if (said.id !== 2) return;
          socket.close();
          resolve(said.result!.result!.value);
        };
      }),
    await inspector(),
  );
for (let minute = 1; minute <= Number(minutes); minute++) {
  await pause(sized(60_000, 500));
  const [counted] = await sql<{ n: string }>(`select count(*) as n from pg_stat_activity where datname = current_database()`);
  const now: Held = {
    minute,
    memory: megabytes(server, 'VmRSS'),
    alive: (await alive()) / 1024 / 1024,
    files: readdirSync(`/proc/${server}/fd`).length,
    connections: Number(counted!.n) - 1,
    database: childrenOf(pid('database')).reduce((sum, p) => sum + megabytes(p, 'RssAnon'), 0),
    done: Object.values(acknowledged).reduce((sum, ids) => sum + ids.length, 0) + read,
  };
  held.push(now);
  appendFileSync(`${folder}/soak.jsonl`, `${JSON.stringify(now)}\n`);
}
over = true;
await Promise.all(busy);
const { lost, doubled } = await missing(acknowledged);

say(
  '| minute | memory, MB | of it alive, MB | open files | connections | own memory of the database, MB | answered so far |\n|---|---|---|---|---|---|---|',
);
for (const h of held.filter((_, i) => i % Math.max(1, Math.floor(held.length / 6)) === 0 || i === held.length - 1))
  say(
    `| ${h.minute} | ${h.memory.toFixed(0)} | ${h.alive.toFixed(1)} | ${h.files} | ${h.connections} | ${h.database.toFixed(0)} | ${h.done} |`,
  );
/** Growth an hour: the slope of least squares after the first quarter, in which caches fill. */
function growth(of: (h: Held) => number): number {
  const late = held.slice(Math.floor(held.length / 4));
  const mean = (f: (h: Held) => number): number => late.reduce((s, h) => s + f(h), 0) / late.length;
  const [x, y] = [mean((h) => h.minute), mean(of)];
  const spread = late.reduce((s, h) => s + (h.minute - x) ** 2, 0);
  return (60 * late.reduce((s, h) => s + (h.minute - x) * (of(h) - y), 0)) / spread;
}
say(
  `An hour adds ${growth((h) => h.memory).toFixed(1)} MB (of it alive ${growth((h) => h.alive).toFixed(1)} MB), ${growth((h) => h.files).toFixed(1)} files, ${growth((h) => h.connections).toFixed(1)} connections, ${growth((h) => h.database).toFixed(1)} MB in the database; lost ${lost}, doubled ${doubled}.`,
);
await browser.close();
await end();
