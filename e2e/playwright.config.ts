import { defineConfig } from '@playwright/test';
import { launchOptions } from '../scripts/browser.mjs';
import { KEY } from './key.ts';

export default defineConfig({
  testDir: '.',
  /** Each run has its own, so that two can run side by side. */
  outputDir: `../test-results/${process.env['VELK_RUN'] ?? 'last'}`,
  /** Passed only at the second try, a test is listed as flaky: something to look into. */
  retries: 1,
  workers: 2,
  fullyParallel: true,
  timeout: 120_000,
  expect: { timeout: 30_000 },
  reporter: process.env['PLAYWRIGHT_JSON_OUTPUT_FILE'] ? [['list'], ['json']] : [['list']],
  use: {
    viewport: { width: 1280, height: 800 },
    trace: 'off',
    /**
     * What is kept in the browser hides what the server no longer has; tests of a start without a
     * network allow it.
     */
    serviceWorkers: 'block',
    /** Pages come in as programs at the machine do; the door itself has its own tests. */
    extraHTTPHeaders: { authorization: `Bearer ${KEY}` },
    launchOptions,
  },
});
