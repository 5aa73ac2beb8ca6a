import { describe, expect, it } from 'vitest';
import rulesText from '../generated/rules.ts?raw';
import { openApiDocument } from './openapi.ts';
import { OPERATIONS } from './operations.ts';
import { ruleTablesText } from './rule-tables.ts';
import { contractSchemas } from './schemas.ts';

const routes = import.meta.glob<string>('../../pages/api/**/*.ts', { query: '?raw', import: 'default', eager: true });

const contracts = import.meta.glob<string>('../*.ts', { query: '?raw', import: 'default', eager: true });

/** Method, address and body contract of each route, as its source names them. */
const served = Object.entries(routes)
  .filter(([file]) => !file.includes('[...path]'))
  .flatMap(([file, source]) => {
    const path = file
      .replace('../../pages', '')
      .replace(/(\/index)?\.ts$/, '')
      .replaceAll('[id]', '{id}');
    return [...source.matchAll(/export const (GET|POST|DELETE)\b([\s\S]*?)(?=\nexport |$)/g)].map(
      ([, method = '', handler = '']) => ({
        name: `${method.toLowerCase()} ${path}`,
        body: /readBody\([^)]*?,\s*(\w+Dto)\b/.exec(handler)?.[1],
      }),
    );
  });

describe('the API document', () => {
  it('has every operation that is served, and no other', () => {
    const names = OPERATIONS.map(({ method, path }) => `${method} ${path}`);
    expect([...names].sort()).toEqual(served.map(({ name }) => name).sort());
  });

  it('names the contract that each route reads', () => {
    const bodies = new Map(OPERATIONS.map(({ method, path, body }) => [`${method} ${path}`, body?.name]));
    for (const { name, body } of served) expect([name, bodies.get(name)]).toEqual([name, body]);
  });

  it('can tell all contracts apart: no two classes have one name', () => {
    const names = Object.values(contracts).flatMap((source) =>
      [...source.matchAll(/^(?:export )?class (\w+)/gm)].map(([, name]) => name),
    );
    expect(names.length).toBeGreaterThan(40);
    expect(names.filter((name, i) => names.indexOf(name) !== i)).toEqual([]);
  });

  it('has a schema for everything that it refers to', () => {
    const text = JSON.stringify(openApiDocument());
    const schemas = contractSchemas();
    for (const [, name = ''] of text.matchAll(/#\/components\/schemas\/(\w+)/g)) expect(schemas).toHaveProperty(name);
  });

  it('gives limits and units of a number, and the kinds of a shape', () => {
    const { NewSurveyDto, NewPlotDto } = contractSchemas();
    expect(NewSurveyDto?.properties.eyeHeightM).toEqual({
      type: 'number',
      minimum: 0.5,
      maximum: 2.5,
      'x-unit': 'm',
    });
    expect(NewPlotDto?.properties.shape).toMatchObject({
      discriminator: { propertyName: 'kind', mapping: { circle: '#/components/schemas/CircleDto' } },
    });
  });
});

describe('the rule tables of the browser', () => {
  it('are current: run `npm run contracts` after a change of a contract', () => {
    expect(rulesText).toBe(ruleTablesText());
  });
});
