import { printRounded, type StandUnits } from '@arbolito/core/units';
import type { StandSummary } from '../../../contracts/views.ts';
import { needsPlots } from '../../results/counting-words.ts';
import type { Estimated } from '@arbolito/core/statistics';
import { type Cell, errorCell, figure, words } from '../table.ts';
import { say, t } from '../../../messages/text.ts';
import { message } from '@arbolito/core/message';

/** The three figures of every sum, in the units shown. */
interface Figure {
  readonly words: string;
  readonly of: 'stemsPerHa' | 'basalAreaM2PerHa' | 'volumeM3PerHa';
  readonly to: (value: number) => number;
  readonly decimals: number;
}

export const figuresOf = (units: StandUnits): readonly Figure[] => [
  {
    words: t('report.stems', 'stems{per}', { per: units.per }),
    of: 'stemsPerHa',
    to: units.stems,
    decimals: 1,
  },
  {
    words: t('report.basal-area', 'basal area, {basalArea}{per}', {
      basalArea: units.basalArea,
      per: units.per,
    }),
    of: 'basalAreaM2PerHa',
    to: units.basalAreaPer,
    decimals: 2,
  },
  {
    words: t('report.volume', 'volume, {volume}{per}', { volume: units.volume, per: units.per }),
    of: 'volumeM3PerHa',
    to: units.volumePer,
    decimals: 1,
  },
];

const NO_SAMPLE = message('report.none-complete-tally', 'none (complete tally)');

/** Head of a column of intervals, with their confidence level. */
export const intervalHead = ({ confidencePct }: StandSummary['options']): string =>
  t('report.level-interval', '{level} % interval', { level: String(confidencePct) });

export const ONE_PLOT = message('report.needs-a-second-plot', 'needs a second plot');

/** Why there is no error of sampling: nothing was sampled, strata have a single plot, or there is one plot in all. */
export function missingError({ sums, survey }: StandSummary): string {
  if (sums.weighing === 'whole') return say(NO_SAMPLE);
  if (sums.weighing === 'list') return t('report.none-every-tree-measured', 'none (every tree measured)');
  return needsPlots(sums, survey);
}

export const ofMean = (estimated: Estimated | null, to: (value: number) => number, decimals: number): Cell =>
  figure(estimated === null ? null : to(estimated.mean), decimals);

export function interval(
  estimated: Pick<Estimated, 'mean' | 'halfWidth'> | null,
  to: (value: number) => number,
  decimals: number,
): Cell {
  if (estimated === null) return words('—');
  const { mean, halfWidth } = estimated;
  if (halfWidth === null) return words('—');
  const shown = words(
    t('report.interval', '{low} to {high}', {
      low: printRounded(to(mean - halfWidth), decimals),
      high: printRounded(to(mean + halfWidth), decimals),
    }),
  );
  return mean > 0 ? { ...shown, halfWidthShare: halfWidth / mean } : shown;
}

/** The standard error of a figure, or why there is none. */
export function errorOf(
  estimated: Pick<Estimated, 'standardError'> | null,
  to: (value: number) => number,
  none?: string,
): Cell {
  const value = estimated?.standardError ?? null;
  return errorCell(value === null ? null : to(value), none);
}

/** Half the width of an interval in percent of its mean; null without one, and for a mean of 0. */
export const shareOfMeanPct = ({ mean, halfWidth }: Estimated): number | null =>
  halfWidth === null || mean === 0 ? null : (100 * halfWidth) / Math.abs(mean);

export const pctOfMean = (estimated: Estimated): Cell => figure(shareOfMeanPct(estimated), 1);
