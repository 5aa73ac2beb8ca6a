import type { StandSummary, SurveyView } from '../../contracts/views.ts';

type Strata = SurveyView['strata'];
type Sums = StandSummary['sums'];

const namesOf = (ids: readonly string[], strata: Strata): string =>
  strata
    .filter(({ id }) => ids.includes(id))
    .map(({ name }) => name)
    .join(', ');

/** What is missing for a standard error of sampling. */
export const needsPlots = ({ singlePlotStrata }: Pick<Sums, 'singlePlotStrata'>, strata: Strata): string =>
  singlePlotStrata.length === 0 ? 'needs a second plot' : `needs two plots in ${namesOf(singlePlotStrata, strata)}`;

/** That the variance of other strata stands in; null where it does not. */
export const pooledWords = (
  { pooledVariance, singlePlotStrata }: Pick<Sums, 'pooledVariance' | 'singlePlotStrata'>,
  strata: Strata,
): string | null =>
  pooledVariance
    ? `Pooled variance: the variance within the other strata is used for ${namesOf(singlePlotStrata, strata)}.`
    : null;

/** Why the intervals may not hold for the area: how the plots were placed, and what was done at its edge. */
export const placementWords = ({ layout, edge }: Pick<SurveyView['design'], 'layout' | 'edge'>): readonly string[] => [
  ...(layout === 'chosen'
    ? ['The plots were chosen by eye. They are not a probability sample: the intervals do not hold for the area.']
    : []),
  ...(edge === 'half' ? ['Half plots at the edge bias the means: trees near the edge differ from the others.'] : []),
];

/** The plots that the means leave out, by their labels; null where they leave none out. */
export function leftOutWords({ plots, plotsLeftOut, options }: StandSummary): string | null {
  if (plotsLeftOut.length > 0) {
    const labels = plots.filter(({ id }) => plotsLeftOut.includes(id)).map(({ label }) => label);
    return labels.length === 1
      ? `Plot ${labels.join('')} is not finished and is left out.`
      : `${String(labels.length)} plots are not finished and are left out: ${labels.join(', ')}.`;
  }
  return options.unfinished && plots.some(({ finished, trees }) => !finished && trees > 0)
    ? 'Unfinished plots are included with the trees they have.'
    : null;
}
