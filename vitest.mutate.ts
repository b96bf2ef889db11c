import { defineConfig } from 'vitest/config';

/** For `npm run mutate`: only the tests that should tell the mutants apart. */
export default defineConfig({
  test: {
    include: process.env['VELK_MUTANTS_SEEN_BY']?.split(',') ?? [],
    setupFiles: ['./web/src/testing/storage.ts'],
    isolate: false,
    testTimeout: 60_000,
  },
});
