/**
 * The field on one phone: how fast films arrive against plain curl to the same server, how long it takes to go on where an upload stopped, how long 500 entries that waited take, how long a film is looked
 * at, and the memory of the mound page over 60 films.
 * `npm run field -w bench -- /tmp/field`
 */
import { execFileSync } from 'node:child_process';
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import { chromium } from '@playwright/test';
import { BROWSER } from '../../e2e/support/browser.ts';
import { Upload } from 'tus-js-client';
import { v7 } from 'uuid';
import { firstLead } from '../../e2e/support/at-work.ts';
import { cameraFilm, campersWith, FieldPhone, newHelper } from '../../e2e/support/field-phone.ts';
import { query, startProduct } from '../../e2e/support/product.ts';
import { percentile } from './at-bench.ts';
import { say } from './at-work.ts';
import { postgresIn } from './postgres-in.ts';
import { sized } from './tiny.ts';

const [folder = '/tmp/stride-chalk-field'] = process.argv.slice(2);
rmSync(folder, { recursive: true, force: true });
mkdirSync(folder, { recursive: true, mode: 0o755 });
const BYTES = sized(96, 4) * 1024 * 1024;
const ROUNDS = sized(Number(process.env.ROUNDS ?? 5), 1);
const ENTRIES = sized(500, 20);
const FILMS = sized(Number(process.env.FILMS ?? 60), 2);
/** As the phone sends them (`bring-film.ts`). */
const PART = 4 * 1024 * 1024;

const postgres = await postgresIn(folder);
const product = await startProduct({ demo: false });
const bibs = Array.from({ length: 12 }, (_, i) => 7 + i);
const campers = await campersWith((text, values) => query(product.databaseUrl, text, values), bibs);
const browser = await chromium.launch(BROWSER);
const lead = await browser.newPage();
await firstLead(lead, product.printed);
const account = await newHelper(lead.context(), product.url, 'Measured');
const phone = new FieldPhone(product.url, `${folder}/phone`, cameraFilm(folder));
await phone.open();
await phone.signIn(account);
const cookie = (await phone.context.cookies()).map((c) => `${c.name}=${c.value}`).join('; ');

const bytes = Buffer.alloc(BYTES);
for (let i = 0; i < BYTES; i += 4) bytes.writeInt32LE((i * 2654435761) | 0, i);
writeFileSync(`${folder}/film`, bytes);
const camper = campers.get(7)!;
const base64 = (text: string): string => Buffer.from(text).toString('base64');
const head = { cookie, origin: product.url, 'tus-resumable': '1.0.0' };
const begin = async (id: string): Promise<void> => {
  const answer = await fetch(`${product.url}/api/uploads`, {
    method: 'POST',
    headers: { ...head, 'upload-length': String(BYTES), 'upload-metadata': `id ${base64(id)},camper ${base64(camper)}` },
  });
  if (answer.status !== 201) throw new Error(await answer.text());
};
const timed = async (work: () => Promise<void> | void): Promise<number> => {
  const from = performance.now();
  await work();
  return performance.now() - from;
};
/** With the package and the parts of the phone; `stopAt` ends it after so many bytes. */
const asPhone = (id: string, stopAt = Number.POSITIVE_INFINITY): Promise<void> =>
  new Promise((resolve, reject) => {
    const upload = new Upload(bytes, {
      ...{
        endpoint: `${product.url}/api/uploads`,
        uploadUrl: `${product.url}/api/uploads/${id}`,
        chunkSize: PART,
        retryDelays: null,
      },
      storeFingerprintForResuming: false,
      headers: { cookie, origin: product.url },
      metadata: { id, camper },
      onChunkComplete: (_, sent) => {
        if (sent < stopAt) return;
        void upload.abort();
        resolve();
      },
      onSuccess: () => resolve(),
      onError: reject,
    });
    upload.start();
  });

