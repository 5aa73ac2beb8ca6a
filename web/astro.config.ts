import node from '@astrojs/node';
import react from '@astrojs/react';
import tailwindcss from '@tailwindcss/vite';
import { defineConfig } from 'astro/config';
import { coreDigestModule } from './core-digest.ts';

export default defineConfig({
  output: 'server',
  adapter: node({ mode: 'middleware' }),
  integrations: [react()],
  devToolbar: { enabled: false },
  // Our own check in middleware.ts is stricter: it covers JSON as well.
  security: { checkOrigin: false },
  vite: {
    plugins: [tailwindcss(), coreDigestModule()],
    // Every script is a file of its own: the content security policy lets nothing of ours run inline.
    build: { assetsInlineLimit: 0 },
    optimizeDeps: { include: ['class-validator', 'class-transformer', 'reflect-metadata'] },
  },
});
