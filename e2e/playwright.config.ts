import { defineConfig } from '@playwright/test';
import { chromium, chromiumFlags } from '../scripts/chromium.mjs';

/** Debian's Chromium against the built application: two workers, each with a server and a database of its own. */
export default defineConfig({
  testDir: '.',
  testMatch: '*.e2e.ts',
  outputDir: 'results',
  // Long enough for a machine that does other work: how fast anything is, the bench says.
  timeout: 240_000,
  workers: 2,
  fullyParallel: true,
  retries: 0,
  expect: { timeout: 60_000 },
  use: {
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    colorScheme: 'light',
    launchOptions: {
      executablePath: chromium,
      args: chromiumFlags,
    },
  },
});
