// npm run contracts: writes the rule tables of the browser’s forms anew after a contract was changed.
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { createServer } from 'vite';
import { root, say } from './lib/steps.mjs';

const web = path.join(root, 'web');
const file = 'src/contracts/generated/rules.ts';
const vite = await createServer({
  configFile: false,
  root: web,
  appType: 'custom',
  logLevel: 'error',
  server: { middlewareMode: true, watch: null, ws: false },
  optimizeDeps: { noDiscovery: true },
});
try {
  const { ruleTablesText } = await vite.ssrLoadModule('/src/contracts/document/rule-tables.ts');
  writeFileSync(path.join(web, file), ruleTablesText());
  say(`· web/${file} is current`);
} finally {
  await vite.close();
}
