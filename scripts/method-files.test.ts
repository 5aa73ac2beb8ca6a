import { readFileSync } from 'node:fs';
import path from 'node:path';
import { expect, it } from 'vitest';
import { methodFilesText } from './lib/method-files.mjs';

const root = path.resolve(import.meta.dirname, '..');

it('the checked-in list of methods is current (npm run methods writes it)', () => {
  expect(readFileSync(path.join(root, 'core/src/methods/method-files.ts'), 'utf8')).toBe(methodFilesText(root));
});
