import ts from 'typescript';
import type { Plugin } from 'vite';

/** What only help pages and tests show, on the server: property, a property that stands beside it, what it becomes. */
const HELP_ONLY: readonly { readonly name: string; readonly beside: string; readonly empty: string }[] = [
  { name: 'summary', beside: 'readings', empty: "''" },
  { name: 'help', beside: 'readings', empty: '[]' },
  { name: 'example', beside: 'readings', empty: '{}' },
  { name: 'evidence', beside: 'suggestedFix', empty: "''" },
];
const DESCRIPTIONS = /\/core\/src\/(?:height|diameter)\/(?:methods|reading-errors)\/[a-z0-9-]+\.ts$/;

const nameOf = (property: ts.ObjectLiteralElementLike): string =>
  property.name !== undefined && ts.isIdentifier(property.name) ? property.name.text : '';

/** For the bundle of the browser: descriptions of methods and reading errors without what only help pages show. */
export const withoutHelpTexts = (): Plugin => ({
  name: 'without-help-texts',
  enforce: 'pre',
  transform: (code, id, options) => {
    if (options?.ssr === true || !DESCRIPTIONS.test(id)) return null;
    const file = ts.createSourceFile(id, code, ts.ScriptTarget.Latest, true);
    const cuts: { readonly from: number; readonly to: number; readonly empty: string }[] = [];
    const visit = (node: ts.Node): void => {
      if (ts.isObjectLiteralExpression(node)) {
        const names = new Set(node.properties.map(nameOf));
        for (const property of node.properties) {
          const found = HELP_ONLY.find(({ name, beside }) => name === nameOf(property) && names.has(beside));
          if (found !== undefined && ts.isPropertyAssignment(property))
            cuts.push({
              from: property.initializer.getStart(file),
              to: property.initializer.getEnd(),
              empty: found.empty,
            });
        }
      }
      ts.forEachChild(node, visit);
    };
    visit(file);
    if (cuts.length === 0) return null;
    const left = cuts
      .sort((a, b) => b.from - a.from)
      .reduce((text, { from, to, empty }) => text.slice(0, from) + empty + text.slice(to), code);
    return { code: left, map: null };
  },
});
