import {
  boardFeetTable,
  FORM_CLASS_LIMITS,
  FORM_CLASS_RULES,
  type FormClassRule,
  LOG_RULES,
} from '@arbolito/core/log-rules';
import { readQuantity } from '@arbolito/core/units';
import { pocketTablePdf } from './pocket-table.ts';

export type ReadTable =
  | { readonly rule: FormClassRule; readonly formClass: number; readonly problem: null }
  | { readonly field: 'rule' | 'formClass'; readonly problem: string };

/** Which table is asked for, from the query `?rule=doyle&formClass=78`. */
export function readTable(query: URLSearchParams): ReadTable {
  const rule = FORM_CLASS_RULES.find((each) => each === query.get('rule'));
  if (rule === undefined) return { field: 'rule', problem: `The rule must be one of ${FORM_CLASS_RULES.join(', ')}.` };
  const read = readQuantity((query.get('formClass') ?? '').slice(0, 20), { unit: 'one' });
  if (!read.ok) return { field: 'formClass', problem: read.message };
  const [least, most] = FORM_CLASS_LIMITS.formClass;
  return read.value >= least && read.value <= most
    ? { rule, formClass: read.value, problem: null }
    : { field: 'formClass', problem: `The form class must lie between ${String(least)} and ${String(most)}.` };
}

/** The table of a rule and a form class, to print for the pocket. @returns the bytes of a PDF of one page */
export function boardFeetPdf(rule: FormClassRule, formClass: number): Promise<Uint8Array> {
  const { logs, rows } = boardFeetTable(rule, formClass);
  return pocketTablePdf({
    title: `Board feet by ${LOG_RULES[rule].name}, form class ${String(formClass)}`,
    words: 'Standing trees, by dbh over bark and number of 16-ft logs; half logs above the last full one.',
    across: '16-ft logs',
    down: 'dbh, in',
    columns: logs.map(String),
    rows: rows.map(({ dbhIn, boardFeet }) => ({ name: String(dbhIn), cells: boardFeet.map(String) })),
    notes: [
      'Wiant & Castaneda 1977, after Mesavage & Girard 1946: check against your local table.',
      'A volume is an estimate, never leave to fell, and not an appraisal.',
    ],
  });
}
