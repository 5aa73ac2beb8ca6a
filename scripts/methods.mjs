// npm run methods: writes the list of method files anew after one was added, renamed or removed.
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { methodFilesText } from './lib/method-files.mjs';
import { root, say } from './lib/steps.mjs';

const file = 'core/src/methods/method-files.ts';
writeFileSync(path.join(root, file), methodFilesText(root));
say(`· ${file} is current`);
