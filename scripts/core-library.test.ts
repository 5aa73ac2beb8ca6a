import { execFileSync, spawnSync } from 'node:child_process';
import { mkdirSync, mkdtempSync, readFileSync, rmSync, symlinkSync, writeFileSync } from 'node:fs';
import os from 'node:os';
import path from 'node:path';
import ts from 'typescript';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';

const root = path.resolve(import.meta.dirname, '..');
const entry = path.join(root, 'core/src/index.ts');
const folder = mkdtempSync(path.join(os.tmpdir(), 'arbolito-core-'));
const pack = path.join(folder, 'node_modules/@arbolito/core');

/** A function of the root export with its docstring. */
interface Documented {
  readonly name: string;
  readonly parameters: readonly string[];
  readonly tags: readonly { readonly name: string; readonly text: string }[];
}

function documentedFunctions(): Documented[] {
  const options: ts.CompilerOptions = {
    moduleResolution: ts.ModuleResolutionKind.Bundler,
    module: ts.ModuleKind.ESNext,
    target: ts.ScriptTarget.ES2022,
    allowImportingTsExtensions: true,
    noEmit: true,
    types: [],
  };
  const program = ts.createProgram([entry], options);
  const checker = program.getTypeChecker();
  const source = program.getSourceFile(entry);
  const module = source === undefined ? undefined : checker.getSymbolAtLocation(source);
  return (module === undefined ? [] : checker.getExportsOfModule(module)).flatMap((alias): Documented[] => {
    const symbol = alias.flags & ts.SymbolFlags.Alias ? checker.getAliasedSymbol(alias) : alias;
    const declaration = symbol.valueDeclaration;
    if (declaration === undefined || ts.isBindingElement(declaration)) return [];
    const made = ts.isVariableDeclaration(declaration) ? declaration.initializer : declaration;
    if (made === undefined || !(ts.isFunctionDeclaration(made) || ts.isArrowFunction(made))) return [];
    return [
      {
        name: alias.name,
        parameters: made.parameters.map(({ name }) => (ts.isIdentifier(name) ? name.text : '')),
        tags: symbol.getJsDocTags(checker).map((tag) => ({
          name: tag.name,
          text: ts.displayPartsToString(tag.text),
        })),
      },
    ];
  });
}

const functions = documentedFunctions();
const examples = functions.flatMap(({ name, tags }) =>
  tags.flatMap((tag) => (tag.name === 'example' ? [{ name, text: tag.text }] : [])),
);

/** What the examples of docstrings may name beside the functions themselves. */
const FIXTURES = `
const exampleSurvey = { unitSystem: 'metric', slopeUnit: 'pct', species: [{ code: 'sp', name: 'Scots pine', crown: 'spire' }] };
const exampleProtocol = { unitSystem: 'metric', fieldRules: core.RULE_SETS.timber.rules, formFactor: core.USUAL_FORM_FACTOR };
const exampleTree = core.parseTreeForm(core.parseCallout('#1 sp 34.5', exampleSurvey).draft, exampleSurvey).tree;
`;

beforeAll(() => {
  mkdirSync(pack, { recursive: true });
  execFileSync(
    path.join(root, 'node_modules/.bin/tsc'),
    ['-p', path.join(root, 'core/tsconfig.build.json'), '--outDir', path.join(pack, 'dist')],
    { cwd: root },
  );
  writeFileSync(path.join(pack, 'package.json'), readFileSync(path.join(root, 'core/package.json')));
  writeFileSync(path.join(folder, 'package.json'), '{"type":"module"}');
  symlinkSync(path.join(root, 'core/README.md'), path.join(pack, 'README.md'));
}, 120_000);
afterAll(() => {
  rmSync(folder, { recursive: true, force: true });
});

/** Runs a script in a project that has nothing but the package; what it printed, line by line. */
function runInNode(script: string): string[] {
  const file = path.join(folder, 'script.mjs');
  writeFileSync(file, script);
  const run = spawnSync(process.execPath, [file], { cwd: folder, encoding: 'utf8' });
  expect(run.stderr).toBe('');
  return run.stdout.trim().split('\n');
}

describe('core as a package in plain Node', () => {
  it('runs the example of its README', () => {
    const readme = readFileSync(path.join(root, 'core/README.md'), 'utf8');
    const script = /```js\n([\s\S]*?)```/.exec(readme)?.[1] ?? '';
    const [, expected] = /\/\/ (.*)\n$/.exec(script) ?? [];
    expect(expected).toBe('34.5 17.5 0.74');
    expect(runInNode(script)).toEqual([expected]);
  });

  it('runs every example of the docstrings of its root export, to the digits that are printed', () => {
    const lines = examples.map(({ text }) => text.split(' // '));
    const script = [
      `import * as core from '@arbolito/core';`,
      FIXTURES,
      `const { ${functions.map(({ name }) => name).join(', ')}, findMethod } = core;`,
      ...lines.map(([expression = '']) => `console.log(JSON.stringify(${expression}) ?? 'undefined');`),
    ].join('\n');
    const answers = runInNode(script);
    lines.forEach(([expression = '', printed = ''], i) => {
      const answer = (answers[i] ?? '').replaceAll('"', '');
      const decimals = /\.(\d+)$/.exec(printed)?.[1]?.length ?? 0;
      const isNumber = Number.isFinite(Number(printed));
      expect(isNumber ? Number(answer).toFixed(decimals) : answer, expression).toBe(printed);
    });
  });
});

describe('the docstrings of the root export', () => {
  it('are of functions', () => {
    expect(functions.length).toBeGreaterThan(12);
  });

  it.each(functions)('$name says what it takes and returns, with an example', ({ parameters, tags }) => {
    const of = (name: string): string[] => tags.filter((tag) => tag.name === name).map(({ text }) => text);
    // A parameter that is taken apart has the name that its docstring gives it.
    const named = of('param').map((text, i) => (parameters[i] === '' ? '' : text.split(' ')[0]));
    expect(named).toEqual(parameters);
    for (const text of of('param')) expect(text.split(' ').length).toBeGreaterThan(2);
    expect(of('returns')).toHaveLength(1);
    expect(of('example').length).toBeGreaterThanOrEqual(1);
  });
});
