import { defineConfig } from '@playwright/test';
import { chromium, chromiumFlags } from '../scripts/chromium.mjs';

const PORT = 4190;

/** Debian's Chromium against the built application on a database of its own. */
export default defineConfig({
  testDir: '.',
  testMatch: '*.e2e.ts',
  outputDir: 'results',
  timeout: 60_000,
  workers: 1,
  retries: 0,
  expect: { timeout: 7_000 },
  use: {
    baseURL: `http://127.0.0.1:${PORT}`,
    viewport: { width: 1280, height: 800 },
    locale: 'en-GB',
    colorScheme: 'light',
    launchOptions: {
      executablePath: chromium,
      args: chromiumFlags,
    },
  },
  webServer: {
    command: `rm -rf .cache/e2e-data && node server/dist/main.js --web web/dist --demo --data .cache/e2e-data --port ${PORT}`,
    cwd: '..',
    url: `http://127.0.0.1:${PORT}/api/health`,
    reuseExistingServer: false,
  },
});
