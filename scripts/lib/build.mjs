import { createHash } from 'node:crypto';
import { existsSync, readdirSync, readFileSync, statSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { root, step } from './steps.mjs';

const SOURCES = ['core', 'demo', 'web', 'package-lock.json', 'tsconfig.base.json'];
const LEFT_OUT = new Set(['node_modules', 'dist', '.astro']);
const mark = path.join(root, 'web/dist/.fingerprint');

/** Text that changes whenever a source file does. */
export function fingerprint() {
  const hash = createHash('sha256');
  const visit = (relative) => {
    const file = path.join(root, relative);
    if (!statSync(file).isDirectory()) {
      hash.update(relative).update('\0').update(readFileSync(file)).update('\0');
      return;
    }
    for (const name of readdirSync(file).sort()) if (!LEFT_OUT.has(name)) visit(path.join(relative, name));
  };
  SOURCES.forEach(visit);
  return hash.digest('hex');
}

/** Builds the application unless what is built is what the sources say. */
export async function ensureBuilt() {
  const now = fingerprint();
  if (existsSync(mark) && readFileSync(mark, 'utf8') === now) return;
  await step('Building the application', 'npm', ['run', 'build'], { env: { ASTRO_TELEMETRY_DISABLED: '1' } });
  writeFileSync(mark, now);
}
