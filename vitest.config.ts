import { fileURLToPath } from 'node:url';
import { defineConfig } from 'vitest/config';

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
        test: { name: 'core', include: ['core/src/**/*.test.ts', 'ask/src/**/*.test.ts'], isolate: false },
      },
      {
        extends: true,
        test: {
          name: 'around',
          include: ['jobs/src/**/*.test.ts', 'server/src/**/*.test.ts', 'web/src/**/*.test.{ts,tsx}'],
        },
      },
    ],
  },
});
