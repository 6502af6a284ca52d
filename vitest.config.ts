import { defineConfig } from 'vitest/config';
import { BUNDLED } from './ops/bundled-modules.mjs';

const suite = (name: string, include: string, extra: Record<string, unknown> = {}) => ({
  test: { name, include: [include], ...extra },
});

/** Nothing in them has a state: what one file has loaded serves the next. */
// What is made ready for a whole file may take as long as a test on a busy machine.
const PURE = { isolate: false, pool: 'threads', hookTimeout: 600_000 } as const;

/** Each file ends what it has begun: its database, its queue. Loading everything anew for each took longer than its tests. */
const SERVER = {
  testTimeout: 600_000,
  hookTimeout: 600_000,
  // What is waited for comes later on a busy machine.
  expect: { poll: { timeout: 300_000 } },
  pool: 'forks',
} as const;
const REPLACING = [
  'web/src/server/uploads.test.ts',
  'web/src/parts/{film-box,outbox,device-store}.test.ts',
  'web/src/steps/field/film/rolling-recorder.test.ts',
];

export default defineConfig({
  test: {
    // Each file has a database of its own: two at a time on two cores. By itself it leaves one core alone.
    maxWorkers: 2,
    projects: [
      suite('core', 'core/src/**/*.test.ts', { testTimeout: 600_000, ...PURE }),
      suite('fieldcam', 'fieldcam/src/**/*.test.ts', { testTimeout: 600_000, ...PURE }),
      suite('finder', 'finder/src/**/*.test.ts', { testTimeout: 600_000, ...PURE }),
      {
        ...suite('accuracy', 'accuracy/src/**/*.test.ts', {
          testTimeout: 1_800_000,
          globalSetup: 'ops/bundled-modules.mjs',
          ...PURE,
        }),
        resolve: { alias: BUNDLED },
      },
      suite('server', 'web/src/**/*.test.{ts,tsx}', { ...SERVER, exclude: REPLACING, isolate: false }),
      // They put something in the place of a module: what another file has loaded does not serve them.
      { test: { name: 'replacing', include: REPLACING, ...SERVER } },
    ],
  },
});
