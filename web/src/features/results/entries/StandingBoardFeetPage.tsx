import { useEffect, useState } from 'react';
import { boardFeetTable, FORM_CLASS_LIMITS, LOG_RULES, standingBoardFeet } from '@arbolito/core/log-rules';
import { FORM_CLASS_RULES, type FormClassRule } from '@arbolito/core/protocol';
import { printRounded } from '@arbolito/core/units';
import { parseQuantity, type QuantitySpec } from '../../../ui/forms/quantity.ts';
import { NumberField } from '../../../ui/forms/NumberField.tsx';
import { DataTable } from '../../../ui/table/DataTable.tsx';
import { localFigure } from '../../../messages/figures.ts';
import { say, t } from '../../../messages/text.ts';
import { rich } from '../../../messages/rich.ts';

const KEYS = ['dbh', 'logs', 'formClass'] as const;
type Key = (typeof KEYS)[number];
type Texts = Readonly<Record<Key, string>>;

const USUAL_FORM_CLASS = '78';

const specs = (): Readonly<Record<Key, QuantitySpec>> => ({
  dbh: { label: t('results.dbh-over-bark', 'dbh over bark'), unit: 'in', low: 6, high: 80 },
  logs: { label: t('results.sixteen-foot-logs', '16-ft logs'), unit: 'one', low: 0.5, high: 12 },
  formClass: { label: t('results.form-class', 'form class'), unit: 'one', low: 60, high: 95 },
});

/** The tree lives in the address. */
function fromAddress(): { readonly rule: FormClassRule; readonly texts: Texts } {
  const query = new URLSearchParams(location.search);
  const text = (key: Key): string => (query.get(key) ?? '').slice(0, 20);
  return {
    rule: FORM_CLASS_RULES.find((each) => each === query.get('rule')) ?? 'international-1/4',
    texts: { dbh: text('dbh'), logs: text('logs'), formClass: text('formClass') || USUAL_FORM_CLASS },
  };
}

/** The line of a table that stands for a figure: within half a step of it; −1 where there is none. */
function nearest(lines: readonly number[], halfStep: number, value: number | null): number {
  if (value === null) return -1;
  const offs = lines.map((line) => Math.abs(line - value));
  const least = Math.min(...offs);
  return least > halfStep ? -1 : offs.indexOf(least);
}

/** Board feet of a standing tree by dbh, logs and form class, and the table with the tree marked in it. */
export function StandingBoardFeetPage() {
  const [{ rule, texts }, setState] = useState(fromAddress);
  const of = specs();
  useEffect(() => {
    history.replaceState(null, '', `?${new URLSearchParams({ rule, ...texts }).toString()}`);
  }, [rule, texts]);
  const figure = (key: Key): number | null => {
    const read = parseQuantity(of[key], texts[key]);
    return 'value' in read ? read.value : null;
  };
  const [dbhIn, logs, formClass] = [figure('dbh'), figure('logs'), figure('formClass')];
  const result =
    dbhIn === null || logs === null || formClass === null ? null : standingBoardFeet(rule, { dbhIn, logs, formClass });
  const [least, most] = FORM_CLASS_LIMITS.formClass;
  const table = formClass !== null && formClass >= least && formClass <= most ? boardFeetTable(rule, formClass) : null;
  return (
    <div className="mx-auto grid max-w-6xl grid-cols-[minmax(0,1fr)] items-start gap-6 p-4 md:grid-cols-[20rem_minmax(0,1fr)] md:p-6">
      <section aria-label={t('results.tree', 'Tree')} className="grid gap-3">
        <label className="grid gap-0.5">
          <span>{t('results.log-rule', 'Log rule')}</span>
          <select
            className="field"
            value={rule}
            onChange={(event) => {
              const next = FORM_CLASS_RULES.find((each) => each === event.target.value);
              if (next !== undefined) setState({ rule: next, texts });
            }}
          >
            {FORM_CLASS_RULES.map((each) => (
              <option key={each} value={each}>
                {say(LOG_RULES[each].name)}
              </option>
            ))}
          </select>
        </label>
        {KEYS.map((key) => (
          <NumberField
            key={key}
            spec={of[key]}
            text={texts[key]}
            optional={key !== 'formClass'}
            onType={(text) => {
              setState({ rule, texts: { ...texts, [key]: text } });
            }}
          />
        ))}
        <p className="text-quiet">
          {t(
            'results.form-class-is',
            'Form class: diameter under bark at the top of the first 16-ft log, in percent of dbh. Half logs count.',
          )}
        </p>
      </section>
      <section
        aria-label={t('results.board-feet-3', 'Board feet')}
        className="grid min-w-0 grid-cols-[minmax(0,1fr)] gap-5"
      >
        <div className="card p-5" role="status">
          {result === null ? (
            <p className="text-lg">{t('results.enter-dbh-and-logs', 'Enter dbh and number of logs.')}</p>
          ) : (
            <>
              <p className="text-lg">
                {rich('results.standing-tree-board-feet', '{figure} board feet', {
                  figure: (
                    <strong className="figures text-4xl">{localFigure(printRounded(result.boardFeet, 0))}</strong>
                  ),
                })}
              </p>
              <p className="mt-1 text-quiet">
                {result.beyond.length === 0
                  ? t('results.by-published-formula', 'By the published formula of the form-class tables.')
                  : t(
                      'results.beyond-published-formula',
                      'Outside the published tables: scaled log by log along a taper that ends at 6 in under bark.',
                    )}
              </p>
            </>
          )}
        </div>
        {table !== null && (
          <div className="wide-table" tabIndex={0} role="group" aria-label={t('results.board-feet-3', 'Board feet')}>
            <DataTable
              caption={
                <span className="text-xl font-bold">
                  {t('results.board-feet-by-dbh-and-logs', 'Board feet by dbh and 16-ft logs, form class {formClass}', {
                    formClass: table.formClass,
                  })}
                </span>
              }
              columns={[
                {
                  id: 'dbh',
                  head: t('results.dbh-in-inches', 'dbh, in'),
                  kind: 'row-head',
                  cell: ({ dbhIn: each }) => each,
                },
                ...table.logs.map((each, column) => ({
                  id: `logs-${String(each)}`,
                  head: localFigure(String(each)),
                  kind: 'number' as const,
                  cell: (row: (typeof table.rows)[number], index: number) => {
                    const isTree =
                      index ===
                        nearest(
                          table.rows.map((line) => line.dbhIn),
                          1,
                          dbhIn,
                        ) && column === nearest(table.logs, 0.25, logs);
                    const text = `${String(row.boardFeet[column] ?? '')}${row.isByTaper[column] === true ? '*' : ''}`;
                    return isTree ? (
                      <strong
                        className="rounded border-2 border-ink bg-wash px-1"
                        aria-label={t('results.this-tree', '{text}, this tree', { text })}
                      >
                        {text}
                      </strong>
                    ) : (
                      text
                    );
                  },
                })),
              ]}
              rows={table.rows}
              keyOf={({ dbhIn: each }) => String(each)}
            />
          </div>
        )}
        {table !== null && (
          <p className="text-quiet">
            {t('results.star-by-taper', '* Outside the published table, by taper.')}{' '}
            <a
              className="underline"
              href={`/print/board-feet.pdf?${new URLSearchParams({ rule, formClass: texts.formClass }).toString()}`}
            >
              {t('results.print-this-table', 'Print this table')}
            </a>
          </p>
        )}
      </section>
    </div>
  );
}
