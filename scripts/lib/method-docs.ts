import { readdirSync, readFileSync } from 'node:fs';
import path from 'node:path';
import { evaluate, type Method, type ReadingSpec, typicalErrorOf } from '@arbolito/core/measurement';
import { englishOf } from '@arbolito/core/message';
import { METHODS } from '@arbolito/core/methods';
import { estimateOf, type Step } from '@arbolito/core/uncertainty';
import { printAsRead, type UnitId, unitOf } from '@arbolito/core/units';

const TITLES = {
  diameter: 'Methods of diameter',
  height: 'Methods of height',
  point: 'Methods of measuring height',
  distance: 'Methods of distance',
};

/** The docstring of each method, by identifier: its formula, and what holds for it. */
function docstrings(root: string): ReadonlyMap<string, string> {
  const folders = ['diameter', 'height'].map((module) => path.join(root, 'core/src', module, 'methods'));
  const files = folders.flatMap((folder) =>
    readdirSync(folder)
      .filter((name) => name.endsWith('.ts') && !name.endsWith('.test.ts'))
      .map((name) => readFileSync(path.join(folder, name), 'utf8')),
  );
  return new Map(
    files.map((source) => {
      const [, id = ''] = /id: '([^']+)'/.exec(source) ?? [];
      const [, text = ''] = /\/\*\*((?:(?!\*\/)[\s\S])*)\*\/\s*export const method\b/.exec(source) ?? [];
      const lines = text.split('\n').map((line) => line.replace(/^\s*\*? ?/, '').trimEnd());
      return [id, lines.join('\n').trim()];
    }),
  );
}

const symbol = (unit: UnitId): string => unitOf(unit).symbol || 'count';

const readingRow = (spec: ReadingSpec): string => {
  const each = (write: (unit: UnitId) => string): string => spec.units.map(write).join('<br>');
  const range = (unit: UnitId): string => {
    const [low, high] = spec.range[unit] ?? [];
    return low === undefined || high === undefined ? '' : `${printAsRead(low)} to ${printAsRead(high)}`;
  };
  const cells = [
    englishOf(spec.label),
    each(symbol),
    each(range),
    each((unit) => `± ${String(Number(typicalErrorOf(spec, unit).toPrecision(2)))}`),
    spec.callout === '' ? '' : `\`${spec.callout}\``,
  ];
  return `| ${cells.join(' | ')} |`;
};

const line = ({ expression, result, unit, rule }: Step): string =>
  `${expression} = ${result}${unit === '' ? '' : ` ${unit}`}    (${englishOf(rule)})`;

/** The example of a method, computed: readings, workings and the figure with its standard error. */
function workedExample({ description, ...method }: Method): readonly string[] {
  const outcome = evaluate({ description, ...method }, description.example, { unitSystem: 'metric' });
  const estimate = estimateOf(outcome);
  if (estimate === null) return [];
  const { printed, workings, errorWorkings } = estimate;
  const given = Object.entries(description.example).map(([key, { value, unit }]) =>
    `${englishOf(description.readings.find((spec) => spec.key === key)?.label ?? key)} ${printAsRead(value)} ${unitOf(unit).symbol}`.trim(),
  );
  return [
    `**Example.** ${given.join(', ')}: ${printed.value} ± ${printed.standardError} ${unitOf(printed.unit).symbol}`,
    '',
    '```text',
    ...[...workings, ...errorWorkings].map(line),
    '```',
    '',
  ];
}

function methodText(method: Method, docstring: string): string {
  const { name, id, version, summary, readings, safety, source } = method.description;
  return [
    `## ${englishOf(name)}`,
    '',
    `\`${id}\`, version ${String(version)}. ${englishOf(summary)}`,
    '',
    ...(docstring === '' ? [] : [docstring, '']),
    '| reading | unit | range | standard error | call-out |',
    '| --- | --- | --- | --- | --- |',
    ...readings.map(readingRow),
    '',
    ...workedExample(method),
    `**Safety.** ${englishOf(safety)}`,
    '',
    `**Source.** ${source}.`,
    '',
  ].join('\n');
}

/** The documents of the methods, by file name: made of descriptions, docstrings and the examples that the tests read. */
export function methodDocs(root: string): Readonly<Record<string, string>> {
  const docs = docstrings(root);
  const measures = [...new Set(METHODS.map(({ description }) => description.measure))];
  return Object.fromEntries(
    measures.map((measure) => [
      `${measure}.md`,
      [
        `# ${TITLES[measure]}`,
        '',
        'Made by `npm run methods` of the descriptions and docstrings. Standard errors are those of one reading.',
        '',
        ...METHODS.filter(({ description }) => description.measure === measure).map((method) =>
          methodText(method, docs.get(method.description.id) ?? ''),
        ),
      ].join('\n'),
    ]),
  );
}
