import type { FullConfig } from '@playwright/test';
import { query, startProduct } from './product.ts';

/** A product with the demo camp for each worker; the tests of a worker use campers of their own. */
export default async function setup({ workers }: FullConfig): Promise<() => Promise<void>> {
  // A product that runs already serves while a test is being written.
  if (process.env.E2E_URL) return async () => undefined;
  const products = await Promise.all(Array.from({ length: workers }, () => startProduct({ demo: true })));
  // Those of the practice set come last; the one test that needs them waits for them.
  const waiting = async (databaseUrl: string): Promise<number> =>
    (
      await query(
        databaseUrl,
        `select id from clips where state <> 'ready' and delivery_id not in (select delivery_id from practice_clips)`,
      )
    ).length;
  for (const { databaseUrl } of products)
    while ((await waiting(databaseUrl)) > 0) await new Promise((resolve) => setTimeout(resolve, 500));
  process.env.E2E_PRODUCTS = JSON.stringify(products.map(({ url, databaseUrl }) => ({ url, databaseUrl })));
  return async () => {
    await Promise.all(products.map((product) => product.end()));
  };
}
