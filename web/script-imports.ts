import { readdir, readFile, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import type { AstroIntegration } from 'astro';

const ON_PHONES = /\bimport\(["']\.\/(Phone[^"']+\.js)["']\)/g;
const STATIC_IMPORT = /(?:\bfrom|\bimport)\s*["']\.\/([^"']+\.js)["']/g;

/** Everything that a script imports before it runs, itself included. */
function importsOf(name: string, direct: ReadonlyMap<string, readonly string[]>): Set<string> {
  const found = new Set([name]);
  // A set takes in what is added while it is walked.
  for (const each of found) for (const next of direct.get(each) ?? []) found.add(next);
  return found;
}

/**
 * Writes at build which scripts each script imports, so that a page can name all that it needs at once: a browser that learns
 * of them one after the other asks the network once more for each.
 */
export const scriptImports = (): AstroIntegration => ({
  name: 'script-imports',
  hooks: {
    'astro:build:done': async ({ dir }) => {
      const root = path.join(fileURLToPath(dir), '_astro');
      const names = (await readdir(root)).filter((name) => name.endsWith('.js'));
      const texts = await Promise.all(names.map((name) => readFile(path.join(root, name), 'utf8')));
      const direct = new Map(
        names.map((name, i) => [name, [...(texts[i] ?? '').matchAll(STATIC_IMPORT)].map(([, next]) => next ?? '')]),
      );
      const addressesOf = (entries: readonly string[]): string[] =>
        [...new Set(entries.flatMap((each) => [...importsOf(each, direct)]))].map((each) => `/_astro/${each}`);
      const imports = Object.fromEntries(
        names.map((name, i) => {
          // What is fetched later is fetched at once where its name says so.
          const onPhones = [...(texts[i] ?? '').matchAll(ON_PHONES)].map(([, next]) => next ?? '');
          return [`/_astro/${name}`, { all: addressesOf([name]), phone: addressesOf(onPhones) }];
        }),
      );
      await writeFile(path.join(root, 'imports.json'), JSON.stringify(imports));
    },
  },
});
