import { fileURLToPath } from 'node:url';
import type { Plugin } from 'vite';

/** For the bundle of the browser: messages are read without the parser of ICU skeletons, which none of them uses. */
export const withoutSkeletons = (): Plugin => ({
  name: 'without-skeletons',
  enforce: 'pre',
  resolveId: (id, _importer, options) =>
    options.ssr !== true && id === '@formatjs/icu-skeleton-parser'
      ? fileURLToPath(new URL('./src/messages/no-skeletons.ts', import.meta.url))
      : null,
});
