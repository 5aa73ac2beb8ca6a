import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'astro/config';
import { compressScripts } from './compress-scripts.ts';
import { coreDigestModule } from './core-digest.ts';
import { serviceWorker } from './service-worker.ts';
import { withoutHelpTexts } from './help-texts.ts';
import { scriptImports } from './script-imports.ts';
import { withoutSkeletons } from './without-skeletons.ts';

/**
 * Modules that are sent together, as one file each: many files cost more in headers than in code. What is not named here goes
 * with whatever asks for it, so that a page is not sent what only others need.
 */
const CHUNKS: readonly (readonly [string, RegExp])[] = [
  ['react', /\/node_modules\/(react|react-dom|scheduler|react-error-boundary)\//],
  [
    'ui',
    /\/web\/src\/(ui\/(feedback\/(Disclosure|on-demand|toast|use-back-closes|use-fold|Dialog)|use-media|reader)|messages\/(text|figures|locale|catalogues|rich)|client\/(api|identity|device\/(device-database|device-schema|batches|device-storage|outbox|write-words|counter|open-conflicts|send-batch)))\.tsx?$|\/core\/src\/(message|units)\/|\/node_modules\/(lucide-react|intl-messageformat|@formatjs|nanostores|@nanostores|uuid|idb)\//,
  ],
  [
    'record',
    /\/core\/src\/(uncertainty|(diameter\/(limits|several-stems|basal-area)|protocol\/(condition-codes|volume-model|volume-settings|field-rules\/(classes|breast-height|recorded-dbh|field-rules))|taper\/outside-range|height\/geometry|instruments\/checks)\.ts$)/,
  ],
  [
    'plot',
    /\/core\/src\/(height-curve\/fit|statistics\/(sample|least-squares|student-t|solve-symmetric)|plot\/(angle-count|plot-shape-words|limiting-distance)|biomass\/biomass|inventory\/two-phase\/three-p)\.ts$/,
  ],
  [
    'fields',
    /\/web\/src\/ui\/(forms\/(Field|NumberField|SettingsRow|Choice|use-quantities|quantity)|feedback\/EnterFirst)\.tsx?$/,
  ],
  ['prices', /\/web\/src\/features\/results\/prices\/(use-prices|start-prices|wood-units)\.ts$/],
  ['elevation', /\/web\/src\/(ui\/drawing|shared\/elevation)\//],
  [
    'sheet',
    /\/web\/src\/(features\/tree-sheet\/(sheet\/(FiguresCard|sheet-props)|readings\/(SlotBox|MethodChoice|ReadingBox|SpeciesField|PersonChoice|ObserverPosition|KitWords))|shared\/person-words)\.tsx?$/,
  ],
  [
    'design',
    /\/core\/src\/protocol\/(plot-shape|price-list|sampling-design|species|two-phase-design|diameter-choice)\.ts$/,
  ],
  [
    'wood',
    /\/core\/src\/(log-rules\/|(taper\/(taper|profile|sections|stem-volumes|taper-choice)|volume\/(expression|equation|form-factor-volume|tree-volume))\.ts$)/,
  ],
  [
    'callout',
    /\/core\/src\/(callout|tree|diameter|height|measurement|methods)\/|\/core\/src\/(instruments\/(instruments|crew-instruments)|height-curve\/expected-height)\.ts$|\/web\/src\/(client\/tree-writes|contracts\/tree-write|shared\/example-lines)\.ts$/,
  ],
];
const chunkOf = (id: string): string | undefined => CHUNKS.find(([, path]) => path.test(id))?.[0];

export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'middleware' }),
  integrations: [react(), scriptImports(), compressScripts(), serviceWorker()],
  devToolbar: { enabled: false },
  // Our own check in middleware.ts is stricter: it covers JSON as well.
  security: { checkOrigin: false },
  vite: {
    plugins: [tailwindcss(), coreDigestModule(), withoutHelpTexts(), withoutSkeletons()],
    // Every script is a file of its own: the content security policy lets nothing of ours run inline.
    build: {
      assetsInlineLimit: 0,
      // Scripts come out about 3 % smaller than with the minifier that Vite uses by itself.
      minify: 'terser',
      terserOptions: { module: true, ecma: 2020, compress: { passes: 2 } },
      // A page waits at its first import for what this device keeps.
      target: 'es2022',
      rollupOptions: { output: { manualChunks: chunkOf, onlyExplicitManualChunks: true } },
    },
    optimizeDeps: { include: ['class-validator', 'class-transformer', 'reflect-metadata'] },
  },
});
