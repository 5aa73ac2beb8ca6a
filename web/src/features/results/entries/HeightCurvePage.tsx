import { useMemo, useState } from 'react';
import { CURVE_MODELS, type CurveModelId, isCurveModelId, modelOf } from '@arbolito/core/height-curve';
import { printRounded, STAND_UNITS, type UnitSystem } from '@arbolito/core/units';
import type { Species } from '@arbolito/core/protocol';
import { DataTable } from '../../../ui/table/DataTable.tsx';
import { curvesOf, farTrees, type MeasuredTree } from '../height-curve/curve-state.ts';
import { t, say } from '../../../messages/text.ts';
import { rich } from '../../../messages/rich.ts';
import { onDemand } from '../../../ui/feedback/on-demand.tsx';

const CurveChart = onDemand(() => import('../height-curve/CurveChart.tsx'), 'h-96');

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
          {t('results.trees-of', 'trees of')}
          <select
            className="field !w-auto"
            value={code}
            onChange={(event) => {
              setCode(event.target.value);
            }}
          >
            <option value={ALL}>{t('results.all-species', 'all species ({trees})', { trees: trees.length })}</option>
            {present.map((each) => (
              <option key={each.code} value={each.code}>
                {each.name} ({trees.filter(({ speciesCode }) => speciesCode === each.code).length})
              </option>
            ))}
          </select>
        </label>
        <p className="text-quiet">
          {t(
            'results.trees-have-a-dbh-but',
            '{withoutHeight, plural, one {# tree has a dbh but no height.} other {# trees have a dbh but no height.}}',
            { withoutHeight },
          )}
        </p>
      </div>
      {shown === undefined ? (
        <p className="card p-5 text-lg">{say(message)}</p>
      ) : (
        <>
          <p aria-live="polite">
            {rich(
              'results.standard-error-of-one-tree',
              '{residualErrorM} standard error of one tree about the curve of {name}, from {trees} trees',
              {
                residualErrorM: (
                  <strong className="figures text-3xl font-extrabold" data-testid="curve-error">
                    ± {printRounded(units.heightOf(shown.residualErrorM), 2)} {units.height}
                  </strong>
                ),
                name: say(CURVE_MODELS[shown.model].name),
                trees: shown.trees,
              },
            )}{' '}
          </p>
          <CurveChart trees={own} curve={shown} units={units} />
          <p className="text-quiet">
            {t(
              'results.dashed-two-standard-errors-of',
              '{doubtful, plural, =0 {Dashed: two standard errors of one tree on either side. The curve covers the measured range of dbh.} one {Dashed: two standard errors of one tree on either side. The curve covers the measured range of dbh. Diamond: # tree with a doubtful reading, left out of the curve.} other {Dashed: two standard errors of one tree on either side. The curve covers the measured range of dbh. Diamonds: # trees with doubtful readings, left out of the curve.}}',
              { doubtful },
            )}
          </p>
          <DataTable
            caption={<span className="text-xl font-bold">{t('results.models-best-first', 'Models, best first')}</span>}
            rows={curves}
            keyOf={({ model }) => model}
            columns={[
              {
                id: 'show',
                head: t('results.head.show', 'show'),
                cell: ({ model }) => (
                  <label className="grid min-h-11 min-w-11 cursor-pointer place-content-center">
                    <input
                      type="radio"
                      name={t('results.model', 'Model')}
                      aria-label={say(CURVE_MODELS[model].name)}
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
                head: t('results.head.curve', 'curve'),
                kind: 'row-head',
                cell: ({ model }) => (
                  <>
                    {say(CURVE_MODELS[model].name)}
                    <span className="block font-normal text-quiet">{modelOf(model, breastHeightM).formula}</span>
                  </>
                ),
              },
              {
                id: 'parameters',
                head: t('results.parameters-in-m-and-cm', 'Parameters, in m and cm'),
                className: 'hidden md:table-cell',
                cellClassName: 'figures',
                cell: ({ model, parameters }) =>
                  parameters
                    .map((value, i) => `${CURVE_MODELS[model].parameters[i] ?? ''} ${printRounded(value, 4)}`)
                    .join(' · '),
              },
              {
                id: 'left',
                head: t('results.residual-sum-of-squares-m', 'Residual sum of squares, m²'),
                kind: 'number',
                cell: ({ residualSum }) => printRounded(residualSum, 2),
              },
              {
                id: 'aicc',
                head: t('results.aicc', 'AICc'),
                kind: 'number',
                cell: ({ aicc }) =>
                  Number.isFinite(aicc) ? printRounded(aicc, 1) : t('results.too-few-trees', 'too few trees'),
              },
            ]}
          />
          <Far trees={own} curve={shown} system={system} />
          <p className="text-quiet">
            {t(
              'results.least-squares-of-the-heights',
              'Least squares of the heights from several starting values; the model with the lowest AICc (Akaike’s criterion corrected for small samples) is chosen. Source of this model: {source}.',
              { source: CURVE_MODELS[shown.model].source },
            )}{' '}
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
        {t('results.far-from-the-curve', 'Far from the curve')}
      </h2>
      {far.length === 0 ? (
        <p>{t('results.no-tree-is-more-than', 'No tree is more than 2.5 standard errors from the curve.')}</p>
      ) : (
        <ul className="grid gap-1">
          {far.map(({ treeId, plotLabel, tag, heightM, expectedM, errorsOff }) => (
            <li key={treeId}>
              {rich(
                'results.plot-tree-curve-standard-errors',
                '{side, select, above {<link>plot {plotLabel} · tree {tag}</link> {heightM} {height}, curve {expectedM} {height}: {errorsOff} standard errors above} other {<link>plot {plotLabel} · tree {tag}</link> {heightM} {height}, curve {expectedM} {height}: {errorsOff} standard errors below}}',
                {
                  side: errorsOff > 0 ? 'above' : 'below',
                  link: (chunks) => (
                    <a className="inline-flex min-h-11 items-center underline" href={`/measure/${treeId}`}>
                      {chunks}
                    </a>
                  ),
                  plotLabel,
                  tag,
                  heightM: printRounded(units.heightOf(heightM), 1),
                  height: units.height,
                  expectedM: printRounded(units.heightOf(expectedM), 1),
                  errorsOff: printRounded(Math.abs(errorsOff), 1),
                },
              )}
            </li>
          ))}
        </ul>
      )}
    </section>
  );
}
