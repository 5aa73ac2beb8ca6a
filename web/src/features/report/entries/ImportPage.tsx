import { useRef, useState } from 'react';
import type { Matching } from '@arbolito/core/tree-file';
import type { UnitSystem } from '@arbolito/core/units';
import { deviceId, newId } from '../../../client/identity.ts';
import type { ImportDone, ImportPreview, ImportView } from '../../../contracts/exchange.ts';
import { errorText } from '../../../client/api.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { FileField } from '../../../ui/forms/FileField.tsx';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import { DataTable } from '../../../ui/table/DataTable.tsx';
import { sendFile, type Sending } from '../../../client/send-file.ts';
import { t, say } from '../../../messages/text.ts';
import { rich } from '../../../messages/rich.ts';
import { ColumnChoices } from '../import/ColumnChoices.tsx';
import { ComparisonView } from '../import/ComparisonView.tsx';
import { EarlierImports } from '../import/EarlierImports.tsx';
import { spansOf } from '../import/taken-rows.ts';

export interface ImportPageProps {
  readonly surveyId: string;
  readonly crew: string;
  readonly system: UnitSystem;
  /** Imports before this one, the newest first. */
  readonly imports: readonly ImportView[];
}

interface Choices {
  readonly columns: Matching | null;
  readonly decimal: string | null;
  readonly delimiter: string | null;
  readonly makePlots: boolean;
}

const NOTHING: Choices = { columns: null, decimal: null, delimiter: null, makePlots: false };
const NO_ROWS: ReadonlySet<number> = new Set();

const queryOf = ({ columns, decimal, delimiter, makePlots }: Choices): Record<string, string> => ({
  existing: 'compare',
  ...(columns === null ? {} : { columns: JSON.stringify(columns) }),
  ...(decimal === null ? {} : { decimal }),
  ...(delimiter === null ? {} : { delimiter }),
  ...(makePlots ? { makePlots: 'true' } : {}),
});

const isPreview = (value: unknown): value is ImportPreview =>
  typeof value === 'object' && value !== null && 'heads' in value;

