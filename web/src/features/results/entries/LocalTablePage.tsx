import { lazy, Suspense, useMemo, useState } from 'react';
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

const ResidualChart = lazy(() => import('../local-table/ResidualChart.tsx'));

const FORMS: Readonly<
  Record<LocalForm, { readonly name: string; readonly written: string; readonly of: readonly string[] }>
> = {
  'combined-variable': { name: 'V = a + b D² H, weighted', written: 'a + b D² H', of: ['a', 'b'] },
  'schumacher-hall': { name: 'V = a Dᵇ Hᶜ, by logarithms', written: 'a Dᵇ Hᶜ', of: ['ln a', 'b', 'c'] },
};

const SPECS = {
  dbh: { label: 'dbh', unit: 'cm', low: 1, high: 300 },
  height: { label: 'height', unit: 'm', low: 1.5, high: 120 },
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
        caption={<span className="text-xl font-bold">V = {FORMS[form].written}, in m³, cm and m</span>}
        rows={FORMS[form].of}
        keyOf={(name) => name}
        columns={[
          { id: 'coefficient', head: 'coefficient', kind: 'row-head', cell: (name) => name },
          { id: 'value', head: 'value', kind: 'number', cell: (_name, j) => short(fit.coefficients[j] ?? 0) },
          {
            id: 'interval',
            head: '95 % interval',
            kind: 'number',
            cell: (_name, j) => `${short(fit.intervals[j]?.[0] ?? 0)} to ${short(fit.intervals[j]?.[1] ?? 0)}`,
          },
        ]}
      />
      <p>
        From {residuals.length} stems; one tree lies ± {printRounded(treeErrorShare * 100, 1)} % from the table.{' '}
        {biasCorrection !== 1 &&
          `Volumes are raised by ${printRounded((biasCorrection - 1) * 100, 2)} %, for the mean of logarithms is not that of volumes (Baskerville 1972).`}
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
        One tree by this table
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
                <p key={doubt} className="font-semibold text-paint-ink">
                  {doubt}
                </p>
              ))}
            </>
          ) : (
            <p className="text-paint-ink">{outcome.message}</p>
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
      <section aria-label="The stems" className="grid gap-3">
        <LinesField
          name="Felled stems, one to a line"
          of="dbh in cm, height in m, volume in m³"
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
          Take thirty beeches of Monte Valdeliro
        </button>
        <label className="grid gap-1">
          <span className="font-semibold">Equation</span>
          <select
            className="field"
            value={form}
            onChange={(event) => {
              setForm(event.target.value === 'schumacher-hall' ? 'schumacher-hall' : 'combined-variable');
            }}
          >
            {Object.entries(FORMS).map(([id, { name }]) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        </label>
        <label className="grid gap-1">
          <span className="font-semibold">Species</span>
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
      <section aria-label="The table" className="grid min-w-0 gap-5">
        {outcome.ok ? (
          <>
            <Coefficients table={outcome.table} form={form} />
            <Suspense
              fallback={
                <p role="status" className="h-80">
                  Drawing …
                </p>
              }
            >
              <ResidualChart table={outcome.table} />
            </Suspense>
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
                    name: `Local table, ${name}`,
                    species: name,
                  },
                  errorShare: outcome.table.treeErrorShare,
                })}
              />
            )}
            <p className="text-quiet">{outcome.table.equation.source}.</p>
          </>
        ) : (
          <p className="card p-5 text-lg">{outcome.message}</p>
        )}
      </section>
    </div>
  );
}
