import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'astro/config';
import { compressScripts } from './compress-scripts.ts';
import { coreDigestModule } from './core-digest.ts';
import { withoutHelpTexts } from './help-texts.ts';
import { withoutSkeletons } from './without-skeletons.ts';

/** Small modules that nearly every island loads, as one file each: many files cost more in headers than in code. */
const CHUNKS: readonly (readonly [string, RegExp])[] = [
  ['units', /\/core\/src\/units\//],
  [
    'record',
    /\/core\/src\/(uncertainty\/(estimate|workbook)|diameter\/(limits|several-stems|basal-area)|protocol\/(condition-codes|volume-model|volume-settings|field-rules\/(classes|breast-height|recorded-dbh))|taper\/outside-range|height\/geometry)\.ts$/,
  ],
  ['client', /\/web\/src\/client\/(api|identity|device-storage|outbox)\.ts$/],
  [
    'ui',
    /\/web\/src\/ui\/(feedback\/(Disclosure|on-demand|toast|use-back-closes)|use-media)\.tsx?$|\/lucide-react\/dist\/esm\/(createLucideIcon|icons\/(calendar-clock|triangle-(alert|exclamation-point)|undo-2))\.m?js$/,
  ],
  ['elevation', /\/web\/src\/(ui\/drawing|shared\/elevation)\//],
  [
    'sheet',
    /\/web\/src\/features\/tree-sheet\/(sheet\/(FiguresCard|sheet-props)|readings\/(SlotBox|MethodChoice))\.tsx?$/,
  ],
  ['callout', /\/core\/src\/callout\/|\/web\/src\/(client\/tree-writes|shared\/example-lines)\.ts$/],
];
const chunkOf = (id: string): string | undefined => CHUNKS.find(([, path]) => path.test(id))?.[0];

export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'middleware' }),
  integrations: [react(), compressScripts()],
  devToolbar: { enabled: false },
  // Our own check in middleware.ts is stricter: it covers JSON as well.
  security: { checkOrigin: false },
  vite: {
    plugins: [tailwindcss(), coreDigestModule(), withoutHelpTexts(), withoutSkeletons()],
    // Every script is a file of its own: the content security policy lets nothing of ours run inline.
    build: { assetsInlineLimit: 0, rollupOptions: { output: { manualChunks: chunkOf } } },
    optimizeDeps: { include: ['class-validator', 'class-transformer', 'reflect-metadata'] },
  },
});
