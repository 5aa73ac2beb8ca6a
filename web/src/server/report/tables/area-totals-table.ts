import type { Estimated } from '@arbolito/core/statistics';
import { convert, type StandUnits } from '@arbolito/core/units';
import type { StandSummary } from '../../../contracts/views.ts';
import { type Cell, figure, number, type ReportTable, text, words } from '../table.ts';
import { errorOf, interval, intervalHead, missingError } from './cells.ts';
import { knownAreaHa } from './known-area.ts';
import { t } from '../../../messages/text.ts';

type Figures = Readonly<Record<'stemsPerHa' | 'basalAreaM2PerHa' | 'volumeM3PerHa', Estimated | null>>;

/** Totals of strata and of the survey, live and dead trees apart; null where no area is known. */
export function areaTotalsTable(summary: StandSummary, units: StandUnits): ReportTable | null {
  const { sums, survey } = summary;
  if (sums.weighing === 'list') return null;
  const areaHa = knownAreaHa(summary);
  const isMetric = units.basalArea === 'm²';
  const none = missingError(summary);
  const figures = [
    { words: t('report.total-stems', 'stems'), of: 'stemsPerHa', to: (value: number) => value, decimals: 0 },
    {
      words: t('report.total-basal-area', 'basal area, {unit}', { unit: units.basalArea }),
      of: 'basalAreaM2PerHa',
      to: (value: number) => (isMetric ? value : convert(value, 'm2', 'ft2')),
      decimals: 1,
    },
    {
      words: t('report.total-volume', 'volume, {unit}', { unit: units.volume }),
      of: 'volumeM3PerHa',
      to: (value: number) => (isMetric ? value : convert(value, 'm3', 'ft3')),
      decimals: 0,
    },
  ] as const;
  const rowsOf = (name: string, area: number, own: Figures): (readonly Cell[])[] =>
    figures.map(({ words: figureName, of, to, decimals }) => {
      const estimated = own[of];
      const total = (perHa: number): number => to(perHa * area);
      return [
        words(name),
        words(figureName),
        figure(estimated === null ? null : total(estimated.mean), decimals),
        errorOf(estimated, total, none),
        interval(estimated, total, decimals),
      ];
    });
  const strata = sums.strata.flatMap((row) => {
    const stratum = survey.strata.find(({ id }) => id === row.stratumId);
    return stratum?.areaHa === null || stratum === undefined ? [] : rowsOf(stratum.name, stratum.areaHa, row.sampling);
  });
  const whole =
    areaHa === null
      ? []
      : [
          ...rowsOf(t('report.whole-survey', 'whole survey'), areaHa, sums),
          ...(sums.dead === null ? [] : rowsOf(t('report.whole-survey-dead', 'dead trees'), areaHa, sums.dead)),
        ];
  if (strata.length + whole.length === 0) return null;
  return {
    id: 'area-totals',
    title: t('report.totals-of-the-area', 'Totals of the area'),
    columns: [
      text(t('report.column.stratum', 'stratum')),
      text(t('report.column.figure', 'figure')),
      number(t('report.column.total', 'total')),
      number(t('report.standard-error-2', 'standard error')),
      number(intervalHead(summary.options)),
    ],
    rows: [...whole, ...strata],
    notes: [
      t(
        'report.area-totals-note',
        'Mean per hectare times the area. Areas are taken as exact; errors are those of sampling.',
      ),
    ],
  };
}
