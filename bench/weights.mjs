// What each page loads of script before it can be used: islands that load when they are seen, such as charts, are left out.
import { existsSync, readFileSync, statSync } from 'node:fs';
import path from 'node:path';
import { root } from '../scripts/lib/steps.mjs';

const client = path.join(root, 'web/dist/client');
const STATIC_IMPORT = /(?:\bfrom|\bimport)\s*["'](\.{1,2}\/[^"']+\.js)["']/g;

/** A script and everything that it imports at once. */
function closure(address, known = new Set()) {
  if (known.has(address)) return known;
  const file = path.join(client, address);
  if (!existsSync(file)) return known;
  known.add(address);
  for (const [, next] of readFileSync(file, 'utf8').matchAll(STATIC_IMPORT))
    closure(path.posix.join(path.posix.dirname(address), next), known);
  return known;
}

/** Scripts that a page names: its own, and those of its islands. */
function scriptsOf(html) {
  const own = [...html.matchAll(/<script[^>]*\bsrc="([^"]+)"/g)].map(([, address]) => address);
  const islands = [...html.matchAll(/<astro-island\b[^>]*>/g)]
    .map(([island]) => island)
    .filter((island) => !/\bclient="visible"/.test(island))
    .flatMap((island) => [...island.matchAll(/(?:component|renderer)-url="([^"]+)"/g)].map(([, address]) => address));
  return [...own, ...islands];
}

/** As they are sent: the build wrote a Brotli file beside each. */
function bytesOf(address) {
  const file = path.join(client, address);
  return statSync(existsSync(`${file}.br`) ? `${file}.br` : file).size;
}

/**
 * @param url of a running application
 * @param pages addresses by name
 * @returns kB of script that each loads at once, compressed
 */
export async function pageWeights(url, pages) {
  const weights = [];
  for (const [page, address] of Object.entries(pages)) {
    const html = await (await fetch(`${url}${address}`)).text();
    const scripts = new Set(scriptsOf(html).flatMap((script) => [...closure(script)]));
    weights.push({
      page,
      scripts: scripts.size,
      kB: [...scripts].reduce((sum, each) => sum + bytesOf(each), 0) / 1000,
    });
  }
  return weights;
}
