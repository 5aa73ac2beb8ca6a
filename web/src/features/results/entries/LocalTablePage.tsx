import { useMemo, useState } from 'react';
import { felledBeeches } from '@arbolito/demo';
import { seededRandom } from '@arbolito/core/statistics';
import { printRounded } from '@arbolito/core/units';
import { equationVolume, fitLocalTable, type LocalForm, type LocalTable } from '@arbolito/core/volume';
import type { QuantitySpec } from '../../../ui/forms/quantity.ts';
import { NumberField } from '../../../ui/forms/NumberField.tsx';
import { useQuantities } from '../../../ui/forms/use-quantities.ts';
import { KeepFor, type KeepingSurvey } from '../prices/KeepFor.tsx';
import { LinesField } from '../../../ui/forms/LinesField.tsx';
import { DataTable } from '../../../ui/table/DataTable.tsx';
import { readStems } from '../local-table/read-stems.ts';
import { t, say } from '../../../messages/text.ts';
import { message, type Text } from '@arbolito/core/message';
import { onDemand } from '../../../ui/feedback/on-demand.tsx';

const ResidualChart = onDemand(() => import('../local-table/ResidualChart.tsx'), 'h-80');

const FORMS: Readonly<
  Record<LocalForm, { readonly name: Text; readonly written: string; readonly of: readonly string[] }>
> = {
  'combined-variable': {
    name: message('results.v-a-b-d-h', 'V = a + b D² H, weighted'),
    written: 'a + b D² H',
    of: ['a', 'b'],
  },
  'schumacher-hall': {
    name: message('results.v-a-d-h-log', 'V = a Dᵇ Hᶜ, log-linear'),
    written: 'a Dᵇ Hᶜ',
    of: ['ln a', 'b', 'c'],
  },
};

const SPECS = {
  dbh: { label: message('results.dbh-2', 'dbh'), unit: 'cm', low: 1, high: 300 },
  height: { label: message('results.height', 'height'), unit: 'm', low: 1.5, high: 120 },
} as const satisfies Record<string, QuantitySpec>;

const SEED = 2026;
const DEMO_STEMS = 30;

/** Thirty stems of the demo forest, as lines. */
const demoLines = (): string =>
  felledBeeches(seededRandom(SEED), DEMO_STEMS)
    .map(({ dbhCm, heightM, volumeM3 }) => `${dbhCm} ${heightM} ${volumeM3}`)
    .join('\n');

/** Four figures that count, however small. */
const short = (value: number): string =>
  Number(value.toPrecision(4)).toString().replace('-', '−').replace('e−', ' × 10^−');

function Coefficients({ table, form }: { readonly table: LocalTable; readonly form: LocalForm }) {
  const { fit, biasCorrection, treeErrorShare, residuals } = table;
  return (
    <div className="grid gap-2">
      <DataTable
        caption={
          <span className="text-xl font-bold">
            {t('results.v-in-m-cm-and', 'V = {written}, in m³, cm and m', { written: FORMS[form].written })}
          </span>
        }
        rows={FORMS[form].of}
        keyOf={(name) => name}
        columns={[
          {
            id: 'coefficient',
            head: t('results.head.coefficient', 'coefficient'),
            kind: 'row-head',
            cell: (name) => name,
          },
          {
            id: 'value',
            head: t('results.head.value', 'value'),
            kind: 'number',
            cell: (_name, j) => short(fit.coefficients[j] ?? 0),
          },
          {
            id: 'interval',
            head: t('results.95-interval', '95 % interval'),
            kind: 'number',
            cell: (_name, j) => `${short(fit.intervals[j]?.[0] ?? 0)} to ${short(fit.intervals[j]?.[1] ?? 0)}`,
          },
        ]}
      />
      <p>
        {t(
          'results.from-stems-standard-error-of-one',
          '{bias, select, none {From {residuals} stems; standard error of one tree ± {treeErrorShare} %.} other {From {residuals} stems; standard error of one tree ± {treeErrorShare} %. Volumes are raised by {bias} % to correct the bias of the logarithms (Baskerville 1972).}}',
          {
            residuals: residuals.length,
            treeErrorShare: printRounded(treeErrorShare * 100, 1),
            bias: biasCorrection === 1 ? 'none' : printRounded((biasCorrection - 1) * 100, 2),
          },
        )}
      </p>
    </div>
  );
}

