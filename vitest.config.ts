import { defineConfig } from 'vitest/config';
import { coreDigestModule } from './web/core-digest.ts';

/** A slow machine under load is no failure: what hangs does so for longer. */
const testTimeout = 60_000;
/** Share of the draws that statistical tests make: `npm run test:fast` makes a few, to say that they run. */
const env = { DRAWS_SHARE: process.env.DRAWS_SHARE ?? '1' };

export default defineConfig({
  test: {
    projects: [
      // Core keeps no state between files: they share one module graph.
      { test: { name: 'core', env, testTimeout, isolate: false, root: './core', include: ['src/**/*.test.ts'] } },
      { test: { name: 'demo', env, testTimeout, isolate: false, root: './demo', include: ['src/**/*.test.ts'] } },
      { test: { name: 'scripts', testTimeout, root: './scripts', include: ['*.test.ts'] } },
      {
        plugins: [coreDigestModule()],
        test: {
          name: 'web',
          testTimeout,
          isolate: false,
          unstubGlobals: true,
          root: './web',
          include: ['src/**/*.test.ts'],
          exclude: ['src/**/*.db.test.ts'],
        },
      },
      {
        plugins: [coreDigestModule()],
        esbuild: { jsx: 'automatic' },
        test: {
          name: 'components',
          testTimeout,
          root: './web',
          include: ['src/**/*.test.tsx'],
          environment: 'jsdom',
          setupFiles: ['./src/testing/browser.ts'],
        },
      },
      {
        plugins: [coreDigestModule()],
        test: {
          name: 'database',
          testTimeout,
          hookTimeout: testTimeout,
          root: './web',
          include: ['src/**/*.db.test.ts'],
          globalSetup: ['./src/server/testing/global-database.ts'],
          fileParallelism: false,
        },
      },
    ],
  },
});
