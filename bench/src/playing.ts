/**
 * Slow play, held arrows, jumps and memory of the bench on two views of 1080 lines at 240 per second, beside plain video elements that show the same
 * copies in the same browser: `npm run playing -w bench -- http://127.0.0.1:4830` while the demo runs. Adds a delivery to bib 31 of the demo; with `usual` behind the address it takes his first one instead, two views of 540 lines at 120.
 */
import { spawnSync } from 'node:child_process';
import { mkdtempSync, readFileSync, rmSync } from 'node:fs';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Page } from '@playwright/test';
import { readAnswer } from '@stride-chalk/core';
import { v7 } from 'uuid';
import { openBench, percentile, urlFromArguments } from './at-bench.ts';
import { memoryOfChildren } from './chrome-memory.ts';
import { sized } from './tiny.ts';

const BIB = 31;
const USUAL = process.argv[3] === 'usual';
const RATE = USUAL ? 120 : 240;
/** Frames that the films have, less some at the end. */
const FRAMES = USUAL ? 240 : 780;
const SECONDS = sized(6, 1);
const PRESSES = sized(200, 5);
const JUMPS = sized(60, 2);
const SIZE = sized('1920:1080', '480:270');
const url = urlFromArguments();
const line = (name: string, bench: string, plain: string): boolean =>
  process.stdout.write(`${name.padEnd(60)} ${bench.padStart(16)} ${plain.padStart(16)}\n`);

/** A film of 1080 lines and 240 per second out of a clip of the demo: real motion, as a phone's slow-motion camera keeps it. */
function bigFilm(folder: string, clip: string): Buffer {
  const from = fileURLToPath(new URL(`../../demo/clips/${clip}`, import.meta.url));
  const to = join(folder, clip);
  const args = ['-stream_loop', '2', '-i', from, '-vf', `scale=${SIZE},setpts=N/240/TB`, '-r', '240', '-an'];
  const run = spawnSync('ffmpeg', ['-v', 'error', '-y', ...args, '-c:v', 'libx264', '-preset', 'ultrafast', to]);
  if (run.status !== 0) throw new Error(`ffmpeg could not make ${clip}: ${run.stderr.toString()}`);
  return readFileSync(to);
}

/** Adds a delivery with two such films; answers the ids of its clips: open side, front. */
async function addDelivery(page: Page, films: readonly [Buffer, Buffer]): Promise<string[]> {
  const clips: string[] = [];
  const id = v7();
  await page.goto(`${url}/campers/${BIB}`);
  const camperId = await page.evaluate(async () => {
    const island = [...document.querySelectorAll('astro-island')].find((i) => i.getAttribute('props')?.includes('"camper"'))!;
    return (JSON.parse(island.getAttribute('props')!) as { camper: [0, { id: [0, string] }] }).camper[1].id[1];
  });
  const today = new Date().toISOString().slice(0, 10);
  const ask = (path: string, data: unknown) =>
    page.request.post(`${url}${path}`, { data: data as object, headers: { origin: url } });
  const made = await ask('/api/deliveries', { id, camperId, kind: 'stretch', thrownOn: today });
  if (!made.ok()) throw new Error(`no delivery: ${await made.text()}`);
  for (const [i, view] of (['openSide', 'front'] as const).entries()) {
    const sent = await page.request.post(`${url}/api/clips?deliveryId=${id}&view=${view}&fileName=${view}.mp4`, {
      data: films[i]!,
      headers: { origin: url, 'content-type': 'video/mp4' },
    });
    if (!sent.ok()) throw new Error(`not taken in: ${await sent.text()}`);
    clips.push(readAnswer('POST /api/clips', await sent.json()).id);
  }
  for (const clip of clips)
    for (;;) {
      const { state } = readAnswer('GET /api/clips/[id]', await (await page.request.get(`${url}/api/clips/${clip}`)).json());
      if (state === 'ready') break;
      if (state === 'failed') throw new Error('the film could not be prepared');
      await page.waitForTimeout(500);
    }
  return clips;
}

/** The ids of the two films that the bench shows: those that it asks for. */
async function clipsOf(page: Page): Promise<string[]> {
  const ids = new Set<string>();
  page.on('request', (request) => {
    const id = /\/api\/clips\/([0-9a-f-]{36})\/film/.exec(request.url())?.[1];
    if (id) ids.add(id);
  });
  await page.reload();
  await page.waitForFunction(() => {
    const films = [...document.querySelectorAll<HTMLCanvasElement>('figure canvas')];
    return films.length === 2 && films.every((c) => c.dataset.frame);
  });
  return [...ids].slice(0, 2);
}

