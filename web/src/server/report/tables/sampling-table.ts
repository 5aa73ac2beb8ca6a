import type { StandSummary } from '../../../contracts/views.ts';
import { printRounded, type StandUnits } from '@arbolito/core/units';
import { type Cell, figure, number, type ReportTable, text, words } from '../table.ts';
import { errorOf, figuresOf, interval, intervalHead, ofMean, ONE_PLOT } from './cells.ts';
import type { FigureSampling } from '@arbolito/core/inventory';
import { BOOTSTRAP_NARROW_BELOW } from '@arbolito/core/statistics';
import { t, say } from '../../../messages/text.ts';
import { isText } from '@arbolito/core/message';

/** How sure the sample is: by t, by strata, drawn again, and what it would take. */
export function samplingTable({ sampling, options }: StandSummary, units: StandUnits): ReportTable | null {
  if (sampling === null) return null;
  const rows = figuresOf(units).flatMap(({ words: name, of, to, decimals }): (readonly Cell[])[] => {
    const found: FigureSampling | null = sampling[of];
    if (found === null) return [];
    const { simple, stratified, resampled } = found;
    const isStratified = stratified !== null && !isText(stratified);
    const ofAll: readonly Cell[] = [
      resampled === null
        ? words('—')
        : words(
            t('report.interval', '{low} to {high}', {
              low: printRounded(to(resampled.low), decimals),
              high: printRounded(to(resampled.high), decimals),
            }),
          ),
      figure(simple?.cvPct, 0),
      figure(found.plotsForTenPct, 0),
    ];
    const blank: readonly Cell[] = [words(''), figure(simple?.cvPct, 0), words('')];
    return [
      [
        words(isStratified ? t('report.plots-equally-weighted', '{name}, plots equally weighted', { name }) : name),
        ofMean(simple, to, decimals),
        errorOf(simple, to, say(ONE_PLOT)),
        interval(simple, to, decimals),
        ...(isStratified ? blank : ofAll),
      ],
      ...(isStratified
        ? [
            [
              words(t('report.stratified', 'stratified')),
              ofMean(stratified, to, decimals),
              errorOf(stratified, to, say(ONE_PLOT)),
              interval(stratified, to, decimals),
              ...ofAll.map((cell, i) => (i === 1 ? words('') : cell)),
            ],
          ]
        : []),
    ];
  });
  const strataWords = Object.values(sampling).flatMap((each: FigureSampling | null) =>
    isText(each?.stratified) ? [each.stratified] : [],
  )[0];
  return {
    id: 'sampling',
    title: t('report.sampling-error', 'Sampling error'),
    columns: [
      text(t('report.column.figure', 'figure')),
      number(t('report.column.mean', 'mean')),
      number(t('report.standard-error-2', 'standard error')),
      number(intervalHead(options)),
      number(t('report.bootstrap-interval', '{level} % bootstrap interval', { level: String(options.confidencePct) })),
      number(t('report.coefficient-of-variation', 'coefficient of variation, %')),
      number(t('report.plots-for-10', 'plots for ± 10 %')),
    ],
    rows,
    notes: [
      t(
        'report.intervals-by-student-s',
        'Intervals by Student’s t. Bootstrap: percentile interval from 2,000 resamples of the plots, within strata. A skewed interval may mean that a few plots dominate.',
      ),
      ...(Object.values(sampling).some((each: FigureSampling | null) => each?.resampledTooNarrow === true)
        ? [
            t(
              'report.with-fewer-than-plots-the',
              'With fewer than {bootstrapNarrowBelow} plots the bootstrap interval is too narrow.',
              { bootstrapNarrowBelow: String(BOOTSTRAP_NARROW_BELOW) },
            ),
          ]
        : []),
      t('report.plots-for-10-at-95', 'Plots for ± 10 %: for a 95 % interval, with the present allocation to strata.'),
      ...(strataWords === undefined ? [] : [strataWords]),
      t(
        'report.sampling-error-only-errors-of',
        'Sampling error only. Errors of dbh, height and volume come in addition.',
      ),
    ],
  };
}
