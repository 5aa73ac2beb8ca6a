import { lazy, Suspense, useMemo, useState } from 'react';
import { CURVE_MODELS, type CurveModelId, isCurveModelId, modelOf } from '@arbolito/core/height-curve';
import { printRounded, STAND_UNITS, type UnitSystem } from '@arbolito/core/units';
import type { Species } from '@arbolito/core/protocol';
import { DataTable } from '../../../ui/table/DataTable.tsx';
import { curvesOf, farTrees, type MeasuredTree } from '../height-curve/curve-state.ts';

const CurveChart = lazy(() => import('../height-curve/CurveChart.tsx'));

export interface HeightCurvePageProps {
  readonly system: UnitSystem;
  readonly species: readonly Species[];
  readonly trees: readonly MeasuredTree[];
  /** Trees with a dbh and no height. */
  readonly withoutHeight: number;
  /** Where the survey measures dbh, m. */
  readonly breastHeightM: number;
}

const ALL = 'all';

/** The height curves of a survey: seven models through its measured trees, and the trees that lie far from the best. */
export function HeightCurvePage({ system, species, trees, withoutHeight, breastHeightM }: HeightCurvePageProps) {
  const units = STAND_UNITS[system];
  const [code, setCode] = useState(ALL);
  const [asked, setAsked] = useState<CurveModelId | null>(null);
  const own = useMemo(
    () => (code === ALL ? trees : trees.filter(({ speciesCode }) => speciesCode === code)),
    [code, trees],
  );
  const { curves, message } = useMemo(() => curvesOf(own, breastHeightM), [own, breastHeightM]);
  const doubtful = own.filter(({ inDoubt }) => inDoubt).length;
  const shown = curves.find(({ model }) => model === asked) ?? curves[0];
  const present = species.filter((each) => trees.some(({ speciesCode }) => speciesCode === each.code));
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-5">
      <div className="flex flex-wrap items-center gap-x-6 gap-y-2">
        <label className="flex items-center gap-2">
          trees of
          <select
            className="field !w-auto"
            value={code}
            onChange={(event) => {
              setCode(event.target.value);
            }}
          >
            <option value={ALL}>all species ({trees.length})</option>
            {present.map((each) => (
              <option key={each.code} value={each.code}>
                {each.name} ({trees.filter(({ speciesCode }) => speciesCode === each.code).length})
              </option>
            ))}
          </select>
        </label>
        <p className="text-quiet">{withoutHeight} trees have a dbh and no height.</p>
      </div>
      {shown === undefined ? (
        <p className="card p-5 text-lg">{message}</p>
      ) : (
        <>
          <p aria-live="polite">
            <strong className="figures text-3xl font-extrabold" data-testid="curve-error">
              ± {printRounded(units.heightOf(shown.residualErrorM), 2)} {units.height}
            </strong>{' '}
            one tree about the curve of {CURVE_MODELS[shown.model].name}, from {shown.trees} trees
          </p>
          <Suspense
            fallback={
              <p role="status" className="h-96">
                Drawing …
              </p>
            }
          >
            <CurveChart trees={own} curve={shown} units={units} />
          </Suspense>
          <p className="text-quiet">
            Dashed: twice the standard error of one tree to either side. The curve ends with its thinnest and thickest
            tree.
            {doubtful > 0 && ` Diamonds: ${doubtful} trees whose readings are in doubt; the curve goes without them.`}
          </p>
          <DataTable
            caption={<span className="text-xl font-bold">The models, the best first</span>}
            rows={curves}
            keyOf={({ model }) => model}
            columns={[
              {
                id: 'show',
                head: 'show',
                cell: ({ model }) => (
                  <label className="grid min-h-11 min-w-11 cursor-pointer place-content-center">
                    <input
                      type="radio"
                      name="model"
                      className="size-5"
                      aria-label={CURVE_MODELS[model].name}
                      checked={shown.model === model}
                      onChange={(event) => {
                        if (event.target.checked && isCurveModelId(model)) setAsked(model);
                      }}
                    />
                  </label>
                ),
              },
              {
                id: 'curve',
                head: 'curve',
                kind: 'row-head',
                cell: ({ model }) => (
                  <>
                    {CURVE_MODELS[model].name}
                    <span className="block font-normal text-quiet">{modelOf(model, breastHeightM).formula}</span>
                  </>
                ),
              },
              {
                id: 'parameters',
                head: 'parameters, in m and cm',
                className: 'hidden md:table-cell',
                cellClassName: 'figures',
                cell: ({ model, parameters }) =>
                  parameters
                    .map((value, i) => `${CURVE_MODELS[model].parameters[i] ?? ''} ${printRounded(value, 4)}`)
                    .join(' · '),
              },
              {
                id: 'left',
                head: 'left, m²',
                kind: 'number',
                cell: ({ residualSum }) => printRounded(residualSum, 2),
              },
              {
                id: 'aicc',
                head: 'AICc',
                kind: 'number',
                cell: ({ aicc }) => (Number.isFinite(aicc) ? printRounded(aicc, 1) : 'too few'),
              },
            ]}
          />
          <Far trees={own} curve={shown} system={system} />
          <p className="text-quiet">
            Least squares of the heights from several starts; chosen by the criterion of Akaike, corrected for few
            trees. Source of this model: {CURVE_MODELS[shown.model].source}.
          </p>
        </>
      )}
    </div>
  );
}

function Far({
  trees,
  curve,
  system,
}: {
  readonly trees: readonly MeasuredTree[];
  readonly curve: Parameters<typeof farTrees>[1];
  readonly system: UnitSystem;
}) {
  const units = STAND_UNITS[system];
  const far = farTrees(trees, curve);
  return (
    <section aria-labelledby="far">
      <h2 id="far" className="text-xl font-bold">
        Far from the curve
      </h2>
      {far.length === 0 ? (
        <p>No tree lies farther than two and a half standard errors from it.</p>
      ) : (
        <ul className="grid gap-1">
          {far.map(({ treeId, plotLabel, tag, heightM, expectedM, errorsOff }) => (
            <li key={treeId}>
              <a className="inline-flex min-h-11 items-center underline" href={`/measure/${treeId}`}>
                plot {plotLabel} · tree {tag}
              </a>{' '}
              {printRounded(units.heightOf(heightM), 1)} {units.height}, the curve says{' '}
              {printRounded(units.heightOf(expectedM), 1)} {units.height}: {printRounded(Math.abs(errorsOff), 1)}{' '}
              standard errors {errorsOff > 0 ? 'above' : 'below'}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
