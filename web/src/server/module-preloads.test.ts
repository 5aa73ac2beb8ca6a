import { describe, expect, it } from 'vitest';
import { withModulePreloads } from './module-preloads.ts';

const IMPORTS = {
  '/_astro/Sheet.js': { all: ['/_astro/Sheet.js', '/_astro/core.js'], phone: ['/_astro/PhoneSheet.js'] },
  '/_astro/client.js': { all: ['/_astro/client.js', '/_astro/react.js', '/_astro/core.js'], phone: [] },
  '/_astro/Chart.js': { all: ['/_astro/Chart.js', '/_astro/echarts.js'], phone: [] },
};
const island = (component: string, client: string): string =>
  `<astro-island component-url="/_astro/${component}.js" renderer-url="/_astro/client.js" client="${client}" ssr></astro-island>`;
const page = (...islands: readonly string[]): string => `<html><head></head><body>${islands.join('')}</body></html>`;
const preloads = (html: string): string[] =>
  [...html.matchAll(/<link rel="modulepreload" href="([^"]+)">/g)].map(([, address]) => address ?? '');

describe('a page with islands', () => {
  it('names each of their scripts once, with what they import', () => {
    const html = withModulePreloads(page(island('Sheet', 'only'), island('Sheet', 'load')), IMPORTS, false);
    expect(preloads(html)).toEqual(['/_astro/Sheet.js', '/_astro/core.js', '/_astro/client.js', '/_astro/react.js']);
    expect(html.indexOf('modulepreload')).toBeLessThan(html.indexOf('</head>'));
  });

  it('names on a phone what it asks for there', () => {
    const html = withModulePreloads(page(island('Sheet', 'only')), IMPORTS, true);
    expect(preloads(html)).toContain('/_astro/PhoneSheet.js');
  });

  it('leaves out what is fetched when it is seen', () => {
    expect(preloads(withModulePreloads(page(island('Chart', 'visible')), IMPORTS, false))).toEqual([]);
  });

  it('stays as it is without islands, or without a build', () => {
    expect(withModulePreloads(page(), IMPORTS, false)).toBe(page());
    expect(withModulePreloads(page(island('Sheet', 'only')), {}, false)).toBe(page(island('Sheet', 'only')));
  });
});
