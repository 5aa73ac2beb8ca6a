import { FIELD_UNITS, type Matching, TREE_FIELD_IDS, TREE_FIELDS, type TreeField } from '@arbolito/core/tree-file';
import { isUnitId, type UnitSystem } from '@arbolito/core/units';
import type { ImportPreview } from '../../../contracts/exchange.ts';
import { say, t } from '../../../messages/text.ts';

interface ColumnChoicesProps {
  readonly preview: ImportPreview;
  readonly system: UnitSystem;
  readonly makePlots: boolean;
  readonly onColumns: (columns: Matching) => void;
  readonly onDecimal: (decimal: string) => void;
  readonly onMakePlots: (makePlots: boolean) => void;
}

/** Which column holds what, and how the file is written. */
export function ColumnChoices({ preview, system, makePlots, onColumns, onDecimal, onMakePlots }: ColumnChoicesProps) {
  const match = (field: TreeField, column: string, unit?: string): void => {
    const { [field]: before, ...rest } = preview.columns;
    const units = FIELD_UNITS[field]?.[system];
    const asked = unit ?? before?.unit ?? units?.[0];
    const own =
      column === ''
        ? {}
        : { [field]: { column: Number(column), ...(asked !== undefined && isUnitId(asked) ? { unit: asked } : {}) } };
    onColumns({ ...rest, ...own });
  };
  return (
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
              onDecimal(event.target.value);
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
          checked={makePlots}
          onChange={(event) => {
            onMakePlots(event.target.checked);
          }}
        />
        {t('report.create-missing-plots-with-this', 'Create missing plots with this survey’s design')}
      </label>
    </fieldset>
  );
}
