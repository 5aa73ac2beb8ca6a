import type { StandSummary } from '../../../contracts/views.ts';
import type { StandUnits } from '@arbolito/core/units';
import { type Cell, errorCell, figure, number, type ReportTable, text, words } from '../table.ts';
import { missingError, ONE_PLOT } from './cells.ts';
import { t, say } from '../../../messages/text.ts';

/** Where the error of the volume comes from. */
export function errorsTable(summary: StandSummary, units: StandUnits): ReportTable | null {
  const { sums } = summary;
  const { volumeErrors, volumeM3PerHa } = sums;
  if (volumeErrors === null || volumeM3PerHa === null) return null;
  const row = (name: string, value: number | null, none?: string): readonly Cell[] => [
    words(name),
    errorCell(value === null ? null : units.volumePer(value), none),
    figure(value === null || volumeM3PerHa.mean === 0 ? null : (100 * value) / volumeM3PerHa.mean, 1),
  ];
  const isWhole = sums.weighing === 'whole' || sums.weighing === 'list';
  return {
    id: 'errors',
    title: t('report.components-of-the-volume-error', 'Components of the volume error'),
    columns: [
      text(t('report.column.source', 'source')),
      number(
        t('report.standard-error', 'standard error, {volume}{per}', {
          volume: units.volume,
          per: units.per,
        }),
      ),
      number(t('report.of-the-volume', '% of the volume')),
    ],
    rows: [
      isWhole
        ? [words(t('report.column.sampling', 'sampling')), words(missingError(summary)), words('—')]
        : row(
            sums.phaseSummary?.kind === 'three-p'
              ? t('report.sampling-error-trees-selected', 'Sampling error (trees selected)')
              : t('report.sampling-error-plots-selected', 'Sampling error (plots selected)'),
            volumeErrors.sampling,
            say(ONE_PLOT),
          ),
      row(t('report.measurement-error-of-dbh-and', 'Measurement error of dbh and height'), volumeErrors.measurement),
      row(t('report.heights-imputed-from-the-curve-2', 'Heights imputed from the curve'), volumeErrors.curve),
      row(t('report.model-error-of-the-volume', 'Model error of the volume'), volumeErrors.model),
    ],
    total: row(t('report.total', 'Total'), volumeErrors.all, say(ONE_PLOT)),
    notes: [
      isWhole
        ? t('report.errors-combine-as-the-square', 'Errors combine as the square root of the sum of squares.')
        : t(
            'report.errors-combine-as-the-square-root',
            'Errors combine as the square root of the sum of squares. The measurement error is part of the differences between plots and is not added again.',
          ),
    ],
  };
}
