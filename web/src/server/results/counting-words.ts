import { placeKind, takesEveryTree } from '@arbolito/core/protocol';
import type { StandSummary, SurveyView } from '../../contracts/views.ts';
import { t } from '../../messages/text.ts';

type Strata = SurveyView['strata'];
type Sums = StandSummary['sums'];

const namesOf = (ids: readonly string[], strata: Strata): string =>
  strata
    .filter(({ id }) => ids.includes(id))
    .map(({ name }) => name)
    .join(', ');

/** What is missing for a standard error of sampling. */
export function needsPlots(
  { singlePlotStrata }: Pick<Sums, 'singlePlotStrata'>,
  { strata, design }: Pick<SurveyView, 'strata' | 'design'>,
): string {
  return singlePlotStrata.length === 0
    ? t('server.needs-a-second-plot', '{place, select, point {needs a second point} other {needs a second plot}}', {
        place: placeKind(design.shape),
      })
    : t(
        'server.needs-two-plots-in',
        '{place, select, point {needs two points in {singlePlotStrata}} other {needs two plots in {singlePlotStrata}}}',
        { place: placeKind(design.shape), singlePlotStrata: namesOf(singlePlotStrata, strata) },
      );
}

/** That the variance of other strata stands in; null where it does not. */
export const pooledWords = (
  { pooledVariance, singlePlotStrata }: Pick<Sums, 'pooledVariance' | 'singlePlotStrata'>,
  strata: Strata,
): string | null =>
  pooledVariance
    ? t(
        'server.pooled-variance-the-variance-within',
        'Pooled variance: the variance within the other strata is used for {singlePlotStrata}.',
        { singlePlotStrata: namesOf(singlePlotStrata, strata) },
      )
    : null;

/** Why the intervals may not hold for the area: how the plots were placed, and what was done at its edge. */
export const placementWords = ({
  layout,
  edge,
  shape,
}: Pick<SurveyView['design'], 'layout' | 'edge' | 'shape'>): readonly string[] => [
  ...(layout === 'chosen' && !takesEveryTree(shape)
    ? [
        t(
          'server.the-plots-were-chosen-by',
          '{place, select, point {The points were chosen by eye, not by probability sampling. The intervals are not valid for the area.} other {The plots were chosen by eye, not by probability sampling. The intervals are not valid for the area.}}',
          { place: placeKind(shape) },
        ),
      ]
    : []),
  ...(edge === 'half' && !takesEveryTree(shape)
    ? [
        t(
          'server.half-plots-at-the-edge',
          'Half plots at the edge bias the means: trees near the edge differ from the others.',
        ),
      ]
    : []),
];

/** Plots that a sentence names one by one; the others it counts. */
const MOST_NAMED = 20;

/** The plots that the means leave out, by their labels; null where they leave none out. */
export function leftOutWords({ plots, plotsLeftOut, options, survey }: StandSummary): string | null {
  const place = placeKind(survey.design.shape);
  if (plotsLeftOut.length > 0) {
    const left = new Set(plotsLeftOut);
    const labels = plots.filter(({ id }) => left.has(id)).map(({ label }) => label);
    return labels.length === 1
      ? t(
          'server.plot-is-not-finished-and',
          '{place, select, point {Point {join} is not finished and is left out.} other {Plot {join} is not finished and is left out.}}',
          { place, join: labels.join('') },
        )
      : t(
          'server.plots-are-not-finished-and',
          '{place, select, point {{labels} points are not finished and are left out: {join}{more, plural, =0 {} other { and # more}}.} other {{labels} plots are not finished and are left out: {join}{more, plural, =0 {} other { and # more}}.}}',
          {
            place,
            labels: String(labels.length),
            join: labels.slice(0, MOST_NAMED).join(', '),
            more: Math.max(0, labels.length - MOST_NAMED),
          },
        );
  }
  return options.unfinished && plots.some(({ finished, trees }) => !finished && trees > 0)
    ? t(
        'server.unfinished-plots-are-included-with',
        '{place, select, point {Unfinished points are included with the trees they have.} other {Unfinished plots are included with the trees they have.}}',
        { place },
      )
    : null;
}
