import { boardFeetTable, FORM_CLASS_LIMITS, LOG_RULES } from '@arbolito/core/log-rules';
import { FORM_CLASS_RULES, type FormClassRule } from '@arbolito/core/protocol';
import { readQuantity } from '@arbolito/core/units';
import { pocketTablePdf } from './pocket-table.ts';
import { t } from '../../messages/text.ts';
import type { Text } from '@arbolito/core/message';

export type ReadTable =
  | { readonly rule: FormClassRule; readonly formClass: number; readonly problem: null }
  | { readonly field: 'rule' | 'formClass'; readonly problem: Text };

/** Which table is asked for, from the query `?rule=doyle&formClass=78`. */
export function readTable(query: URLSearchParams): ReadTable {
  const rule = FORM_CLASS_RULES.find((each) => each === query.get('rule'));
  if (rule === undefined)
    return {
      field: 'rule',
      problem: t('report.rule-must-be-one-of', 'Rule must be one of {join}.', {
        join: FORM_CLASS_RULES.join(', '),
      }),
    };
  const read = readQuantity((query.get('formClass') ?? '').slice(0, 20), { unit: 'one' });
  if (!read.ok) return { field: 'formClass', problem: read.message };
  const [least, most] = FORM_CLASS_LIMITS.formClass;
  return read.value >= least && read.value <= most
    ? { rule, formClass: read.value, problem: null }
    : {
        field: 'formClass',
        problem: t('report.form-class-must-be-to', 'Form class must be {least} to {most}.', {
          least: String(least),
          most: String(most),
        }),
      };
}

/** The table of a rule and a form class, to print for the pocket. @returns the bytes of a PDF of one page */
export function boardFeetPdf(rule: FormClassRule, formClass: number): Promise<Uint8Array> {
  const { logs, rows } = boardFeetTable(rule, formClass);
  return pocketTablePdf({
    title: t('report.board-feet-by-form-class', 'Board feet by {name}, form class {formClass}', {
      name: LOG_RULES[rule].name,
      formClass: String(formClass),
    }),
    words: t(
      'report.standing-trees-by-dbh-over',
      'Standing trees, by dbh over bark and number of 16-ft logs; half logs above the last full one.',
    ),
    across: t('report.16-ft-logs', '16-ft logs'),
    down: t('report.dbh-in', 'dbh, in'),
    columns: logs.map(String),
    rows: rows.map(({ dbhIn, boardFeet, isByTaper }) => ({
      name: String(dbhIn),
      cells: boardFeet.map((value, i) => `${String(value)}${isByTaper[i] === true ? '*' : ''}`),
    })),
    notes: [
      t(
        'report.board-feet-by-taper',
        '* Outside the published table: the last logs are scaled along a taper that ends at 6 in.',
      ),
      t(
        'report.wiant-castaneda-1977-after-mesavage',
        'Wiant & Castaneda 1977, after Mesavage & Girard 1946. Check against your local table.',
      ),
      t('report.a-volume-is-an-estimate', 'A volume is an estimate: no permission to fell, and no appraisal.'),
    ],
  });
}
