// npm run methods: writes the list of method files and their documents anew after a method was added or changed.
import { mkdirSync, rmSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { withSource } from './lib/load-source.mjs';
import { methodFilesText } from './lib/method-files.mjs';
import { root, run, say, Stop } from './lib/steps.mjs';

const list = 'core/src/methods/method-files.ts';
const folder = path.join(root, 'docs/methods');

run(async () => {
  writeFileSync(path.join(root, list), methodFilesText(root));
  say(`· ${list} is current`);
  const docs = await withSource(root, async (load) => {
    const { methodDocs } = await load('/scripts/lib/method-docs.ts');
    return methodDocs(root);
  }).catch((error) => {
    // Two methods that collide are named in the message; where in the code that was found helps nobody.
    throw new Stop(error.message);
  });
  rmSync(folder, { recursive: true, force: true });
  mkdirSync(folder, { recursive: true });
  for (const [name, text] of Object.entries(docs)) writeFileSync(path.join(folder, name), text);
  say('· docs/methods is current');
});
