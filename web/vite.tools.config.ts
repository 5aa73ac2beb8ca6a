import { defineConfig } from 'vite';

/** Bundles the command-line tools that need the application's own code: migrations and demo data. */
export default defineConfig({
  build: {
    ssr: true,
    outDir: 'dist/tools',
    target: 'node20',
    rollupOptions: {
      input: { database: 'src/server/database/tools.ts' },
      output: { entryFileNames: '[name].mjs' },
    },
  },
  ssr: { noExternal: [/^@arbolito\//] },
});