/** What the table gives for one tree, and whether it goes beyond the stems that it was made from. */
function OneTree({ table }: { readonly table: LocalTable }) {
  const { texts, type, values } = useQuantities(SPECS, { dbh: '', height: '' });
  const outcome = values === null ? null : equationVolume(table.equation, values.dbh, values.height);
  return (
    <section aria-labelledby="one-tree" className="card grid gap-3 p-5">
      <h2 id="one-tree" className="text-xl font-bold">
        {t('results.one-tree-by-this-table', 'One tree by this table')}
      </h2>
      <div className="grid gap-2 sm:grid-cols-2">
        {(['dbh', 'height'] as const).map((key) => (
          <NumberField
            key={key}
            spec={SPECS[key]}
            text={texts[key]}
            optional
            onType={(text) => {
              type(key, text);
            }}
          />
        ))}
      </div>
      {outcome !== null && (
        <div aria-live="polite">
          {outcome.ok ? (
            <>
              <p className="figures text-2xl font-bold" data-testid="table-volume">
                {printRounded(outcome.value.volumeM3, 3)} ±{' '}
                {printRounded(outcome.value.volumeM3 * table.treeErrorShare, 3)} m³
              </p>
              {outcome.value.doubts.map((doubt) => (
                <p key={say(doubt)} className="font-semibold text-paint-ink">
                  {say(doubt)}
                </p>
              ))}
            </>
          ) : (
            <p className="text-paint-ink">{say(outcome.message)}</p>
          )}
        </div>
      )}
    </section>
  );
}

/** A local volume table from stems that were felled or measured optically, with what is left of each. */
export function LocalTablePage({ survey }: { readonly survey: KeepingSurvey | null }) {
  const [text, setText] = useState('');
  const [form, setForm] = useState<LocalForm>('combined-variable');
  const [species, setSpecies] = useState('beech');
  const read = useMemo(() => readStems(text), [text]);
  const outcome = useMemo(() => fitLocalTable(read.stems, form, species), [read, form, species]);
  return (
    <div className="mx-auto grid max-w-6xl grid-cols-[minmax(0,1fr)] items-start gap-6 p-4 md:grid-cols-[22rem_minmax(0,1fr)] md:p-6">
      <section aria-label={t('results.stems', 'Stems')} className="grid gap-3">
        <LinesField
          name={t('results.felled-stems-one-per-line', 'Felled stems, one per line')}
          of={t('results.dbh-in-cm-height-in', 'dbh in cm, height in m, volume in m³')}
          example={'32.4 24.1 0.98\n28.5 22.0 0.71'}
          text={text}
          problems={read.problems}
          onType={setText}
        />
        <button
          type="button"
          className="btn"
          onClick={() => {
            setText(demoLines());
          }}
        >
          {t('results.load-thirty-beeches-of-monte', 'Load thirty beeches of Monte Valdeliro')}
        </button>
        <label className="grid gap-1">
          <span className="font-semibold">{t('results.equation', 'Equation')}</span>
          <select
            className="field"
            value={form}
            onChange={(event) => {
              setForm(event.target.value === 'schumacher-hall' ? 'schumacher-hall' : 'combined-variable');
            }}
          >
            {Object.entries(FORMS).map(([id, { name }]) => (
              <option key={id} value={id}>
                {say(name)}
              </option>
            ))}
          </select>
        </label>
        <label className="grid gap-1">
          <span className="font-semibold">{t('results.species', 'Species')}</span>
          <input
            className="field"
            maxLength={40}
            value={species}
            onChange={(event) => {
              setSpecies(event.target.value);
            }}
          />
        </label>
      </section>
      <section aria-label={t('results.volume-table', 'Volume table')} className="grid min-w-0 gap-5">
        {outcome.ok ? (
          <>
            <Coefficients table={outcome.table} form={form} />
            <ResidualChart table={outcome.table} />
            <OneTree table={outcome.table} />
            {survey !== null && (
              <KeepFor
                survey={survey}
                what="table"
                volumeOf={(code, name) => ({
                  by: 'equation',
                  equation: {
                    ...outcome.table.equation,
                    id: `local-${code}`,
                    name: t('results.local-volume-table', 'Local volume table, {name}', { name }),
                    species: name,
                  },
                  errorShare: outcome.table.treeErrorShare,
                })}
              />
            )}
            <p className="text-quiet">{outcome.table.equation.source}.</p>
          </>
        ) : (
          <p className="card p-5 text-lg">{say(outcome.message)}</p>
        )}
      </section>
    </div>
  );
}
