import { placeWords } from '@arbolito/core/protocol';
import type { StandSummary, SurveyView } from '../../contracts/views.ts';

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
  const { one, many } = placeWords(design.shape);
  return singlePlotStrata.length === 0
    ? `needs a second ${one}`
    : `needs two ${many} in ${namesOf(singlePlotStrata, strata)}`;
}

/** That the variance of other strata stands in; null where it does not. */
export const pooledWords = (
  { pooledVariance, singlePlotStrata }: Pick<Sums, 'pooledVariance' | 'singlePlotStrata'>,
  strata: Strata,
): string | null =>
  pooledVariance
    ? `Pooled variance: the variance within the other strata is used for ${namesOf(singlePlotStrata, strata)}.`
    : null;

/** Why the intervals may not hold for the area: how the plots were placed, and what was done at its edge. */
export const placementWords = ({
  layout,
  edge,
  shape,
}: Pick<SurveyView['design'], 'layout' | 'edge' | 'shape'>): readonly string[] => [
  ...(layout === 'chosen'
    ? [
        `The ${placeWords(shape).many} were chosen by eye. They are not a probability sample: the intervals do not hold for the area.`,
      ]
    : []),
  ...(edge === 'half' ? ['Half plots at the edge bias the means: trees near the edge differ from the others.'] : []),
];

/** The plots that the means leave out, by their labels; null where they leave none out. */
export function leftOutWords({ plots, plotsLeftOut, options, survey }: StandSummary): string | null {
  const { many, One } = placeWords(survey.design.shape);
  if (plotsLeftOut.length > 0) {
    const labels = plots.filter(({ id }) => plotsLeftOut.includes(id)).map(({ label }) => label);
    return labels.length === 1
      ? `${One} ${labels.join('')} is not finished and is left out.`
      : `${String(labels.length)} ${many} are not finished and are left out: ${labels.join(', ')}.`;
  }
  return options.unfinished && plots.some(({ finished, trees }) => !finished && trees > 0)
    ? `Unfinished ${many} are included with the trees they have.`
    : null;
}
