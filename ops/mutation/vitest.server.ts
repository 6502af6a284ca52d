import { configDefaults, defineConfig } from 'vitest/config';

/** The tests that run over mutants of the modules that guard: without those that decode film by the minute. */
export default defineConfig({
  test: {
    include: ['web/src/server/**/*.test.ts'],
    exclude: [
      ...configDefaults.exclude,
      '**/clips.test.ts',
      '**/film-files.test.ts',
      '**/migrations.test.ts',
      '**/mail.test.ts',
      '**/backup.test.ts',
      '**/run-tool.test.ts',
    ],
    testTimeout: 120_000,
    hookTimeout: 120_000,
    fileParallelism: false,
  },
});
