import { availableParallelism } from 'node:os';
import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['{core,server,web,bench}/src/**/*.test.{ts,tsx}'],
    setupFiles: ['./web/src/testing/storage.ts'],
    maxWorkers: availableParallelism(),
    testTimeout: 120_000,
    hookTimeout: 60_000,
  },
});
