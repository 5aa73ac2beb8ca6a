import type { StandSummary } from '../../../contracts/views.ts';
import type { StandUnits } from '@arbolito/core/units';
import { figure, number, type ReportTable, text, words } from '../table.ts';
import { ERRORS_NOTE, groupCells, groupColumns } from './group-cells.ts';
import { t, say } from '../../../messages/text.ts';

export function strataTable({ sums, survey }: StandSummary, units: StandUnits): ReportTable | null {
  if (sums.strata.length === 0) return null;
  return {
    id: 'strata',
    title: t('report.by-stratum', 'By stratum'),
    columns: [
      text(t('report.column.stratum', 'stratum')),
      number(t('report.area-ha', 'area, ha')),
      number(t('report.column.plots', 'plots')),
      number(t('report.column.trees', 'trees')),
      ...groupColumns(units),
    ],
    rows: sums.strata.map((row) => {
      const stratum = survey.strata.find(({ id }) => id === row.stratumId);
      return [
        words(stratum?.name ?? ''),
        figure(stratum?.areaHa, 2),
        figure(row.plots, 0),
        figure(row.stems, 0),
        ...groupCells(row, units),
      ];
    }),
    notes: [say(ERRORS_NOTE)],
  };
}
