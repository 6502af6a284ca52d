import { configDefaults, defineConfig } from 'vitest/config';

/** The tests that run over mutants of core: without those that sample by the thousand. */
export default defineConfig({
  test: {
    include: ['core/src/**/*.test.ts'],
    exclude: [...configDefaults.exclude, '**/*.sampling.test.ts'],
    testTimeout: 120_000,
  },
});
