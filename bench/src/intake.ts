/**
 * What comes in folders: a clip of 3 s in 1080p at 240 a second, from the moment at which its bytes are there until it can be worked on, against ffmpeg making the same copy alone; and how long the page is
 * held up at most while 60 films go in.
 * `STRIDE_TEST_POSTGRES=postgres://... npm run intake -w bench`
 */
import { execFileSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { setTimeout as pause } from 'node:timers/promises';
import { fileURLToPath } from 'node:url';
import { chromium, expect } from '@playwright/test';
import { BROWSER } from '../../e2e/support/browser.ts';
import { v7 } from 'uuid';
import { firstLead } from '../../e2e/support/at-work.ts';
import { query, startProduct } from '../../e2e/support/product.ts';
import { copyOutput } from '../../web/src/server/intake/bench-copy.ts';
import { percentile } from './at-bench.ts';
import { say } from './at-work.ts';
import { sized } from './tiny.ts';

const ROUNDS = sized(5, 1);
const FILMS = sized(60, 4);
const { width, height, frames } = sized({ width: 1920, height: 1080, frames: 720 }, { width: 640, height: 360, frames: 48 });
const folder = mkdtempSync(join(tmpdir(), 'stride-chalk-intake-bench-'));
const clips = fileURLToPath(new URL('../../demo/clips/', import.meta.url));
const source = readdirSync(clips).find((name) => name.endsWith('open-side.mp4'))!;
const ffmpeg = (...args: string[]): Buffer => execFileSync('ffmpeg', ['-v', 'error', '-y', ...args]);
const grown = `scale=${width}:${height}:force_original_aspect_ratio=increase,crop=${width}:${height}`;
// A delivery of the demo, larger and faster, with the noise of a sensor.
ffmpeg(
  ...['-stream_loop', '20', '-i', join(clips, source), '-vf', `setpts=N/240/TB,${grown},noise=alls=6:allf=t`],
  ...['-r', '240', '-frames:v', String(frames), '-c:v', 'libx264', '-preset', 'veryfast', '-b:v', '24M', '-pix_fmt', 'yuv420p'],
  join(folder, 'clip.mp4'),
);
const timed = async (work: () => Promise<void> | void): Promise<number> => {
  const from = performance.now();
  await work();
  return performance.now() - from;
};

const product = await startProduct({ demo: false });
const sql = <T extends Record<string, unknown>>(text: string) => query<T>(product.databaseUrl, text);
const browser = await chromium.launch(BROWSER);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 } });
await firstLead(page, product.printed);
const cookie = (await page.context().cookies()).map((c) => `${c.name}=${c.value}`).join('; ');
const head = { cookie, origin: product.url };
const base64 = (text: string): string => Buffer.from(text).toString('base64');

/** Brings the bytes of a film, and answers what says that they are there. */
async function brought(bytes: Buffer): Promise<() => Promise<void>> {
  const id = v7();
  const tus = { ...head, 'tus-resumable': '1.0.0' };
  const begun = await fetch(`${product.url}/api/uploads`, {
    method: 'POST',
    headers: { ...tus, 'upload-length': String(bytes.length), 'upload-metadata': `id ${base64(id)}` },
  });
  const sent = await fetch(`${product.url}/api/uploads/${id}`, {
    method: 'PATCH',
    headers: { ...tus, 'upload-offset': '0', 'content-type': 'application/offset+octet-stream' },
    body: new Uint8Array(bytes),
  });
  if (!begun.ok || !sent.ok) throw new Error(`${begun.status} ${sent.status}`);
  return async () => {
    const told = await fetch(`${product.url}/api/dropped-files/${id}`, {
      method: 'PUT',
      headers: { ...head, 'content-type': 'application/json' },
      body: JSON.stringify({ fileName: 'a.mp4', folder: 'card', bytes: bytes.length, modifiedAt: new Date().toISOString() }),
    });
    if (!told.ok) throw new Error(await told.text());
  };
}
const ready = async (count: number): Promise<void> => {
  for (;;) {
    const [row] = await sql<{ n: string }>(`select count(*) as n from clips where state = 'ready'`);
    if (Number(row!.n) >= count) return;
    await pause(250);
  }
};

// Nothing else is drawn meanwhile.
await page.goto('about:blank');
const alone: number[] = [];
const taken: number[] = [];
for (let i = 0; i < ROUNDS; i++) {
  const own = join(folder, `own-${i}.mp4`);
  ffmpeg('-i', join(folder, 'clip.mp4'), '-c', 'copy', '-metadata', `comment=${v7()}`, own);
  const { args } = copyOutput({ width, height }, join(folder, 'copy.mp4'), '');
  alone.push(await timed(() => void ffmpeg('-copyts', '-i', own, ...args)));
  const tell = await brought(readFileSync(own));
  taken.push(
    await timed(async () => {
      await tell();
      await ready(i + 1);
    }),
  );
}
const [copy, intake] = [percentile(alone, 0.5), percentile(taken, 0.5)];
say(
  `${frames} frames of ${width}x${height}, median of ${ROUNDS}: the copy alone ${(copy / 1000).toFixed(1)} s, taken in ${(intake / 1000).toFixed(1)} s, ${(intake / copy).toFixed(2)} times as long`,
);

// A folder of films goes in while somebody looks at the tray.
const cards = join(folder, 'evening');
mkdirSync(cards);
ffmpeg('-i', join(folder, 'clip.mp4'), '-frames:v', '96', '-vf', 'scale=640:360', join(folder, 'small.mp4'));
for (let i = 0; i < FILMS; i++)
  ffmpeg('-i', join(folder, 'small.mp4'), '-c', 'copy', '-metadata', `comment=${v7()}`, join(cards, `${i}.mp4`));
await page.goto(`${product.url}/sort`);
await expect(page.locator('[data-awake=true]')).toBeVisible();
await page.evaluate(() => {
  const seen: number[] = [];
  Object.assign(window, { heldUp: seen });
  new PerformanceObserver((list) => {
    for (const entry of list.getEntries()) seen.push(entry.duration);
  }).observe({ type: 'longtask' });
});
await page.getByTestId('tray-folder').setInputFiles(cards);
await ready(ROUNDS + FILMS);
await expect(page.getByText('Being read')).toBeHidden({ timeout: 60_000 });
const held = await page.evaluate(() => (window as unknown as { heldUp: number[] }).heldUp);
const longest = Math.max(0, ...held);
say(
  `${FILMS} films went in: the page was held up ${held.length} times for more than 50 ms, ${held.filter((ms) => ms > 200).length} times for more than 200 ms, ${longest.toFixed(0)} ms at most`,
);
await browser.close();
await product.end();
rmSync(folder, { recursive: true, force: true });