interface Run {
  readonly frames: number;
  readonly longestGap: number;
  /** How often the page itself was drawn meanwhile, a second. */
  readonly pageRate: number;
}
interface Result {
  readonly play: Run;
  readonly right: Run | null;
  readonly left: Run | null;
  readonly jumps: readonly number[];
  readonly pairs: readonly number[];
  readonly memory: number;
  readonly empty: number;
}
const places = Array.from({ length: JUMPS }, (_, i) => 20 + ((i * 397) % FRAMES));

async function onBench(): Promise<Result> {
  const { browser, page } = await openBench(url, BIB);
  await page
    .getByRole('button', { name: /^Delivery/ })
    .nth(USUAL ? 0 : -1)
    .click();
  await page.waitForFunction(() => {
    const films = [...document.querySelectorAll<HTMLCanvasElement>('figure canvas')];
    return films.length === 2 && films.every((c) => c.dataset.frame);
  });
  await page.keyboard.press('t');
  const result = await page.evaluate(
    async ({ seconds, presses, places, early, late }) => {
      const canvases = [...document.querySelectorAll<HTMLCanvasElement>('figure canvas')];
      const rest = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
      const press = (key: string): boolean =>
        window.dispatchEvent(new KeyboardEvent('keydown', { key, bubbles: true, cancelable: true }));
      const until = (canvas: HTMLCanvasElement, frame: string): Promise<void> =>
        new Promise((resolve) => {
          const look = (): void => {
            if (canvas.dataset.frame !== frame) return;
            watch.disconnect();
            resolve();
          };
          const watch = new MutationObserver(look);
          watch.observe(canvas, { attributes: true, attributeFilter: ['data-frame'] });
          look();
        });
      const count = async (work: () => Promise<void>) => {
        const seen = new Set<string>();
        let last = performance.now();
        let longestGap = 0;
        const begun = performance.now();
        let paints = 0;
        let going = true;
        const paint = (): void => {
          paints += 1;
          if (going) requestAnimationFrame(paint);
        };
        requestAnimationFrame(paint);
        const watch = new MutationObserver(() => {
          seen.add(canvases[0]!.dataset.frame!);
          longestGap = Math.max(longestGap, performance.now() - last);
          last = performance.now();
        });
        watch.observe(canvases[0]!, { attributes: true, attributeFilter: ['data-frame'] });
        await work();
        longestGap = Math.max(longestGap, performance.now() - last);
        watch.disconnect();
        going = false;
        return { frames: seen.size, longestGap, pageRate: (1000 * paints) / (performance.now() - begun) };
      };
      /** Says a frame's number, as a hand has typed it. */
      const say = (frame: number): number => {
        press('r');
        const input = document.querySelector<HTMLInputElement>('#jump-frame')!;
        input.value = String(frame);
        const from = performance.now();
        input.form!.requestSubmit();
        return from;
      };
      /** Milliseconds from Enter to the frame drawn. */
      const jump = async (frame: number): Promise<number> => {
        const from = say(frame);
        await until(canvases[0]!, String(frame));
        return performance.now() - from;
      };
      const hold = (key: string) => async (): Promise<void> => {
        for (let i = 0; i < presses; i++) {
          press(key);
          await rest(33);
        }
      };
      await jump(0);
      await rest(1500);
      const play = await count(async () => {
        press(' ');
        await rest(1000 * seconds);
        press(' ');
      });
      await jump(early);
      await rest(1500);
      const right = await count(hold('ArrowRight'));
      await jump(late);
      await rest(1500);
      const left = await count(hold('ArrowLeft'));
      const jumps: number[] = [];
      for (const frame of places) {
        jumps.push(await jump(frame));
        await rest(400);
      }
      // A key frame common to both views: they move together.
      const asked = (): string[] =>
        [...document.querySelectorAll<HTMLElement>('figcaption [data-asked]')].map((e) => e.dataset.asked!);
      const bothShown = async (frame: number): Promise<void> => {
        while (!asked().includes(String(frame)) || canvases.some((c, i) => c.dataset.frame !== asked()[i]))
          await new Promise(requestAnimationFrame);
      };
      for (const key of ['Enter', 'v']) {
        await jump(early + 100);
        press(key);
        await rest(300);
      }
      press('ArrowUp');
      await rest(300);
      say(early + 90);
      await rest(800);
      press('Enter');
      await rest(500);
      press('v');
      await rest(300);
      const pairs: number[] = [];
      for (const frame of places) {
        const from = say(frame);
        await bothShown(frame);
        pairs.push(performance.now() - from);
        await rest(400);
      }
      return { play, right, left, jumps, pairs };
    },
    { seconds: SECONDS, presses: PRESSES, places, early: USUAL ? 30 : 100, late: USUAL ? 250 : 700 },
  );
  const memory = memoryOfChildren();
  await page.goto('about:blank');
  await browser.close();
  return { ...result, memory, empty: 0 };
}

