import { chmod, copyFile, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import { join } from 'node:path';
import type { FullConfig } from '@playwright/test';
import { query, startProduct, type Product } from './product.ts';

/** A product with the demo camp for each worker; the tests of a worker use campers of their own. */
export default async function setup({ workers }: FullConfig): Promise<() => Promise<void>> {
  // A product that runs already serves while a test is being written.
  if (process.env.E2E_URL) return async () => undefined;
  const first = await startProduct({ demo: true });
  while ((await query(first.databaseUrl, `select id from clips where state <> 'ready'`)).length > 0)
    await new Promise((resolve) => setTimeout(resolve, 500));
  // The copies of the films are made once: every other worker begins with what the first one has.
  await first.stop();
  // And so does every other demo that a test starts.
  const copies = await mkdtemp(join(tmpdir(), 'stride-chalk-copies-'));
  await chmod(copies, 0o755);
  const made = await query<{ id: string; sha256: string; width: number; height: number; times: number[] }>(
    first.databaseUrl,
    'select distinct on (f.sha256) k.id, f.sha256, k.bench_width as width, k.bench_height as height, k.frame_times as times from clips k join films f on f.id = k.film_id',
  );
  for (const { id, sha256, width, height, times } of made) {
    await copyFile(join(first.media, 'bench', `${id}.mp4`), join(copies, `${sha256}-${width}x${height}.mp4`));
    await writeFile(join(copies, `${sha256}.json`), JSON.stringify(times));
  }
  process.env.STRIDE_COPIES = copies;
  const products: Product[] = [];
  for (let i = 1; i < workers; i++) products.push(await startProduct({ demo: true, like: first }));
  await first.again();
  products.unshift(first);
  process.env.E2E_PRODUCTS = JSON.stringify(products.map(({ url, databaseUrl }) => ({ url, databaseUrl })));
  return async () => {
    await Promise.all(products.map((product) => product.end()));
    await rm(copies, { recursive: true, force: true });
  };
}
