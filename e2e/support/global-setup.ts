import { query, startProduct } from './product.ts';

/** One product with the demo camp for all browser tests; each test uses campers of its own. */
export default async function setup(): Promise<() => Promise<void>> {
  // A product that runs already serves while a test is being written.
  if (process.env.E2E_URL) return async () => undefined;
  const product = await startProduct({ demo: true });
  const waiting = async (): Promise<number> =>
    (await query(product.databaseUrl, `select id from clips where state <> 'ready'`)).length;
  while ((await waiting()) > 0) await new Promise((resolve) => setTimeout(resolve, 500));
  process.env.E2E_URL = product.url;
  process.env.E2E_DATABASE = product.databaseUrl;
  return () => product.end();
}
