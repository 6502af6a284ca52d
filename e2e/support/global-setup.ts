import { rm } from 'node:fs/promises';
import type { FullConfig } from '@playwright/test';
import { filmCopies } from './film-copies.ts';
import { query, startProduct, type Product } from './product.ts';

/** A product with the demo camp for each worker; the tests of a worker use campers of their own. */
export default async function setup({ workers }: FullConfig): Promise<() => Promise<void>> {
  // A product that runs already serves while a test is being written.
  if (process.env.E2E_URL) return async () => undefined;
  const copies = await filmCopies();
  process.env.STRIDE_COPIES = copies;
  const first = await startProduct({ demo: true });
  while ((await query(first.databaseUrl, `select id from clips where state <> 'ready'`)).length > 0)
    await new Promise((resolve) => setTimeout(resolve, 500));
  // Every other worker begins with what the first one has.
  await first.stop();
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
