// npm run messages: writes the English catalogues from the code, and says what the others lack.
import { existsSync, mkdirSync, readdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import { pathToFileURL } from 'node:url';
import { messagesInCode } from './lib/message-files.mjs';
import { root, run, say } from './lib/steps.mjs';
import { IntlMessageFormat } from 'intl-messageformat';
import prettier from 'prettier';

const folder = path.join(root, 'web/src/messages');
const isLocale = (name) => /^[a-z]{2}$/.test(name);

const read = (file) => (existsSync(file) ? JSON.parse(readFileSync(file, 'utf8')) : {});

/** Names of the places that a template fills. */
function placesOf(template, locale) {
  const places = new Set();
  const visit = (elements) => {
    for (const element of elements) {
      if (element.type !== 0 && element.type !== 7) places.add(element.value);
      for (const option of Object.values(element.options ?? {})) visit(option.value);
      if (element.children !== undefined) visit(element.children);
    }
  };
  visit(new IntlMessageFormat(template, locale).getAst());
  return [...places].sort().join(' ');
}

/** The English catalogues that the code asks for, by area. */
export function englishCatalogues(messages) {
  const areas = {};
  for (const id of [...messages.keys()].sort()) (areas[id.split('.')[0]] ??= {})[id] = messages.get(id);
  return areas;
}

/** What is wrong with the messages: text without one, and what each catalogue lacks, has too much or fills differently. */
export function messageFindings() {
  const { messages, findings } = messagesInCode();
  for (const [area, catalogue] of Object.entries(englishCatalogues(messages)))
    if (JSON.stringify(read(path.join(folder, 'en', `${area}.json`))) !== JSON.stringify(catalogue))
      findings.push(`en/${area}.json is not current: npm run messages`);
  for (const locale of readdirSync(folder).filter((name) => isLocale(name) && name !== 'en')) {
    const translated = Object.assign(
      {},
      ...readdirSync(path.join(folder, locale)).map((file) => read(path.join(folder, locale, file))),
    );
    for (const [id, template] of messages) {
      const text = translated[id];
      // The parser of skeletons is not sent to the browser.
      if ([text, template].some((each) => /,\s*::/.test(each ?? ''))) findings.push(`${id} uses an ICU skeleton`);
      if (text === undefined) findings.push(`${locale} lacks ${id}`);
      else {
        try {
          if (placesOf(text, locale) !== placesOf(template, 'en')) findings.push(`${locale} fills ${id} differently`);
        } catch (error) {
          findings.push(`${locale} ${id}: ${error.message}`);
        }
      }
    }
    for (const id of Object.keys(translated))
      if (!messages.has(id)) findings.push(`${locale} has ${id}, which is unused`);
  }
  return findings;
}

const isMain = import.meta.url === pathToFileURL(process.argv[1] ?? '').href;
if (isMain)
  run(async () => {
    mkdirSync(path.join(folder, 'en'), { recursive: true });
    for (const [area, catalogue] of Object.entries(englishCatalogues(messagesInCode().messages))) {
      const file = path.join(folder, 'en', `${area}.json`);
      const options = await prettier.resolveConfig(file);
      writeFileSync(file, await prettier.format(JSON.stringify(catalogue), { ...options, parser: 'json' }));
    }
    const findings = messageFindings();
    for (const finding of findings) say(finding);
    say(`${findings.length} findings`);
    if (findings.length > 0) process.exitCode = 1;
  });
