import type { StandSummary } from '../../../contracts/views.ts';
import { printMean, printRounded, type StandUnits } from '@arbolito/core/units';
import { placeKind, type TwoPhaseKind } from '@arbolito/core/protocol';
import { leftOutWords, placementWords, pooledWords } from '../../results/counting-words.ts';
import { twoPhaseSummaryWords } from '@arbolito/core/inventory';
import { type Cell, figure, number, type ReportTable, text, words } from '../table.ts';
import type { Estimated } from '@arbolito/core/statistics';
import { errorOf, figuresOf, interval, intervalHead, missingError, ofMean, pctOfMean } from './cells.ts';
import { t, say } from '../../../messages/text.ts';
import { message, type Text } from '@arbolito/core/message';

const WEIGHING_WORDS = {
  plots: message('report.equally-weighted', 'equally weighted'),
  strata: message(
    'report.weighted-by-stratum-area-with',
    'weighted by stratum area, with Satterthwaite degrees of freedom',
  ),
  whole: message('report.weighted-by-area', 'weighted by area'),
} as const;

/** What the tallied plots alone say, and the relative efficiency of the first phase. */
function aloneNotes({ withoutAuxiliary, volumeM3PerHa }: StandSummary['sums'], units: StandUnits): readonly string[] {
  const own = withoutAuxiliary?.volumeM3PerHa;
  const together = volumeM3PerHa?.standardError ?? 0;
  if (own?.standardError === undefined || own.standardError === null || together === 0) return [];
  const { value, error } = printMean(own, units.volumePer, 0);
  const worth =
    together < own.standardError
      ? t(
          'report.relative-efficiency-as-precise-as',
          'Relative efficiency {standardError}: as precise as {standardError} times as many measured plots.',
          { standardError: printRounded((own.standardError / together) ** 2, 1) },
        )
      : t('report.the-first-phase-does-not', 'The first phase does not reduce the error here.');
  return [
    t('report.measured-plots-alone', 'Measured plots alone: {value} {error} {volume}{per}. {worth}', {
      value,
      error,
      volume: units.volume,
      per: units.per,
      worth,
    }),
  ];
}

/** What strata weigh where a survey looks twice. */
const WEIGHED: Readonly<Partial<Record<TwoPhaseKind, Text>>> = {
  'count-measure': message('report.strata-weighted-by-area', 'Strata weighted by area.'),
  stratification: message('report.strata-weighted-by-the-number', 'Strata weighted by the number of their points.'),
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
function meansNotes(summary: StandSummary, units: StandUnits): readonly Text[] {
  const { sums } = summary;
  const { phaseSummary, plots, weighing } = sums;
  if (weighing === 'list') return [t('report.totals-of-all-trees', 'Totals of all trees. The survey has no area.')];
  if (phaseSummary === null)
    return [
      t(
        'report.means-of-plots',
        '{place, select, point {Means of {plots} points, {weighingWords}.} other {Means of {plots} plots, {weighingWords}.}}',
        {
          plots: String(plots),
          place: placeKind(summary.survey.design.shape),
          weighingWords: say(WEIGHING_WORDS[weighing]),
        },
      ),
      ...countingNotes(summary),
    ];
  const sentence = t('report.sentence', '{Words}.', { Words: twoPhaseSummaryWords(phaseSummary) });
  const weighed = phaseSummary.problem === null && weighing === 'strata' ? WEIGHED[phaseSummary.kind] : undefined;
  return [
    sentence,
    ...(weighed === undefined ? [] : [say(weighed)]),
    ...(phaseSummary.problem === null ? [] : [say(phaseSummary.problem)]),
    ...aloneNotes(sums, units),
    ...countingNotes(summary),
  ];
}

/** The stand as a whole: three figures with their errors of sampling. */
export function totalsTable(summary: StandSummary, units: StandUnits): ReportTable {
  const { sums } = summary;
  const isWhole = sums.weighing === 'whole' || sums.weighing === 'list';
  const row = (
    name: string,
    estimated: Estimated | null,
    to: (value: number) => number,
    decimals: number,
  ): readonly Cell[] => [
    words(name),
    ofMean(estimated, to, decimals),
    errorOf(estimated, to, missingError(summary)),
    interval(estimated, to, decimals),
    estimated === null ? words('—') : pctOfMean(estimated),
    figure(estimated?.halfWidth === undefined || estimated.halfWidth === null ? null : estimated.degreesOfFreedom, 1),
  ];
  return {
    id: 'totals',
    title: t('report.stand', 'Stand'),
    columns: [
      text(t('report.column.figure', 'figure')),
      number(sums.weighing === 'list' ? t('report.column.total', 'total') : t('report.column.mean', 'mean')),
      number(t('report.standard-error-2', 'standard error')),
      number(intervalHead(summary.options)),
      number(t('report.of-the-mean-2', '± % of the mean')),
      number(t('report.degrees-of-freedom', 'degrees of freedom')),
    ],
    rows: [
      ...figuresOf(units).map(({ words: name, of, to, decimals }) => row(name, sums[of], to, decimals)),
      ...(sums.dead === null
        ? []
        : figuresOf(units).map(({ words: name, of, to, decimals }) =>
            row(t('report.dead-trees', 'dead trees: {name}', { name }), sums.dead?.[of] ?? null, to, decimals),
          )),
    ],
    notes: [
      ...meansNotes(summary, units),
      ...(sums.dead === null
        ? []
        : [t('report.live-trees-dead-trees-have', 'Live trees; dead trees have their own rows.')]),
      isWhole
        ? t(
            'report.complete-tally-no-sampling-error',
            'Every tree is measured: no sampling error. Errors of measurement and of the volume model remain.',
          )
        : t(
            'report.standard-errors-and-intervals-student',
            'Standard errors and intervals (Student’s t) are those of sampling.',
          ),
      ...(summary.options.finite && !isWhole
        ? [
            t(
              'report.finite-population',
              'Finite population correction: variances are multiplied by 1 − n ÷ N where plots of a fixed size cover a part of a known area.',
            ),
          ]
        : []),
    ],
  };
}
