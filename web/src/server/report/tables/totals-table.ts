import type { StandSummary } from '../../../contracts/views.ts';
import { printMean, printRounded, type StandUnits } from '@arbolito/core/units';
import { placeWords, type TwoPhaseKind } from '@arbolito/core/protocol';
import { leftOutWords, placementWords, pooledWords } from '../../results/counting-words.ts';
import { twoPhaseSummaryWords } from '@arbolito/core/inventory';
import { type Cell, figure, number, type ReportTable, text, words } from '../table.ts';
import type { Estimated } from '@arbolito/core/statistics';
import { errorOf, figuresOf, interval, missingError, NO_SAMPLE, ofMean, pctOfMean } from './cells.ts';

const WEIGHING_WORDS = {
  plots: 'each weighing the same',
  strata: 'strata weighing their areas, with the degrees of freedom of Satterthwaite',
  whole: 'areas weighing their size',
} as const;

/** What the tallied plots alone say, and the relative efficiency of the first phase. */
function aloneNotes({ withoutAuxiliary, volumeM3PerHa }: StandSummary['sums'], units: StandUnits): readonly string[] {
  const own = withoutAuxiliary?.volumeM3PerHa;
  const together = volumeM3PerHa?.standardError ?? 0;
  if (own?.standardError === undefined || own.standardError === null || together === 0) return [];
  const { value, error } = printMean(own, units.volumePer, 0);
  const worth =
    together < own.standardError
      ? `relative efficiency ${printRounded((own.standardError / together) ** 2, 1)}.`
      : 'the first phase does not lower the error here.';
  return [`The tallied plots alone have ${value} ${error} ${units.volume} / ${units.area}: ${worth}`];
}

/** What strata weigh where a survey looks twice. */
const WEIGHED: Readonly<Partial<Record<TwoPhaseKind, string>>> = {
  'count-measure': 'Strata weigh their areas.',
  stratification: 'Strata weigh the points that fell into them.',
};

/** Plots that the means leave out, a variance that was borrowed from other strata, and how the plots were placed. */
export function countingNotes(summary: StandSummary): readonly string[] {
  const left = leftOutWords(summary);
  const pooled = pooledWords(summary.sums, summary.survey.strata);
  return [
    ...(left === null ? [] : [left]),
    ...(pooled === null ? [] : [pooled]),
    ...placementWords(summary.survey.design),
  ];
}

/** How the plots were put together. */
function meansNotes(summary: StandSummary, units: StandUnits): readonly string[] {
  const { sums } = summary;
  const { phaseSummary, plots, weighing } = sums;
  if (phaseSummary === null)
    return [
      `Means over ${String(plots)} ${placeWords(summary.survey.design.shape).many}, ${WEIGHING_WORDS[weighing]}.`,
      ...countingNotes(summary),
    ];
  const held = twoPhaseSummaryWords(phaseSummary);
  const sentence = `${held.charAt(0).toUpperCase()}${held.slice(1)}.`;
  const weighed = phaseSummary.problem === null && weighing === 'strata' ? WEIGHED[phaseSummary.kind] : undefined;
  return [
    sentence,
    ...(weighed === undefined ? [] : [weighed]),
    ...(phaseSummary.problem === null ? [] : [phaseSummary.problem]),
    ...aloneNotes(sums, units),
    ...countingNotes(summary),
  ];
}

/** The stand as a whole: three figures with their errors of sampling. */
export function totalsTable(summary: StandSummary, units: StandUnits): ReportTable {
  const { sums } = summary;
  const isWhole = sums.weighing === 'whole';
  const row = (
    name: string,
    estimated: Estimated | null,
    to: (value: number) => number,
    decimals: number,
  ): readonly Cell[] => [
    words(name),
    ofMean(estimated, to, decimals),
    errorOf(estimated, to, isWhole ? NO_SAMPLE : missingError(summary)),
    interval(estimated, to, decimals),
    estimated === null ? words('—') : pctOfMean(estimated),
    figure(estimated?.halfWidth === undefined || estimated.halfWidth === null ? null : estimated.degreesOfFreedom, 1),
  ];
  return {
    id: 'totals',
    title: 'The stand',
    columns: [
      text('figure'),
      number('mean'),
      number('standard error'),
      number('95 % interval'),
      number('± % of the mean'),
      number('degrees of freedom'),
    ],
    rows: [
      ...figuresOf(units).map(({ words: name, of, to, decimals }) => row(name, sums[of], to, decimals)),
      ...(sums.dead === null
        ? []
        : figuresOf(units).map(({ words: name, of, to, decimals }) =>
            row(`dead trees: ${name}`, sums.dead?.[of] ?? null, to, decimals),
          )),
    ],
    notes: [
      ...meansNotes(summary, units),
      ...(sums.dead === null ? [] : ['Live trees; dead trees have rows of their own.']),
      isWhole
        ? 'Every tree was tallied: there is no error of sampling. What is left are the errors of the readings and of the volume.'
        : 'Standard errors and intervals are those of sampling, the intervals by Student’s t.',
    ],
  };
}