/** A file of trees on its way in: looked at first, its columns matched, then kept whole or not at all. */
export function ImportPage({ surveyId, crew, system, imports }: ImportPageProps) {
  const [file, setFile] = useState<File | null>(null);
  const [choices, setChoices] = useState(NOTHING);
  const [preview, setPreview] = useState<ImportPreview | null>(null);
  const [done, setDone] = useState<ImportDone | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [skipped, setSkipped] = useState(NO_ROWS);
  const [removed, setRemoved] = useState(NO_ROWS);
  const [share, setShare] = useState<number | null>(null);
  const sending = useRef<Sending | null>(null);
  const importId = useRef(newId());

  const go = async (chosen: File, with_: Choices, id: string | null): Promise<void> => {
    sending.current?.cancel();
    setTrouble(null);
    setShare(0);
    const query = new URLSearchParams({
      ...queryOf(with_),
      ...(id === null
        ? {}
        : {
            id,
            observer: crew,
            device: deviceId(),
            revision: preview?.comparison?.revision ?? '',
            skip: spansOf(skipped),
            remove: spansOf(removed),
          }),
    });
    const own = sendFile(`/api/surveys/${surveyId}/import?${query.toString()}`, chosen, setShare);
    sending.current = own;
    try {
      const answer = await own.answer;
      if (isPreview(answer)) {
        setPreview(answer);
        setSkipped(NO_ROWS);
        setRemoved(NO_ROWS);
      } else setDone(answer as ImportDone);
    } catch (error) {
      if (sending.current === own) setTrouble(errorText(error));
    } finally {
      if (sending.current === own) setShare(null);
    }
  };
  const choose = (change: Partial<Choices>): void => {
    const next = { ...choices, ...change };
    setChoices(next);
    if (file !== null) void go(file, next, null);
  };
  if (done !== null) {
    return (
      <div className="card grid justify-items-start gap-3 p-5">
        <p role="status" className="text-xl font-bold">
          {t(
            'report.trees-saved-plots-created',
            '{plots, plural, =0 {{trees} trees saved.} one {{trees} trees saved, # plot created.} other {{trees} trees saved, # plots created.}}',
            { trees: done.trees, plots: done.plots },
          )}{' '}
          {done.changed + done.removed > 0 &&
            t('report.trees-changed-deleted', '{changed} changed, {removed} deleted.', {
              changed: done.changed,
              removed: done.removed,
            })}
        </p>
        <p className="flex flex-wrap gap-2">
          <a className="btn btn-main" href={`/results/${surveyId}`}>
            {t('report.open-results', 'Open results')}
          </a>
          <a className="btn" href={`/results/${surveyId}/checks`}>
            {t('report.review-list', 'Review list')}
          </a>
          <a className="btn" href={`/report/${surveyId}/import`}>
            {t('report.undo-or-import-more', 'Undo, or import more')}
          </a>
        </p>
      </div>
    );
  }
  const comparison = preview?.comparison ?? null;
  const taken = comparison === null ? 0 : comparison.added + comparison.changed - skipped.size;
  const ready = preview !== null && preview.problem === null && preview.errorCount === 0 && taken + removed.size > 0;
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-6">
      <div className="grid gap-1">
        <label htmlFor="file" className="font-semibold">
          {t('report.tree-file-csv', 'Tree file (CSV)')}
        </label>
        <FileField
          id="file"
          accept=".csv,.txt,text/csv"
          aria-describedby="file-hint"
          onFile={(chosen) => {
            setFile(chosen);
            setPreview(null);
            setChoices(NOTHING);
            importId.current = newId();
            if (chosen !== null) void go(chosen, NOTHING, null);
          }}
        />
        <p id="file-hint" className="text-quiet">
          {t(
            'report.one-tree-per-row-the',
            'One tree per row; the first row names the columns: plot, tag, species, dbh or girth, height and others. Nothing is saved until you have checked the preview.',
          )}
        </p>
      </div>
      {share !== null && (
        <div className="grid gap-2" role="status">
          <label htmlFor="share">
            {share < 1
              ? t('report.sending-the-file', 'Sending the file…')
              : t('report.reading-the-file', 'Reading the file…')}
          </label>
          <progress id="share" className="h-4 w-full max-w-xl" max={1} {...(share < 1 ? { value: share } : {})} />
          <p>
            <button
              type="button"
              className="btn"
              onClick={() => {
                sending.current?.cancel();
                sending.current = null;
                setShare(null);
              }}
            >
              {t('report.stop', 'Stop')}
            </button>
          </p>
        </div>
      )}
      {trouble !== null && <Alert>{trouble}</Alert>}
      {preview !== null && (
        <>
          {preview.problem !== null && <FieldError>{say(preview.problem)}</FieldError>}
          <p role="status" className="text-lg">
            {rich(
              'report.rows-read',
              '{rows} rows, {trees} without errors{plots, plural, =0 {} one {, # new plot} other {, # new plots}}{errors, plural, =0 {.} one {; # error. Fix it to save the file.} other {; # errors. Fix them to save the file.}}',
              {
                rows: <strong>{preview.rows}</strong>,
                trees: <strong>{preview.trees}</strong>,
                plots: preview.newPlots.length,
                errors: preview.errorCount,
              },
            )}{' '}
          </p>
          {preview.errors.length > 0 && (
            <section aria-labelledby="wrong" className="grid gap-2">
              <h2 id="wrong" className="text-xl font-bold">
                {t('report.errors-in-the-file', 'Errors in the file')}
              </h2>
              <ul className="grid gap-1">
                {preview.errors.map(({ row, column, message }, i) => (
                  <li key={i}>
                    <strong>{t('report.row', 'row {row}', { row })}</strong>, {say(column)}: {say(message)}
                  </li>
                ))}
              </ul>
              {preview.errorCount > preview.errors.length && (
                <p>
                  {t('report.and-more', 'and {errorCount} more.', {
                    errorCount: preview.errorCount - preview.errors.length,
                  })}
                </p>
              )}
            </section>
          )}
          {comparison !== null && preview.errorCount === 0 && (
            <ComparisonView
              comparison={comparison}
              skipped={skipped}
              removed={removed}
              onSkipped={setSkipped}
              onRemoved={setRemoved}
            />
          )}
          <p>
            <button
              type="button"
              className="btn btn-main"
              disabled={!ready || share !== null || file === null}
              onClick={() => {
                if (file !== null) void go(file, choices, importId.current);
              }}
            >
              {removed.size > 0
                ? t('report.save-and-delete-trees', 'Save {trees} trees, delete {removed}', {
                    trees: taken,
                    removed: removed.size,
                  })
                : t('report.save-trees', 'Save {trees} trees', { trees: taken })}
            </button>
          </p>
          <details open={preview.problem !== null || preview.errorCount > 0}>
            <summary className="min-h-11 content-center font-bold">
              {t('report.columns-matched', 'Columns: {n} matched', { n: Object.keys(preview.columns).length })}
            </summary>
            <ColumnChoices
              preview={preview}
              system={system}
              makePlots={choices.makePlots}
              onColumns={(columns) => {
                choose({ columns });
              }}
              onDecimal={(decimal) => {
                choose({ decimal });
              }}
              onMakePlots={(makePlots) => {
                choose({ makePlots });
              }}
            />
          </details>
          <details>
            <summary className="min-h-11 content-center font-bold">{t('report.first-rows', 'First rows')}</summary>
            <section
              aria-label={t('report.first-rows-of-the-file', 'First rows of the file')}
              className="overflow-x-auto"
              tabIndex={0}
            >
              <DataTable<readonly string[]>
                caption={t('report.first-rows-of-the-file', 'First rows of the file')}
                isCaptionHidden
                rows={preview.sample}
                keyOf={(_row, i) => String(i)}
                columns={preview.heads.map((head, i) => ({
                  id: String(i),
                  head,
                  cellClassName: 'figures',
                  cell: (row) => row[i] ?? '',
                }))}
              />
            </section>
          </details>
        </>
      )}
      {preview === null && <EarlierImports crew={crew} imports={imports} />}
    </div>
  );
}
