// npm run contracts: writes the rule tables of the browser’s forms anew after a contract was changed.
import { writeFileSync } from 'node:fs';
import path from 'node:path';
import { withSource } from './lib/load-source.mjs';
import { root, say } from './lib/steps.mjs';

const web = path.join(root, 'web');
const file = 'src/contracts/generated/rules.ts';
const text = await withSource(web, async (load) => {
  const { ruleTablesText } = await load('/src/contracts/document/rule-tables.ts');
  return ruleTablesText();
});
writeFileSync(path.join(web, file), text);
say(`· web/${file} is current`);
