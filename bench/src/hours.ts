/**
 * A film that nobody stopped: three hours of 720p at 5.8 Mbit a second, eight gigabytes less a little, are brought in parts, looked through and cut. How long each takes, what is found, what server and tools hold in memory, and what lies on the disk.
 * The film is ten minutes of a simulated camper and an empty field, over and over; between two of them it jumps.
 * `STRIDE_TEST_POSTGRES=postgres://... npm run hours -w bench -- /tmp/hours 3`
 */
import { execFileSync, spawn } from 'node:child_process';
import { once } from 'node:events';
import { createReadStream, mkdirSync, readdirSync, readFileSync, statSync } from 'node:fs';
import { rm } from 'node:fs/promises';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { chromium } from '@playwright/test';
import { v7 } from 'uuid';
import { longFilm } from '@stride-chalk/fieldcam';
import { firstLead } from '../../e2e/support/at-work.ts';
import { BROWSER } from '../../e2e/support/browser.ts';
import { query, startProduct } from '../../e2e/support/product.ts';
import { say } from './at-work.ts';
import { sized } from './tiny.ts';

const [folder = '/tmp/stride-chalk-hours', hours = '3'] = process.argv.slice(2);
mkdirSync(folder, { recursive: true });
const { width, height, quiet, bitRate } = sized(
  { width: 1280, height: 720, quiet: 520, bitRate: 5_800_000 },
  { width: 320, height: 180, quiet: 12, bitRate: 200_000 },
);
const RATE = 30;
const SMALL = { width: 320, height: 180, rate: 10 };

/** One camper's minutes, and a field on which nobody is. */
async function oneVisit(path: string): Promise<{ readonly deliveries: number; readonly seconds: number }> {
  const film = longFilm({ seed: 5, view: 'openSide', width: SMALL.width, height: SMALL.height, deliveries: sized(4, 1) });
  const encoder = spawn(
    'ffmpeg',
    [
      ...['-v', 'error', '-y', '-f', 'rawvideo', '-pix_fmt', 'gray', '-s', `${SMALL.width}x${SMALL.height}`],
      ...['-r', String(SMALL.rate), '-i', '-', '-vf'],
      `fps=${RATE},tpad=stop_mode=clone:stop_duration=${quiet},scale=${width}:${height},noise=alls=4:allf=t`,
      ...['-c:v', 'libx264', '-preset', 'veryfast', '-pix_fmt', 'yuv420p', '-g', String(2 * RATE)],
      ...['-b:v', String(bitRate), '-minrate', String(bitRate), '-maxrate', String(bitRate), '-bufsize', String(bitRate)],
      ...['-x264-params', 'nal-hrd=cbr', path],
    ],
    { stdio: ['pipe', 'inherit', 'inherit'] },
  );
  const done = once(encoder, 'close');
  for (let t = 0; t < film.seconds; t += 1 / SMALL.rate)
    if (!encoder.stdin.write(Buffer.from(film.greyAt(t)))) await once(encoder.stdin, 'drain');
  encoder.stdin.end();
  await done;
  return { deliveries: film.deliveries.length, seconds: film.seconds + quiet };
}

const part = join(folder, 'part.mp4');
const whole = join(folder, 'whole.mp4');
const one = await oneVisit(part);
const times = sized(Math.floor((Number(hours) * 3600 - 5) / one.seconds), 3);
execFileSync('ffmpeg', ['-v', 'error', '-y', '-stream_loop', String(times - 1), '-i', part, '-c', 'copy', whole]);
const { size } = statSync(whole);
const plays = times * one.seconds;
say(`${(size / 1e9).toFixed(2)} GB, ${(plays / 3600).toFixed(2)} hours, ${times * one.deliveries} deliveries`);

const product = await startProduct({ demo: false });
const browser = await chromium.launch(BROWSER);
const page = await browser.newPage();
await firstLead(page, product.printed);
const cookie = (await page.context().cookies()).map((c) => `${c.name}=${c.value}`).join('; ');
await browser.close();
const sql = <T extends Record<string, unknown>>(text: string): Promise<T[]> => query<T>(product.databaseUrl, text);

