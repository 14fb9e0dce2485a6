import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    include: [
      'core/src/**/*.test.ts',
      'server/src/**/*.test.ts',
      'web/src/**/*.test.ts',
      'ask/src/**/*.test.ts',
    ],
    // Long enough for a machine that does other work: how fast anything is, the bench says.
    testTimeout: 240_000,
    maxWorkers: 2,
  },
});
