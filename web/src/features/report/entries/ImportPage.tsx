import { useRef, useState } from 'react';
import { FIELD_UNITS, type Matching, TREE_FIELD_IDS, TREE_FIELDS, type TreeField } from '@arbolito/core/tree-file';
import { isUnitId, type UnitSystem } from '@arbolito/core/units';
import { deviceId, newId } from '../../../client/identity.ts';
import type { ImportDone, ImportPreview } from '../../../contracts/exchange.ts';
import { errorText } from '../../../client/api.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { FileField } from '../../../ui/forms/FileField.tsx';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import { DataTable } from '../../../ui/table/DataTable.tsx';
import { sendFile, type Sending } from '../../../client/send-file.ts';
import { t, say } from '../../../messages/text.ts';
import { rich } from '../../../messages/rich.ts';

export interface ImportPageProps {
  readonly surveyId: string;
  readonly crew: string;
  readonly system: UnitSystem;
}

interface Choices {
  readonly columns: Matching | null;
  readonly decimal: string | null;
  readonly delimiter: string | null;
  readonly makePlots: boolean;
}

const NOTHING: Choices = { columns: null, decimal: null, delimiter: null, makePlots: false };

const queryOf = ({ columns, decimal, delimiter, makePlots }: Choices): Record<string, string> => ({
  ...(columns === null ? {} : { columns: JSON.stringify(columns) }),
  ...(decimal === null ? {} : { decimal }),
  ...(delimiter === null ? {} : { delimiter }),
  ...(makePlots ? { makePlots: 'true' } : {}),
});

const isPreview = (value: unknown): value is ImportPreview =>
  typeof value === 'object' && value !== null && 'heads' in value;

/** A file of trees on its way in: looked at first, its columns matched, then kept whole or not at all. */
export function ImportPage({ surveyId, crew, system }: ImportPageProps) {
  const [file, setFile] = useState<File | null>(null);
  const [choices, setChoices] = useState(NOTHING);
  const [preview, setPreview] = useState<ImportPreview | null>(null);
  const [done, setDone] = useState<ImportDone | null>(null);
  const [trouble, setTrouble] = useState<string | null>(null);
  const [share, setShare] = useState<number | null>(null);
  const sending = useRef<Sending | null>(null);
  const importId = useRef(newId());

  const go = async (chosen: File, with_: Choices, id: string | null): Promise<void> => {
    sending.current?.cancel();
    setTrouble(null);
    setShare(0);
    const query = new URLSearchParams({
      ...queryOf(with_),
      ...(id === null ? {} : { id, observer: crew, device: deviceId() }),
    });
    const own = sendFile(`/api/surveys/${surveyId}/import?${query.toString()}`, chosen, setShare);
    sending.current = own;
    try {
      const answer = await own.answer;
      if (isPreview(answer)) setPreview(answer);
      else setDone(answer as ImportDone);
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
  const match = (field: TreeField, column: string, unit?: string): void => {
    if (preview === null) return;
    const { [field]: before, ...rest } = preview.columns;
    const units = FIELD_UNITS[field]?.[system];
    const asked = unit ?? before?.unit ?? units?.[0];
    const own =
      column === ''
        ? {}
        : { [field]: { column: Number(column), ...(asked !== undefined && isUnitId(asked) ? { unit: asked } : {}) } };
    choose({ columns: { ...rest, ...own } });
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
        </p>
        <p className="flex flex-wrap gap-2">
          <a className="btn btn-main" href={`/results/${surveyId}`}>
            {t('report.open-results', 'Open results')}
          </a>
          <a className="btn" href={`/results/${surveyId}/checks`}>
            {t('report.review-list', 'Review list')}
          </a>
        </p>
      </div>
    );
  }
  const ready = preview !== null && preview.problem === null && preview.errorCount === 0 && preview.trees > 0;
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
          <fieldset className="grid gap-3">
            <legend className="mb-1 text-xl font-bold">{t('report.columns', 'Columns')}</legend>
            <div className="grid gap-x-6 gap-y-3 md:grid-cols-2">
              {TREE_FIELD_IDS.map((field) => {
                const own = preview.columns[field];
                const units = FIELD_UNITS[field]?.[system];
                return (
                  <div key={field} className="flex flex-wrap items-center gap-2">
                    <label htmlFor={`column-${field}`} className="w-44">
                      {say(TREE_FIELDS[field].label)}
                    </label>
                    <select
                      id={`column-${field}`}
                      className="field min-w-0 flex-1"
                      value={own?.column ?? ''}
                      onChange={(event) => {
                        match(field, event.target.value);
                      }}
                    >
                      <option value="">{t('report.not-in-the-file', 'not in the file')}</option>
                      {preview.heads.map((head, i) => (
                        <option key={i} value={i}>
                          {head === '' ? t('report.column', 'column {i}', { i: i + 1 }) : head}
                        </option>
                      ))}
                    </select>
                    {units !== undefined && own !== undefined && (
                      <select
                        aria-label={t('report.unit-of-the', 'Unit of the {label}', { label: TREE_FIELDS[field].label })}
                        className="field w-20"
                        value={own.unit ?? ''}
                        onChange={(event) => {
                          match(field, String(own.column), event.target.value);
                        }}
                      >
                        {units.map((unit) => (
                          <option key={unit}>{unit}</option>
                        ))}
                      </select>
                    )}
                  </div>
                );
              })}
              <div className="flex flex-wrap items-center gap-2">
                <label htmlFor="decimal" className="w-44">
                  {t('report.decimal-sign', 'Decimal sign')}
                </label>
                <select
                  id="decimal"
                  className="field flex-1"
                  value={preview.decimal}
                  onChange={(event) => {
                    choose({ decimal: event.target.value });
                  }}
                >
                  <option value=".">{t('report.point-34-5', 'point: 34.5')}</option>
                  <option value=",">{t('report.comma-34-5', 'comma: 34,5')}</option>
                </select>
              </div>
            </div>
            <label className="flex min-h-11 items-center gap-3">
              <input
                type="checkbox"
                checked={choices.makePlots}
                onChange={(event) => {
                  choose({ makePlots: event.target.checked });
                }}
              />
              {t('report.create-missing-plots-with-this', 'Create missing plots with this survey’s design')}
            </label>
          </fieldset>
          {preview.problem !== null && <FieldError>{say(preview.problem)}</FieldError>}
          <p role="status" className="text-lg">
            {rich(
              'report.rows-trees-ready-to-save',
              '{rows} rows, {trees} trees ready to save{plots, plural, =0 {} one {, # new plot} other {, # new plots}}{errors, plural, =0 {.} one {; # error. Fix it to save the file.} other {; # errors. Fix them to save the file.}}',
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
          <section aria-labelledby="sample" className="overflow-x-auto" tabIndex={0}>
            <h2 id="sample" className="text-xl font-bold">
              {t('report.first-rows', 'First rows')}
            </h2>
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
          <p>
            <button
              type="button"
              className="btn btn-main"
              disabled={!ready || share !== null || file === null}
              onClick={() => {
                if (file !== null) void go(file, choices, importId.current);
              }}
            >
              {t('report.save-trees', 'Save {trees} trees', { trees: preview.trees })}{' '}
            </button>
          </p>
        </>
      )}
    </div>
  );
}
