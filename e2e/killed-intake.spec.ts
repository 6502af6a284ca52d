import { spawnSync } from 'node:child_process';
import { mkdtempSync, readdirSync, readFileSync, rmSync } from 'node:fs';
import { request as httpRequest } from 'node:http';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import { createHash } from 'node:crypto';
import { expect, firstLead, test } from './support/at-work.ts';
import { holdAt } from './support/held-step.ts';
import { query, startProduct } from './support/product.ts';
import { smallCamp } from './support/small-camp.ts';

/** A film that takes a while to be looked at and copied. */
function longFilm(): Buffer {
  const folder = mkdtempSync(join(tmpdir(), 'stride-chalk-killed-'));
  const path = join(folder, 'film.mp4');
  const source = ['-f', 'lavfi', '-i', 'testsrc2=duration=6:size=1280x720:rate=60'];
  const run = spawnSync('ffmpeg', [
    '-v',
    'error',
    ...source,
    '-c:v',
    'libx264',
    '-preset',
    'ultrafast',
    '-pix_fmt',
    'yuv420p',
    path,
  ]);
  if (run.status !== 0) throw new Error(run.stderr.toString());
  const bytes = readFileSync(path);
  rmSync(folder, { recursive: true });
  return bytes;
}

/** Every file of a folder and below it; a folder that goes meanwhile has none. */
function filesIn(folder: string, below = ''): string[] {
  try {
    return readdirSync(join(folder, below), { withFileTypes: true }).flatMap((f) =>
      f.isDirectory() ? filesIn(folder, join(below, f.name)) : [join(below, f.name)],
    );
  } catch (error) {
    if ((error as NodeJS.ErrnoException).code === 'ENOENT') return [];
    throw error;
  }
}

test('the server is killed at every step of an intake: the film is whole or gone, and once removed nothing of it lies anywhere', async ({
  page,
}) => {
  const product = await startProduct({ demo: false });
  const film = longFilm();
  try {
    const { deliveries } = await smallCamp((text, values) => query(product.databaseUrl, text, values));
    await firstLead(page, product.printed);
    const cookie = (await page.context().cookies()).map((c) => `${c.name}=${c.value}`).join('; ');
    const own = `stride-chalk-intake-${createHash('sha256').update(product.media).digest('hex').slice(0, 12)}-`;
    const left = (): string[] => filesIn(product.media);
    const rows = () => query<{ id: string; state: string }>(product.databaseUrl, 'select id, state from clips');
    /** Sends a film as a phone does: all of it, or the first bytes of it. */
    const sendFilm = (bytes: number): ReturnType<typeof httpRequest> => {
      const address = `${product.url}/api/clips?deliveryId=${deliveries[0]}&view=openSide&fileName=film.mp4`;
      const headers = { cookie, origin: product.url, 'content-type': 'video/mp4', 'content-length': film.length };
      const sent = httpRequest(address, { method: 'POST', headers });
      // The server is killed meanwhile.
      sent.on('error', () => undefined);
      sent.write(film.subarray(0, bytes));
      if (bytes === film.length) sent.end();
      return sent;
    };

    // On its way: nothing of it is kept, the device still has it.
    const half = sendFilm(film.length / 2);
    await expect.poll(() => filesIn(product.media).length).toBe(1);
    await product.kill();
    half.destroy();
    expect(left()).toHaveLength(1);
    await product.again();
    expect(left()).toEqual([]);
    expect(await rows()).toEqual([]);

    for (const step of ['looked at', 'checking', 'copying']) {
      // A film is handed on from its check at once, but is copied for seconds.
      const held = step === 'checking' ? await holdAt(product.databaseUrl, step) : null;
      sendFilm(film.length);
      if (step === 'looked at') await expect.poll(() => left().some((n) => n.includes(own)), { intervals: [5] }).toBe(true);
      else if (held) await held.reached();
      else await expect.poll(async () => (await rows())[0]?.state, { intervals: [5] }).toBe(step);
      await product.kill();
      await held?.undo();
      if (held) expect(await rows()).toMatchObject([{ state: 'checking' }]);
      await product.again();
      if (step === 'looked at' && (await rows()).length === 0) {
        // It was not taken yet: what had come is gone.
        expect(left()).toEqual([]);
        continue;
      }
      // Taken up again where it was: it gets ready, and its original is what was sent.
      await expect.poll(async () => (await rows())[0]?.state).toBe('ready');
      const [clip] = await rows();
      const sha256 = createHash('sha256').update(film).digest('hex');
      await expect.poll(() => left().sort()).toEqual([`bench/${clip!.id}.mp4`, `originals/${sha256}`]);
      expect(readFileSync(join(product.media, 'originals', sha256)).equals(film)).toBe(true);
      const removed = await page.request.delete(`${product.url}/api/clips/${clip!.id}`, { headers: { origin: product.url } });
      expect(removed.status()).toBe(200);
      expect(left()).toEqual([]);
    }

    // Removed while a copy is made, and killed at once.
    sendFilm(film.length);
    await expect.poll(async () => (await rows())[0]?.state, { intervals: [5] }).toBe('copying');
    const [clip] = await rows();
    await page.request.delete(`${product.url}/api/clips/${clip!.id}`, { headers: { origin: product.url } });
    await product.kill();
    await product.again();
    expect(left()).toEqual([]);
    expect(await rows()).toEqual([]);
  } finally {
    await product.end();
  }
});
