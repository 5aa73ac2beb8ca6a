import { defineConfig } from 'vite';
import { coreDigestModule } from './core-digest.ts';

/** Bundles what runs beside the application and needs its code: migrations and demo data, and the thread of long work. */
export default defineConfig({
  plugins: [coreDigestModule()],
  build: {
    ssr: true,
    outDir: 'dist/tools',
    target: 'node20',
    rollupOptions: {
      input: {
        database: 'src/server/database/tools.ts',
        thread: 'src/server/results/worker.ts',
        worker: 'src/server/results/queue-worker.ts',
        paper: 'src/server/report/paper-worker.ts',
        secure: 'src/server/secure/tools.ts',
        record: 'src/server/report/record-worker.ts',
      },
      // Beside each other: they find the migrations by where they lie.
      output: { entryFileNames: '[name].mjs', chunkFileNames: '[name]-[hash].mjs' },
    },
  },
  ssr: { noExternal: [/^@arbolito\//] },
});
