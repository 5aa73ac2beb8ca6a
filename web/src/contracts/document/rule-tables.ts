import type { FieldRule } from '../rules/field-rule.ts';
import { contractSchemas } from './schemas.ts';

const isFieldRule = (schema: object): schema is FieldRule =>
  'minimum' in schema || 'pattern' in schema || ('format' in schema && schema.format !== 'uuid');

const tableName = (contract: string): string =>
  `${contract.replace(/Dto$/, '').replace(/^./, (letter) => letter.toLowerCase())}Rules`;

/** Source text of the rule tables: the rules of single fields as plain data, one table for each contract. */
export function ruleTablesText(): string {
  const tables = Object.entries(contractSchemas()).flatMap(([contract, { properties }]) => {
    const rules = Object.entries(properties).filter(([, schema]) => isFieldRule(schema));
    if (rules.length === 0) return [];
    const lines = rules.map(([field, rule]) => `  ${field}: ${JSON.stringify({ ...rule, $comment: undefined })},`);
    return [`export const ${tableName(contract)} = {\n${lines.join('\n')}\n} as const satisfies RuleTable;`];
  });
  return [
    '// Made of the contracts by `npm run contracts`. Do not edit.',
    "import type { RuleTable } from '../rules/field-rule.ts';",
    '',
    tables.join('\n\n'),
    '',
  ].join('\n');
}
