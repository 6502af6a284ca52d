import { defineConfig } from 'vitest/config';

const suite = (name: string, include: string, extra: Record<string, unknown> = {}) => ({
  test: { name, include: [include], ...extra },
});

/** Nothing in them has a state: what one file has loaded serves the next. */
const PURE = { isolate: false, pool: 'threads' } as const;

export default defineConfig({
  test: {
    // Each file has a database of its own: two at a time on two cores. By itself it leaves one core alone.
    maxWorkers: 2,
    projects: [
      suite('core', 'core/src/**/*.test.ts', { testTimeout: 120_000, ...PURE }),
      suite('fieldcam', 'fieldcam/src/**/*.test.ts', { testTimeout: 60_000, ...PURE }),
      suite('accuracy', 'accuracy/src/**/*.test.ts', { testTimeout: 300_000, ...PURE }),
      suite('server', 'web/src/**/*.test.{ts,tsx}', {
        testTimeout: 60_000,
        hookTimeout: 60_000,
        // What is waited for comes later on a busy machine.
        expect: { poll: { timeout: 30_000 } },
        pool: 'forks',
      }),
    ],
  },
});
