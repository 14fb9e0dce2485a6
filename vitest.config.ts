import { fileURLToPath } from 'node:url';
import { defineConfig, type TestUserConfig } from 'vitest/config';

/** Loaded by Node itself, as the server loads it: computing takes half of what it takes through Vite's module runner. */
const native: TestUserConfig = {
  pool: 'forks',
  execArgv: ['--import', 'tsx'],
  experimental: { viteModuleRunner: false, nodeLoader: false },
};

export default defineConfig({
  test: {
    // Long enough for a machine that does other work: how fast anything is, the bench says.
    testTimeout: 600_000,
    maxWorkers: 2,
    setupFiles: [fileURLToPath(new URL('scripts/draws.ts', import.meta.url))],
    projects: [
      // Pure functions share what they load; what keeps state has each file to itself.
      {
        extends: true,
        test: {
          ...native,
          name: 'core',
          include: ['core/src/**/*.test.ts', 'ask/src/**/*.test.ts'],
          isolate: false,
        },
      },
      {
        extends: true,
        test: { ...native, name: 'around', include: ['jobs/src/**/*.test.ts', 'server/src/**/*.test.ts'] },
      },
      { extends: true, test: { name: 'web', include: ['web/src/**/*.test.{ts,tsx}'] } },
    ],
  },
});
