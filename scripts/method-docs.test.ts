import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { expect, it } from 'vitest';
import { methodDocs } from './lib/method-docs.ts';

const root = path.resolve(import.meta.dirname, '..');

it('the documents of the methods are current (npm run methods writes them)', () => {
  const folder = path.join(root, 'docs/methods');
  const written = Object.fromEntries(
    readdirSync(folder).map((name) => [name, readFileSync(path.join(folder, name), 'utf8')]),
  );
  expect(written).toEqual(methodDocs(root));
});

it('every method has its formula or principle in the document', () => {
  for (const text of Object.values(methodDocs(root)))
    for (const section of text.split('\n## ').slice(1)) {
      const [name = '', , , principle = ''] = section.split('\n');
      expect([name, principle.startsWith('|')]).toEqual([name, false]);
      expect(section).toContain('**Source.**');
      expect(section).toContain('**Example.**');
    }
});
