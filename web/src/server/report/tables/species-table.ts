import type { StandSummary } from '../../../contracts/views.ts';
import type { StandUnits } from '@arbolito/core/units';
import { figure, number, type ReportTable, text, words } from '../table.ts';
import { ERRORS_NOTE, groupCells, groupColumns } from './group-cells.ts';
import { t, say } from '../../../messages/text.ts';

export function speciesTable({ sums, survey }: StandSummary, units: StandUnits): ReportTable {
  const whole = sums.basalAreaM2PerHa?.mean ?? 0;
  return {
    id: 'species',
    title: t('report.by-species', 'By species'),
    columns: [
      text(t('report.column.species', 'species')),
      number(t('report.column.trees', 'trees')),
      ...groupColumns(units),
      number(t('report.of-basal-area', '% of basal area')),
    ],
    rows: sums.species.map((row) => [
      words(survey.species.find(({ code }) => code === row.speciesCode)?.name ?? row.speciesCode),
      figure(row.stems, 0),
      ...groupCells(row, units),
      figure(whole === 0 ? null : (100 * row.basalAreaM2PerHa) / whole, 1),
    ]),
    notes: [say(ERRORS_NOTE)],
  };
}
