/**
 * Kills the server and the database while staff enter levels, check campers in, count throws, film, and work at the bench in a browser; after each
 * kill everything that was acknowledged has to be there, once. Runs the real ./start on a state of its own, writes each round into a journal, and
 * goes on where it stopped.
 * `npm run kills -w bench -- /tmp/kills 40 10`
 */
import { appendFileSync } from 'node:fs';
import { setTimeout as pause } from 'node:timers/promises';
import { chromium } from '@playwright/test';
import { BROWSER } from '../../e2e/support/browser.ts';
import { percentile } from './at-bench.ts';
import { coach, nothingYet, say, startAtWork } from './at-work.ts';
import { readJournal } from './journal.ts';
import { sized } from './tiny.ts';

const [folder = '/tmp/stride-chalk-kills', servers = '40', databases = '10'] = process.argv.slice(2);
const journal = `${folder}/journal.jsonl`;

interface Round {
  readonly of: 'server' | 'database';
  /** From the kill until health says yes again. */
  readonly readyMs: number;
  readonly acknowledged: Readonly<Record<string, number>>;
  readonly lost: number;
  readonly doubled: number;
}
const rounds = readJournal<Round>(journal);

const { url, sql, work, missing, pid, whenEnded, end } = await startAtWork(folder);
const browser = await chromium.launch(BROWSER);
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
const APART = sized(16_000, 0);
whenEnded(() => process.exit(1));
let killedAt = 0;
for (const of of toDo) {
  await pause(Math.max(0, killedAt + APART - Date.now()));
  const acknowledged = nothingYet();
  let over = false;
  const working = work(() => over, acknowledged);
  const typing = (async () => {
    while (!over) {
      await page.keyboard.press('3');
      await pause(120);
    }
  })();
  await pause(800 + Math.random() * 1500);
  process.kill(pid(of), 'SIGKILL');
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
await end();