/** Memory in megabytes of the processes whose environment or whose parents name the media folder: the server, and its tools. */
const most = { server: 0, tools: 0 };
let over = false;
const watch = (async () => {
  for (; !over; await pause(500)) {
    const status = new Map<string, { parent: string; memory: number }>();
    for (const pid of readdirSync('/proc').filter((p) => /^\d+$/.test(p)))
      try {
        const text = readFileSync(`/proc/${pid}/status`, 'utf8');
        const of = (line: string): string => new RegExp(`^${line}:\\s+(\\d+)`, 'm').exec(text)?.[1] ?? '0';
        status.set(pid, { parent: of('PPid'), memory: Number(of('VmRSS')) / 1024 });
      } catch {
        // It has ended meanwhile.
      }
    const server = [...status.keys()].find((pid) => {
      try {
        return readFileSync(`/proc/${pid}/environ`, 'utf8').includes(`STRIDE_MEDIA=${product.media}`);
      } catch {
        return false;
      }
    });
    if (!server) continue;
    most.server = Math.max(most.server, status.get(server)!.memory);
    const under = (pid: string): boolean =>
      pid === server || (status.has(pid) && status.get(pid)!.parent !== '0' && under(status.get(pid)!.parent));
    const tools = [...status].filter(([pid]) => pid !== server && under(pid)).reduce((sum, [, s]) => sum + s.memory, 0);
    most.tools = Math.max(most.tools, tools);
  }
})();
const since = (from: number): string => `${((performance.now() - from) / 1000).toFixed(1)} s`;
const head = { cookie, origin: product.url, 'tus-resumable': '1.0.0' };
const base64 = (text: string): string => Buffer.from(text).toString('base64');
const fails = async (answer: Response): Promise<void> => {
  if (!answer.ok) throw new Error(`${answer.status} ${await answer.text()}`);
};

const id = v7();
let from = performance.now();
await fails(
  await fetch(`${product.url}/api/uploads`, {
    method: 'POST',
    headers: { ...head, 'upload-length': String(size), 'upload-metadata': `id ${base64(id)}` },
  }),
);
const PIECE = 64 * 1024 * 1024;
for (let offset = 0; offset < size; offset += PIECE) {
  const chunks: Buffer[] = [];
  for await (const chunk of createReadStream(whole, { start: offset, end: Math.min(size, offset + PIECE) - 1 }))
    chunks.push(chunk as Buffer);
  await fails(
    await fetch(`${product.url}/api/uploads/${id}`, {
      method: 'PATCH',
      headers: { ...head, 'upload-offset': String(offset), 'content-type': 'application/offset+octet-stream' },
      body: new Uint8Array(Buffer.concat(chunks)),
    }),
  );
}
say(`brought in pieces of 64 MB: ${since(from)}`);
from = performance.now();
await fails(
  await fetch(`${product.url}/api/dropped-files/${id}`, {
    method: 'PUT',
    headers: { cookie, origin: product.url, 'content-type': 'application/json' },
    body: JSON.stringify({ fileName: 'whole.mp4', folder: 'tripod', bytes: size, modifiedAt: new Date().toISOString() }),
  }),
);
const until = async (what: string): Promise<void> => {
  while ((await sql(what)).length === 0) await pause(500);
};
await until(`select 1 from dropped_files where state not in ('waiting', 'looking')`);
const [file] = await sql<{ state: string; reason: string | null }>(`select state, reason from dropped_files`);
say(`a film (${file!.state}${file!.reason ? `: ${file!.reason}` : ''}): ${since(from)}`);
await until(`select 1 from films where slates_read_at is not null`);
say(`looked through: ${since(from)}, ${(plays / ((performance.now() - from) / 1000)).toFixed(1)} times as fast as it plays`);
await until(`select 1 where not exists (select 1 from clips where state in ('checking', 'copying'))`);
const [cut] = await sql<{ n: string; ready: string }>(
  `select count(*) as n, count(*) filter (where state = 'ready') as ready from clips where from_seconds is not null`,
);
say(`every clip can be worked on: ${since(from)}; ${cut!.n} clips, ${cut!.ready} of them ready`);
const bytesIn = (name: string): number =>
  readdirSync(join(product.media, name)).reduce((sum, f) => sum + statSync(join(product.media, name, f)).size, 0);
for (const name of ['originals', 'overviews', 'bench', 'work', 'uploads']) say(`${name}: ${(bytesIn(name) / 1e6).toFixed(1)} MB`);
over = true;
await watch;
say(`memory at most: server ${most.server.toFixed(0)} MB, its tools together ${most.tools.toFixed(0)} MB`);
await product.end();
await rm(folder, { recursive: true, force: true });
