import { defineConfig } from 'vitest/config';

export default defineConfig({
  test: {
    projects: [
      { test: { name: 'core', root: './core', include: ['src/**/*.test.ts'] } },
      { test: { name: 'web', root: './web', include: ['src/**/*.test.ts'], exclude: ['src/**/*.db.test.ts'] } },
      {
        test: {
          name: 'database',
          root: './web',
          include: ['src/**/*.db.test.ts'],
          globalSetup: ['./src/server/testing/global-database.ts'],
          fileParallelism: false,
        },
      },
    ],
  },
});
