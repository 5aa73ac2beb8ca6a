import type { StandSummary } from '../../../contracts/views.ts';
import type { StandUnits } from '@arbolito/core/units';
import { type Cell, errorCell, figure, number, type ReportTable, text, words } from '../table.ts';
import { NO_SAMPLE, ONE_PLOT } from './cells.ts';

/** Where the error of the volume comes from. */
export function errorsTable({ sums }: StandSummary, units: StandUnits): ReportTable | null {
  const { volumeErrors, volumeM3PerHa } = sums;
  if (volumeErrors === null || volumeM3PerHa === null) return null;
  const row = (name: string, value: number | null, none?: string): readonly Cell[] => [
    words(name),
    errorCell(value === null ? null : units.volumePer(value), none),
    figure(value === null || volumeM3PerHa.mean === 0 ? null : (100 * value) / volumeM3PerHa.mean, 1),
  ];
  const isWhole = sums.weighing === 'whole';
  return {
    id: 'errors',
    title: 'Where the error of the volume comes from',
    columns: [text('source'), number(`standard error, ${units.volume} / ${units.area}`), number('% of the mean')],
    rows: [
      isWhole
        ? [words('sampling'), words(NO_SAMPLE), words('—')]
        : row(
            sums.phaseSummary?.kind === 'three-p'
              ? 'sampling: other trees would have been drawn'
              : 'sampling: other plots would have been other trees',
            volumeErrors.sampling,
            ONE_PLOT,
          ),
      row('readings of dbh and height', volumeErrors.measurement),
      row('heights by the curve', volumeErrors.curve),
      row('volume equation or form factor', volumeErrors.model),
    ],
    total: row('all together', volumeErrors.all, ONE_PLOT),
    notes: [
      isWhole
        ? 'Errors add as the root of their squares.'
        : 'Errors add as the root of their squares. That of the readings is not added again: it is part of how plots differ.',
    ],
  };
}
