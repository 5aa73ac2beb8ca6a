import { execFileSync } from 'node:child_process';
import { existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import ts from 'typescript';
import { expect, it } from 'vitest';

const root = path.resolve(import.meta.dirname, '..');

const isExported = (statement: ts.Statement): boolean =>
  ts.canHaveModifiers(statement) &&
  (ts.getModifiers(statement) ?? []).some(({ kind }) => kind === ts.SyntaxKind.ExportKeyword);

function exportedNames(file: string): string[] {
  const source = ts.createSourceFile(file, readFileSync(path.join(root, file), 'utf8'), ts.ScriptTarget.Latest);
  return source.statements.filter(isExported).flatMap((statement) => {
    if (ts.isVariableStatement(statement))
      return statement.declarationList.declarations.flatMap(({ name }) => (ts.isIdentifier(name) ? [name.text] : []));
    const { name } = statement as ts.DeclarationStatement;
    return name === undefined ? [] : [name.text];
  });
}

it('no name is exported from two files, but `method` of the methods and what routes export', () => {
  const files = execFileSync('git', ['ls-files', '-co', '--exclude-standard', 'core/src', 'demo/src', 'web/src'], {
    cwd: root,
    encoding: 'utf8',
  })
    .split('\n')
    .filter((file) => /\.tsx?$/.test(file) && !/\.test\.tsx?$|\/pages\//.test(file))
    .filter((file) => existsSync(path.join(root, file)));
  expect(files.length).toBeGreaterThan(400);
  const seen = new Map<string, string[]>();
  for (const file of files)
    for (const name of new Set(exportedNames(file))) seen.set(name, [...(seen.get(name) ?? []), file]);
  seen.delete('method');
  expect([...seen].filter(([, where]) => where.length > 1)).toEqual([]);
});
