import { defineConfig } from '@playwright/test';
import { launchArgs } from './studio.ts';

/** Drives the built application that scripts/test.mjs has started. */
export default defineConfig({
  testDir: 'tests',
  outputDir: '../test-results/browser',
  workers: 2,
  retries: 0,
  timeout: 240_000,
  expect: { timeout: 60_000 },
  reporter: process.env.PLAYWRIGHT_JSON_OUTPUT_NAME ? [['list'], ['json']] : [['list']],
  use: {
    baseURL: process.env.JOCUND_URL ?? 'http://127.0.0.1:4173',
    viewport: { width: 1280, height: 800 },
    trace: 'on-first-retry',
    launchOptions: {
      executablePath: process.env.CHROMIUM ?? '/usr/bin/chromium',
      args: launchArgs,
    },
  },
});
