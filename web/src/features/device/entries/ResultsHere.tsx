import { takesEveryTree } from '@arbolito/core/protocol';
import { atConfidence, USUAL_CONFIDENCE_PCT } from '@arbolito/core/statistics';
import { printMean, printOr, standUnits } from '@arbolito/core/units';
import { useEffect, useState } from 'react';
import { notSent } from '../../../client/device/outbox.ts';
import { ageOf } from '../../../messages/ages.ts';
import { localFigure } from '../../../messages/figures.ts';
import { listOf, say, t } from '../../../messages/text.ts';
import type { ReviewPoint } from '../../../computation/review-points.ts';
import { Alert } from '../../../ui/feedback/Alert.tsx';
import { computeHere, type ComputedHere, strataHere } from '../results/compute-here.ts';

type State =
  | { readonly kind: 'working' }
  | { readonly kind: 'absent' }
  | { readonly kind: 'failed' }
  | { readonly kind: 'done'; readonly computed: ComputedHere };

/** The survey is named behind the # of the address: so the page is one for all of them. */
const surveyOfAddress = (): string => location.hash.slice(1);

/** Main figures of the survey, each with its confidence interval. */
function Figures({ computed: { sums: all, stored } }: { readonly computed: ComputedHere }) {
  const { sums, plotsCounted, plotsLeftOut } = atConfidence(all, USUAL_CONFIDENCE_PCT);
  const { survey } = stored;
  const units = standUnits(survey.unitSystem, survey.design.shape.kind === 'tree-list');
  const figures = [
    [t('results.stems-2', 'stems{per}', { per: units.per }), printMean(sums.stemsPerHa, units.stems, 0)],
    [
      t('results.basal-area', 'basal area, {basalArea}{per}', { basalArea: units.basalArea, per: units.per }),
      printMean(sums.basalAreaM2PerHa, units.basalAreaPer, 1),
    ],
    [
      t('results.volume-3', 'volume, {volume}{per}', { volume: units.volume, per: units.per }),
      printMean(sums.volumeM3PerHa, units.volumePer, 0),
    ],
    [
      t('results.quadratic-mean-dbh', 'quadratic mean dbh, {diameter}', { diameter: units.diameter }),
      { value: printOr(sums.quadraticMeanDiameterCm, units.diameterOf, 1), error: '' },
    ],
  ] as const;
  const nameOf = (code: string): string => survey.species.find((each) => each.code === code)?.name ?? code;
  return (
    <section aria-labelledby="figures" className="grid gap-3">
      <h2 id="figures" className="text-xl font-bold">
        {t('device.figures', 'Figures')}
      </h2>
      <dl className="grid grid-cols-2 gap-3 md:grid-cols-4">
        {figures.map(([words, { value, error }]) => (
          <div key={words} className="card p-3">
            <dd className="text-2xl font-bold">
              {localFigure(value)} <span className="text-base font-normal text-quiet">{localFigure(say(error))}</span>
            </dd>
            <dt className="text-quiet">{words}</dt>
          </div>
        ))}
      </dl>
      <p>
        {takesEveryTree(survey.design.shape)
          ? null
          : t(
              'device.plots-counted',
              '{n, plural, one {# plot counts.} other {# plots count.}} {left, plural, =0 {} one {# plot is not finished and left out.} other {# plots are not finished and left out.}}',
              { n: plotsCounted, left: plotsLeftOut.length },
            )}
      </p>
      {sums.species.length > 0 && (
        <div className="overflow-x-auto">
          <table className="w-full text-right">
            <caption className="sr-only">{t('device.by-species', 'By species')}</caption>
            <thead>
              <tr className="border-b border-line">
                <th scope="col" className="p-2 text-left">
                  {t('device.species', 'Species')}
                </th>
                {figures.slice(0, 3).map(([words]) => (
                  <th key={words} scope="col" className="p-2 font-normal text-quiet">
                    {words}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {sums.species.map(({ speciesCode, stemsPerHa, basalAreaM2PerHa, volumeM3PerHa }) => (
                <tr key={speciesCode} className="border-b border-line">
                  <th scope="row" className="p-2 text-left font-normal">
                    {nameOf(speciesCode)}
                  </th>
                  <td className="p-2">{localFigure(printOr(stemsPerHa, units.stems, 0))}</td>
                  <td className="p-2">{localFigure(printOr(basalAreaM2PerHa, units.basalAreaPer, 1))}</td>
                  <td className="p-2">{localFigure(printOr(volumeM3PerHa, units.volumePer, 0))}</td>
                </tr>
              ))}
            </tbody>
          </table>
        </div>
      )}
    </section>
  );
}

/** Where a finding is. */
const placeOf = ({ plotLabel, tag }: ReviewPoint): string =>
  plotLabel === null
    ? t('results.the-whole-survey', 'the whole survey')
    : tag === null
      ? t('results.plot-named', 'plot {plotLabel}', { plotLabel })
      : t('results.plot-tree-named', 'plot {plotLabel} · tree {tag}', { plotLabel, tag });

/** Findings of the checks, with the way to the plot. */
function Findings({ points, trees }: { readonly points: readonly ReviewPoint[]; readonly trees: number }) {
  return (
    <section aria-labelledby="findings" className="grid gap-3">
      <h2 id="findings" className="text-xl font-bold">
        {t('results.review-list', 'Review list')}
      </h2>
      <p>
        {points.length === 0
          ? t('results.nothing-to-review-in-trees', 'Nothing to review in {trees} trees.', { trees })
          : t(
              'results.findings-to-review-in-trees',
              '{open, plural, one {# finding to review in {trees} trees.} other {# findings to review in {trees} trees.}}',
              { open: points.length, trees },
            )}
      </p>
      <ol className="grid gap-2">
        {points.map((point) => (
          <li key={point.key} className="card grid gap-1 p-3">
            {point.plotId === null ? (
              <strong>{placeOf(point)}</strong>
            ) : (
              <a className="font-semibold underline" href={`/tally/${point.plotId}`}>
                {placeOf(point)}
              </a>
            )}
            <span>
              <span className="font-semibold">{say(point.title)}.</span> {say(point.message)}
            </span>
          </li>
        ))}
      </ol>
    </section>
  );
}

/** Results and review list of a survey, worked out on this device with the entries that wait on it. */
export function ResultsHere() {
  const [surveyId, setSurveyId] = useState(surveyOfAddress);
  const [unfinished, setUnfinished] = useState(false);
  const [state, setState] = useState<State>({ kind: 'working' });
  useEffect(() => {
    const onHash = (): void => {
      setSurveyId(surveyOfAddress());
    };
    window.addEventListener('hashchange', onHash);
    return () => {
      window.removeEventListener('hashchange', onHash);
    };
  }, []);
  useEffect(() => {
    let isShown = true;
    setState({ kind: 'working' });
    computeHere(surveyId, unfinished).then(
      (computed) => {
        if (isShown) setState(computed === null ? { kind: 'absent' } : { kind: 'done', computed });
      },
      () => {
        if (isShown) setState({ kind: 'failed' });
      },
    );
    return () => {
      isShown = false;
    };
  }, [surveyId, unfinished]);
  switch (state.kind) {
    case 'working':
      return <p role="status">{t('device.computing', 'Computing…')}</p>;
    case 'failed':
      return <Alert>{t('device.computing-failed', 'The results could not be computed on this device.')}</Alert>;
    case 'absent':
      return (
        <p className="card p-5">
          {t('device.survey-not-here', 'This survey is not on this device. Take it along while there is a network.')}{' '}
          <a className="underline" href="/device">
            {t('device.this-device', 'This device')}
          </a>
        </p>
      );
    case 'done': {
      const { computed } = state;
      const { survey, readAt } = computed.stored;
      return (
        <div className="grid gap-6">
          <p>
            <strong>
              {survey.place.name} · {survey.name}
            </strong>
            <br />
            {t('device.from-copy', 'Computed on this device from the copy made {age}.', {
              age: ageOf(readAt, new Date()),
            })}{' '}
            {t(
              'device.with-entries',
              '{n, plural, =0 {All entries of this device are on the server.} one {# entry that is not sent is included.} other {# entries that are not sent are included.}}',
              { n: notSent().length },
            )}{' '}
            {strataHere(computed.stored).length < survey.strata.length &&
              t('device.only-strata', 'Only {strata}: the other strata are not on this device.', {
                strata: listOf(strataHere(computed.stored).map(({ name }) => name)),
              })}{' '}
            {computed.lacksVisitBefore &&
              t('device.lacks-visit-before', 'The visit before is not on this device: trees are not compared with it.')}
          </p>
          <label className="flex items-center gap-2">
            <input
              type="checkbox"
              checked={unfinished}
              onChange={(event) => {
                setUnfinished(event.target.checked);
              }}
            />
            {t('device.count-unfinished', 'Count unfinished plots as well')}
          </label>
          <Figures computed={computed} />
          <Findings points={computed.points} trees={computed.trees} />
        </div>
      );
    }
  }
}
