import { createHash } from 'node:crypto';
import { mkdtemp, readdir, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import type { AstroIntegration } from 'astro';
import { build } from 'vite';
import { injectManifest } from 'workbox-build';

const SOURCE = fileURLToPath(new URL('./src/service-worker/service-worker.ts', import.meta.url));
const NAME = 'service-worker';

/** What the application needs on a device, besides its pages. */
const FILES = ['_astro/*.{js,css,woff2}', '*.{svg,png,webmanifest}'];

/** Bundles the service worker and tells it which files of the build it keeps. */
export const serviceWorker = (): AstroIntegration => ({
  name: NAME,
  hooks: {
    'astro:build:done': async ({ dir }) => {
      const client = fileURLToPath(dir);
      // Names of files carry their content: the same names are the same build.
      const names = await readdir(path.join(client, '_astro'));
      const version = createHash('sha256').update(names.sort().join('\n')).digest('hex').slice(0, 12);
      const bundled = await mkdtemp(path.join(tmpdir(), `${NAME}-`));
      try {
        await build({
          configFile: false,
          logLevel: 'warn',
          define: { BUILD: JSON.stringify(version), 'process.env.NODE_ENV': '"production"' },
          build: {
            outDir: bundled,
            lib: { entry: SOURCE, formats: ['iife'], name: 'serviceWorker', fileName: () => `${NAME}.js` },
          },
        });
        await injectManifest({
          swSrc: path.join(bundled, `${NAME}.js`),
          swDest: path.join(client, `${NAME}.js`),
          globDirectory: client,
          globPatterns: FILES,
          dontCacheBustURLsMatching: /^_astro\//,
        });
      } finally {
        await rm(bundled, { recursive: true });
      }
    },
  },
});
