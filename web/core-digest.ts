import { createHash } from 'node:crypto';
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import type { Plugin } from 'vite';

const sources = fileURLToPath(new URL('../core/src', import.meta.url));

/** Digest of everything that core computes with: its sources without their tests. */
function digest(): string {
  const hash = createHash('sha256');
  const files = readdirSync(sources, { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.(ts|json)$/.test(file) && !file.endsWith('.test.ts'))
    .sort();
  for (const file of files)
    hash
      .update(file)
      .update('\0')
      .update(readFileSync(path.join(sources, file)));
  return hash.digest('hex');
}

const NAME = 'virtual:core-digest';

/** For the bundlers of the server: a module with the digest, since cached results carry the core that made them. */
export const coreDigestModule = (): Plugin => ({
  name: NAME,
  resolveId: (id) => (id === NAME ? `\0${NAME}` : null),
  load: (id) => (id === `\0${NAME}` ? `export const coreDigest = ${JSON.stringify(digest())};` : null),
});
