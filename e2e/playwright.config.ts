import { defineConfig } from '@playwright/test';
import { BROWSER } from './support/browser.ts';

/** Three workers, each with a product and a database of its own, for a test waits for servers, kills and films a good part of its time (four are no faster on two cores); one where a product that runs already is named. */
const WORKERS = process.env.E2E_URL && !process.env.E2E_PRODUCTS ? 1 : 3;
// This file is read in every worker: each takes its own product.
const own = (JSON.parse(process.env.E2E_PRODUCTS ?? '[]') as Array<{ url: string; databaseUrl: string }>)[
  Number(process.env.TEST_PARALLEL_INDEX ?? 0)
];
if (own) {
  process.env.E2E_URL = own.url;
  process.env.E2E_DATABASE = own.databaseUrl;
}

export default defineConfig({
  testDir: '.',
  globalSetup: './support/global-setup.ts',
  outputDir: '../test-results',
  workers: WORKERS,
  fullyParallel: false,
  // Only what is broken waits so long: a machine with other work, or half as fast, fails no test.
  timeout: 1_800_000,
  expect: { timeout: 300_000 },
  reporter: [['list'], ['json', { outputFile: process.env.E2E_REPORT ?? '../test-results/e2e.json' }]],
  use: {
    browserName: 'chromium',
    viewport: { width: 1280, height: 800 },
    trace: 'off',
    launchOptions: BROWSER,
  },
});
