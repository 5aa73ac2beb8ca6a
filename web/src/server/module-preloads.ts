import { readFileSync } from 'node:fs';

/** Scripts that each script imports, by address, and those that it asks for on phones. */
type ScriptImports = Readonly<Record<string, { readonly all: readonly string[]; readonly phone: readonly string[] }>>;

const ISLAND = /<astro-island\b[^>]*>/g;
const SCRIPT = /(?:component|renderer)-url="([^"]+)"/g;
/** It is fetched when somebody sees it. */
const WAITS = /\bclient="visible"/;

/**
 * A page that names the scripts of its islands with all that they import: they are fetched side by side, while the page is
 * read, and not one after the other as each asks for the next.
 */
export function withModulePreloads(html: string, imports: ScriptImports, isPhone: boolean): string {
  const asked = (html.match(ISLAND) ?? [])
    .filter((island) => !WAITS.test(island))
    .flatMap((island) => [...island.matchAll(SCRIPT)].map(([, address]) => address ?? ''));
  const scripts = new Set(
    asked.flatMap((address) => {
      const own = imports[address];
      return own === undefined ? [] : [...own.all, ...(isPhone ? own.phone : [])];
    }),
  );
  const links = [...scripts].map((address) => `<link rel="modulepreload" href="${address}">`).join('');
  return html.replace('</head>', () => `${links}</head>`);
}

let known: ScriptImports | undefined;

/** What the build found out of its scripts; nothing where there is no build, as during development. */
export function scriptImports(): ScriptImports {
  if (known !== undefined) return known;
  const file = process.env.ARBOLITO_IMPORTS;
  known = file === undefined ? {} : (JSON.parse(readFileSync(file, 'utf8')) as ScriptImports);
  return known;
}
