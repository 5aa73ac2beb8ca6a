import { useState } from 'react';
import type { FileComparison, RowChange } from '../../../contracts/exchange.ts';
import { DataTable } from '../../../ui/table/DataTable.tsx';
import { localFigureIfAny } from '../../../messages/figures.ts';
import { say, t } from '../../../messages/text.ts';
import { toggled } from './taken-rows.ts';

interface ComparisonViewProps {
  readonly comparison: FileComparison;
  /** Rows that are not taken. */
  readonly skipped: ReadonlySet<number>;
  /** Missing trees that are deleted, by their numbers. */
  readonly removed: ReadonlySet<number>;
  readonly onSkipped: (skipped: ReadonlySet<number>) => void;
  readonly onRemoved: (removed: ReadonlySet<number>) => void;
}

/** What a row does, in a few lines: old figure → new figure. */
function RowWords({ kind, fields }: RowChange) {
  if (kind === 'new') return <strong>{t('report.new-tree', 'new tree')}</strong>;
  return (
    <ul>
      {fields.map(({ field, column, before, after }) => (
        <li key={field}>
          {say(column)}:{' '}
          <span className="figures">
            {before === '' ? t('report.nothing', 'nothing') : localFigureIfAny(before)} →{' '}
            <strong>{after === '' ? t('report.nothing', 'nothing') : localFigureIfAny(after)}</strong>
          </span>
        </li>
      ))}
    </ul>
  );
}

type Shown = 'all' | RowChange['kind'];

/** The rows of a file that change something, and the trees that it does not have: each is taken or left. */
export function ComparisonView({ comparison, skipped, removed, onSkipped, onRemoved }: ComparisonViewProps) {
  const [shown, setShown] = useState<Shown>('all');
  const { rows, missing, missingTrees, added, changed, same } = comparison;
  const visible = rows.filter(({ kind }) => shown === 'all' || kind === shown);
  const more = added + changed - rows.length;
  const setAll = (isTaken: boolean): void => {
    onSkipped(visible.reduce((set, { row }) => toggled(set, row, !isTaken), skipped));
  };
  return (
    <section aria-labelledby="comparison" className="grid gap-3">
      <h2 id="comparison" className="text-xl font-bold">
        {t('report.compared-with-the-survey', 'Compared with the trees of the survey')}
      </h2>
      <p role="status" className="text-lg">
        {t(
          'report.comparison-counts',
          '{added} new, {changed} changed, {same} unchanged, {missing} missing in the file.',
          { added, changed, same, missing },
        )}
      </p>
      {rows.length > 0 && (
        <>
          <p className="flex flex-wrap items-center gap-2">
            <label>
              <span className="sr-only">{t('report.rows-shown', 'Rows shown')}</span>
              <select
                className="field !w-auto"
                value={shown}
                onChange={(event) => {
                  const { value } = event.target;
                  setShown(value === 'new' || value === 'changed' ? value : 'all');
                }}
              >
                <option value="all">{t('report.new-and-changed', 'new and changed')}</option>
                <option value="new">{t('report.only-new', 'only new')}</option>
                <option value="changed">{t('report.only-changed', 'only changed')}</option>
              </select>
            </label>
            <button
              type="button"
              className="btn"
              onClick={() => {
                setAll(true);
              }}
            >
              {t('report.take-all', 'Take all shown')}
            </button>
            <button
              type="button"
              className="btn"
              onClick={() => {
                setAll(false);
              }}
            >
              {t('report.take-none', 'Take none shown')}
            </button>
          </p>
          <DataTable<RowChange>
            caption={t('report.new-and-changed-rows', 'New and changed rows')}
            isCaptionHidden
            rows={visible}
            keyOf={({ row }) => String(row)}
            columns={[
              {
                id: 'take',
                head: t('report.take', 'take'),
                cell: ({ row, plot, tag }) => (
                  <input
                    type="checkbox"
                    aria-label={t('report.take-tree', 'Take tree {tag} of plot {plot}', { tag, plot })}
                    checked={!skipped.has(row)}
                    onChange={(event) => {
                      onSkipped(toggled(skipped, row, !event.target.checked));
                    }}
                  />
                ),
              },
              { id: 'row', head: t('report.file-row', 'row'), kind: 'number', cell: ({ row }) => String(row) },
              { id: 'plot', head: t('report.column.plot', 'plot'), cell: ({ plot }) => plot },
              { id: 'tag', head: t('report.column.tag', 'tag'), cell: ({ tag }) => tag },
              { id: 'what', head: t('report.old-and-new', 'old → new'), cell: (row) => <RowWords {...row} /> },
            ]}
          />
          {more > 0 && (
            <p>{t('report.more-rows-taken', '{more} more rows are not listed. They are taken.', { more })}</p>
          )}
        </>
      )}
      {missing > 0 && (
        <fieldset className="grid gap-1">
          <legend className="font-bold">
            {t('report.missing-in-the-file', 'Missing in the file: delete from the survey?')}
          </legend>
          <p>
            <button
              type="button"
              className="btn"
              onClick={() => {
                const all = missingTrees.map(({ no }) => no);
                onRemoved(new Set(removed.size === all.length ? [] : all));
              }}
            >
              {removed.size === missingTrees.length
                ? t('report.keep-all', 'Keep all')
                : t('report.delete-all', 'Delete all')}
            </button>
          </p>
          <ul className="grid max-h-72 grid-cols-[repeat(auto-fill,minmax(12rem,1fr))] overflow-y-auto">
            {missingTrees.map(({ no, plot, tag }) => (
              <li key={no}>
                <label className="flex min-h-11 items-center gap-2">
                  <input
                    type="checkbox"
                    checked={removed.has(no)}
                    onChange={(event) => {
                      onRemoved(toggled(removed, no, event.target.checked));
                    }}
                  />
                  {t('report.tree-of-plot', 'tree {tag}, plot {plot}', { tag, plot })}
                </label>
              </li>
            ))}
          </ul>
          {missing > missingTrees.length && (
            <p>
              {t('report.more-missing-stay', '{more} more are not listed. They stay.', {
                more: missing - missingTrees.length,
              })}
            </p>
          )}
        </fieldset>
      )}
    </section>
  );
}
