import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: ['{core,server,web,bench}/src/**/*.test.{ts,tsx}'],
    globalSetup: process.env['VELK_TEST_DATABASE'] === 'none' ? [] : ['./server/src/testing/cluster.ts'],
    testTimeout: 60_000,
    hookTimeout: 60_000,
  },
});