async function onPlain(clips: readonly string[]): Promise<Result> {
  const { browser, page } = await openBench(url, BIB);
  await page.goto(`${url}/404`);
  const empty = memoryOfChildren();
  const result = await page.evaluate(
    async ({ seconds, places, clips, rate }) => {
      document.body.innerHTML = '';
      const rest = (ms: number): Promise<void> => new Promise((resolve) => setTimeout(resolve, ms));
      const videos = await Promise.all(
        clips.map(async (id, i) => {
          const video = document.createElement('video');
          video.muted = true;
          video.style.cssText = `position:fixed;top:0;left:${i * 600}px;width:600px`;
          video.src = URL.createObjectURL(await (await fetch(`/api/clips/${id}/film`)).blob());
          document.body.append(video);
          await new Promise((resolve) => video.addEventListener('canplaythrough', resolve, { once: true }));
          return video;
        }),
      );
      const shown = (video: HTMLVideoElement, frame: number): Promise<void> =>
        new Promise((resolve) => {
          video.requestVideoFrameCallback(() => resolve());
          video.currentTime = (frame + 0.5) / rate;
        });
      let frames = 0;
      let last = performance.now();
      let longestGap = 0;
      const tick = (): void => {
        frames += 1;
        longestGap = Math.max(longestGap, performance.now() - last);
        last = performance.now();
        videos[0]!.requestVideoFrameCallback(tick);
      };
      videos[0]!.currentTime = 0;
      await rest(500);
      frames = 0;
      last = performance.now();
      videos[0]!.requestVideoFrameCallback(tick);
      let paints = 0;
      const paint = (): void => {
        paints += 1;
        requestAnimationFrame(paint);
      };
      requestAnimationFrame(paint);
      const begun = performance.now();
      videos[0]!.playbackRate = 0.25;
      await videos[0]!.play();
      await rest(1000 * seconds);
      videos[0]!.pause();
      const play = { frames, longestGap, pageRate: (1000 * paints) / (performance.now() - begun) };
      await rest(500);
      const jumps: number[] = [];
      for (const frame of places) {
        const from = performance.now();
        await shown(videos[0]!, frame);
        jumps.push(performance.now() - from);
        await rest(400);
      }
      const pairs: number[] = [];
      for (const frame of places) {
        const from = performance.now();
        await Promise.all(videos.map((v) => shown(v, frame)));
        pairs.push(performance.now() - from);
        await rest(400);
      }
      return { play, right: null, left: null, jumps, pairs };
    },
    { seconds: SECONDS, places, clips, rate: RATE },
  );
  const memory = memoryOfChildren();
  await browser.close();
  return { ...result, memory, empty };
}

const folder = mkdtempSync(join(tmpdir(), 'stride-chalk-playing-'));
try {
  const { browser, page } = await openBench(url, BIB);
  const clips = USUAL
    ? await clipsOf(page)
    : await addDelivery(page, [bigFilm(folder, '31-1-open-side.mp4'), bigFilm(folder, '31-1-front.mp4')]);
  await browser.close();
  const plain = await onPlain(clips);
  const bench = await onBench();
  const ms = (values: readonly number[], p: number): string => `${percentile(values, p).toFixed(0)} ms`;
  const run = (r: Run | null): string => (r ? `${r.frames} (${r.longestGap.toFixed(0)} ms)` : '');
  line(`two views, ${USUAL ? '960x540' : SIZE.replace(':', 'x')} at ${RATE} per second`, 'bench', 'plain video');
  line(`slow play, frames drawn in ${SECONDS} s (longest gap)`, run(bench.play), run(plain.play));
  line('the page itself is drawn meanwhile, a second', bench.play.pageRate.toFixed(0), plain.play.pageRate.toFixed(0));
  line(`arrow right held, of ${PRESSES} (longest gap)`, run(bench.right), '');
  line(`arrow left held, of ${PRESSES} (longest gap)`, run(bench.left), '');
  for (const [name, p] of [
    ['median', 0.5],
    ['p95', 0.95],
  ] as const) {
    line(`jump, ${name}`, ms(bench.jumps, p), ms(plain.jumps, p));
    line(`jump of both views, ${name}`, ms(bench.pairs, p), ms(plain.pairs, p));
  }
  line('jump, bench over plain at the median', (percentile(bench.jumps, 0.5) / percentile(plain.jumps, 0.5)).toFixed(2), '1');
  line(
    'jump of both, bench over plain at the median',
    (percentile(bench.pairs, 0.5) / percentile(plain.pairs, 0.5)).toFixed(2),
    '1',
  );
  line('memory of the browser with both films', `${bench.memory.toFixed(0)} MB`, `${plain.memory.toFixed(0)} MB`);
  line('memory of the browser without a film', '', `${plain.empty.toFixed(0)} MB`);
} finally {
  rmSync(folder, { recursive: true, force: true });
}
