import type { StandSummary } from '../../../contracts/views.ts';
import { printRounded, type StandUnits } from '@arbolito/core/units';
import { type Cell, figure, number, type ReportTable, text, words } from '../table.ts';
import { errorOf, figuresOf, interval, ofMean, ONE_PLOT } from './cells.ts';
import type { FigureSampling } from '@arbolito/core/inventory';
import { BOOTSTRAP_NARROW_BELOW } from '@arbolito/core/statistics';

/** How sure the sample is: by t, by strata, drawn again, and what it would take. */
export function samplingTable({ sampling }: StandSummary, units: StandUnits): ReportTable | null {
  if (sampling === null) return null;
  const rows = figuresOf(units).flatMap(({ words: name, of, to, decimals }): (readonly Cell[])[] => {
    const found: FigureSampling | null = sampling[of];
    if (found === null) return [];
    const { simple, stratified, resampled } = found;
    const isStratified = stratified !== null && typeof stratified !== 'string';
    const ofAll: readonly Cell[] = [
      resampled === null
        ? words('—')
        : words(`${printRounded(to(resampled.low), decimals)} to ${printRounded(to(resampled.high), decimals)}`),
      figure(simple?.cvPct, 0),
      figure(found.plotsForTenPct, 0),
    ];
    const blank: readonly Cell[] = [words(''), figure(simple?.cvPct, 0), words('')];
    return [
      [
        words(isStratified ? `${name}, plots alike` : name),
        ofMean(simple, to, decimals),
        errorOf(simple, to, ONE_PLOT),
        interval(simple, to, decimals),
        ...(isStratified ? blank : ofAll),
      ],
      ...(isStratified
        ? [
            [
              words('by strata'),
              ofMean(stratified, to, decimals),
              errorOf(stratified, to, ONE_PLOT),
              interval(stratified, to, decimals),
              ...ofAll.map((cell, i) => (i === 1 ? words('') : cell)),
            ],
          ]
        : []),
    ];
  });
  const strataWords = Object.values(sampling).flatMap((each: FigureSampling | null) =>
    typeof each?.stratified === 'string' ? [each.stratified] : [],
  )[0];
  return {
    id: 'sampling',
    title: 'How sure the sample is',
    columns: [
      text('figure'),
      number('mean'),
      number('standard error'),
      number('95 % interval'),
      number('bootstrap interval'),
      number('spread, CV %'),
      number('plots for ± 10 %'),
    ],
    rows,
    notes: [
      '95 % intervals by Student’s t. Bootstrap: percentile interval from 2,000 resamples of the plots, within strata. A skewed interval may mean that a few plots dominate.',
      ...(Object.values(sampling).some((each: FigureSampling | null) => each?.resampledTooNarrow === true)
        ? [`With fewer than ${String(BOOTSTRAP_NARROW_BELOW)} plots the bootstrap interval is too narrow.`]
        : []),
      'Plots for ± 10 %: at the present allocation to strata.',
      ...(strataWords === undefined ? [] : [strataWords]),
      'The error of sampling alone: those of dbh, height and volume come on top of it.',
    ],
  };
}
