import { availableParallelism } from 'node:os';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['{core,server,web,bench}/src/**/*.test.{ts,tsx}', 'scripts/**/*.test.mjs'],
    setupFiles: ['./web/src/testing/storage.ts', './core/src/testing/seed.ts'],
    maxWorkers: availableParallelism(),
    /**
     * Each file in the modules of the one before: loading the core and the solid modeller anew
     * takes longer than most tests.
     */
    isolate: false,
    /** A test that ran no assertion has shown nothing. */
    expect: { requireAssertions: true },
    testTimeout: 120_000,
    hookTimeout: 60_000,
  },
});
