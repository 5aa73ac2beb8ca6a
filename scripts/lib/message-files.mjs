// Messages in the code: `message(id, template)`, `t(id, template)` and `rich(id, template)` in core and web.
import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import ts from 'typescript';
import { root } from './steps.mjs';

const CALLS = new Set(['message', 't', 'rich']);
/** Attributes that a person reads or hears. */
const READ_ATTRIBUTES = new Set(['aria-label', 'title', 'placeholder', 'alt', 'label', 'hint', 'caption', 'empty']);
/** Words of our own that a textbook does not have: LANGUAGE, voice on the screen. */
const PRIVATE_WORDS =
  /\b(reckon\w*|mend(s|ed|ing)?|slips?|somebody|nobody|whoever|wished|in hand|drawn again|looked? twice|dearest|take back|let go)\b/i;

function filesIn(folder) {
  return readdirSync(path.join(root, folder), { recursive: true, encoding: 'utf8' })
    .filter((file) => /\.(ts|tsx|astro)$/.test(file) && !/\.test\.tsx?$|(^|\/)testing\//.test(file))
    .map((file) => path.join(folder, file));
}

/** Code of an Astro page as TSX of the same length: fence, scripts and styles blanked. */
function asTsx(text) {
  const blank = (part) => part.replace(/[^\n]/g, ' ');
  const fenced = text.startsWith('---') ? text : `---\n---\n${text}`;
  const end = fenced.indexOf('\n---\n', 3);
  const template = fenced
    .slice(end + 4)
    .replace(/<script[\s\S]*?<\/script>/g, blank)
    .replace(/<style[\s\S]*?<\/style>/g, blank)
    .replace(/<!doctype html>/i, blank)
    .replace(/<!--[\s\S]*?-->/g, blank);
  return `   ${fenced.slice(3, end + 1)};<>${template}</>`;
}

function parse(file) {
  const text = readFileSync(path.join(root, file), 'utf8');
  return ts.createSourceFile(
    file,
    file.endsWith('.astro') ? asTsx(text) : text,
    ts.ScriptTarget.Latest,
    true,
    file.endsWith('.ts') ? ts.ScriptKind.TS : ts.ScriptKind.TSX,
  );
}

const isText = (node) => ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node);
const hasWord = (text) => /\p{L}{2}/u.test(text);

/** What a person reads in an element without a message: its text, and the attributes that are read. */
function plainText(node) {
  if (ts.isJsxText(node)) return hasWord(node.text) ? node.text.trim() : null;
  if (!ts.isJsxAttribute(node) || !READ_ATTRIBUTES.has(node.name.getText())) return null;
  const { initializer } = node;
  return initializer !== undefined && ts.isStringLiteral(initializer) && hasWord(initializer.text)
    ? initializer.text
    : null;
}

/** Every message of the code, and every text that is none. */
export function messagesInCode() {
  const messages = new Map();
  const findings = [];
  const say = (source, node, words) => {
    const { line } = source.getLineAndCharacterOfPosition(node.getStart(source));
    findings.push(`${source.fileName}:${line + 1} ${words}`);
  };
  for (const file of [...filesIn('core/src'), ...filesIn('web/src')]) {
    const source = parse(file);
    const visit = (node) => {
      const text = plainText(node);
      if (text !== null && !isFormula(node, text)) say(source, node, `text without a message: ${text.slice(0, 60)}`);
      if (ts.isCallExpression(node) && CALLS.has(node.expression.getText(source))) {
        const [id, template] = node.arguments;
        if (id !== undefined && template !== undefined && isText(id) && isText(template)) {
          const known = messages.get(id.text);
          if (known !== undefined && known !== template.text) say(source, node, `${id.text} has two templates`);
          if (PRIVATE_WORDS.test(template.text)) say(source, node, `a word of our own: ${template.text.slice(0, 60)}`);
          messages.set(id.text, template.text);
        }
      }
      ts.forEachChild(node, visit);
    };
    visit(source);
  }
  return { messages, findings };
}

/** Examples of the call-out line and units stand between key tags: they are the same in every language. */
function isFormula(node, text) {
  let above = node.parent;
  while (above !== undefined && !ts.isJsxElement(above)) above = above.parent;
  const tag = above?.openingElement.tagName.getText();
  return (
    tag === 'kbd' || tag === 'code' || /^[\d.,\s]*(cm|m|in|ft|CSV|PDF|GeoJSON|·? ?Arbolito|arbolito|MBF|m³)$/.test(text)
  );
}