const rates: { curl: number[]; phone: number[]; resumed: number[]; firstByte: number[] } = {
  curl: [],
  phone: [],
  resumed: [],
  firstByte: [],
};
for (let i = 0; i < ROUNDS; i++) {
  const plain = v7();
  await begin(plain);
  const curl = ['-sS', '--fail', '-X', 'PATCH', '-o', '/dev/null', '--data-binary', `@${folder}/film`];
  const headers = { ...head, 'upload-offset': '0', 'content-type': 'application/offset+octet-stream' };
  const named = Object.entries(headers).flatMap(([k, v]) => ['-H', `${k}: ${v}`]);
  rates.curl.push(await timed(() => void execFileSync('curl', [...curl, ...named, `${product.url}/api/uploads/${plain}`])));
  rates.phone.push(await timed(() => asPhone(v7())));
  const half = v7();
  await asPhone(half, BYTES / 2);
  await product.kill();
  await product.again();
  rates.firstByte.push(
    await timed(async () => void (await fetch(`${product.url}/api/uploads/${half}`, { method: 'HEAD', headers: head }))),
  );
  rates.resumed.push(await timed(() => asPhone(half)));
}
const middle = (all: readonly number[]): number => percentile(all, 0.5);
const speed = (ms: number, of = BYTES): string => `${(of / 1024 / 1024 / (ms / 1000)).toFixed(0)} MB/s`;
say(
  `${BYTES / 1024 / 1024} MB, median of ${ROUNDS}: curl in one request ${speed(middle(rates.curl))}, as the phone in parts of 4 MB ${speed(middle(rates.phone))} (${((100 * middle(rates.curl)) / middle(rates.phone)).toFixed(0)} % of curl)`,
);
say(
  `after a kill of the server: asked how much is there in ${middle(rates.firstByte).toFixed(0)} ms, the other half at ${speed(middle(rates.resumed), BYTES / 2)}`,
);

// Entries that waited: laid on the phone as its page lays them down, then the network is there.
await phone.toMound(7);
const staffId = (await query<{ id: string }>(product.databaseUrl, `select id from staff where name = 'Measured'`))[0]!.id;
const [camp] = await query<{ id: string }>(product.databaseUrl, 'select id from camps');
const day = new Date().toISOString().slice(0, 10);
const waiting = Array.from({ length: ENTRIES }, (_, i) => ({
  ...{ id: v7(), staffId, camp: camp!.id },
  entry: { kind: 'throws', camperId: [...campers.values()][1 + (i % 11)], day, throwKind: 'drill', count: 1 },
}));
await phone.page.evaluate(async (items) => {
  const open = indexedDB.open('stride-chalk');
  await new Promise((resolve) => open.addEventListener('success', resolve));
  const tx = open.result.transaction('things', 'readwrite');
  for (const item of items) tx.objectStore('things').put({ shelf: 'care', id: item.id, item });
  await new Promise((resolve) => tx.addEventListener('complete', resolve));
  open.result.close();
}, waiting);
const replayed = await timed(async () => {
  await phone.page.reload();
  await phone.page.locator('[data-testid=waiting][data-open=true][data-waiting="0"]').waitFor({ timeout: 300_000 });
});
const [kept] = await query<{ n: number }>(product.databaseUrl, `select count(*)::int as n from throws where kind = 'drill'`);
say(
  `${ENTRIES} entries that waited: ${(replayed / 1000).toFixed(1)} s, ${(replayed / ENTRIES).toFixed(1)} ms each; on the ledger ${kept!.n}`,
);

// Film after film, without leaving the page.
await phone.toCamper(8);
await phone.openCamera('openSide');
const devtools = await phone.context.newCDPSession(phone.page);
await devtools.send('Performance.enable');
const alive = async (): Promise<number> => {
  await devtools.send('HeapProfiler.collectGarbage');
  const { metrics } = await devtools.send('Performance.getMetrics');
  return metrics.find((m) => m.name === 'JSHeapUsedSize')!.value / 1024 / 1024;
};
const whole: number[] = [];
const looked: number[] = [];
const heap: number[] = [];
for (let i = 0; i < FILMS; i++) {
  // Arm care leaves one so many a day: another one comes.
  if (i > 0 && i % 20 === 0) {
    await phone.page.getByRole('button', { name: 'Close' }).click();
    await phone.toCamper(8 + i / 20);
    await phone.openCamera('openSide');
  }
  await phone.tap();
  await phone.page.getByText(/Filming [1-9]\.\d s/).waitFor();
  looked.push(
    await timed(async () => {
      await phone.tap();
      await phone.isLookedAt();
    }),
  );
  if (i % Math.max(1, Math.floor(FILMS / 6)) === 0 || i === FILMS - 1) {
    heap.push(await alive());
    whole.push(phone.memory());
  }
}
await phone.page
  .locator('[data-testid=waiting][data-open=true][data-waiting="0"]')
  .waitFor({ state: 'attached', timeout: 300_000 });
say(
  `from the tap that ends a film until it was looked at: median ${middle(looked).toFixed(0)} ms, 95 % ${percentile(looked, 0.95).toFixed(0)} ms, most ${Math.max(...looked).toFixed(0)} ms (${FILMS} films of the fake camera)`,
);
say(
  `memory of the mound page over ${FILMS} films, after the garbage is collected, MB: ${heap.map((h) => h.toFixed(1)).join(', ')}; its browser as a whole: ${whole.map((m) => m.toFixed(0)).join(', ')}`,
);
const [films] = await query<{ n: number }>(product.databaseUrl, 'select count(*)::int as n from clips');
say(`films on the server ${films!.n}`);

await phone.context.close();
await browser.close();
await product.end();
await postgres.end();
