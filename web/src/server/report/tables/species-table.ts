import type { StandSummary } from '../../../contracts/views.ts';
import type { StandUnits } from '@arbolito/core/units';
import { figure, number, type ReportTable, text, words } from '../table.ts';
import { ERRORS_NOTE, groupCells, groupColumns } from './group-cells.ts';

export function speciesTable({ sums, survey }: StandSummary, units: StandUnits): ReportTable {
  const whole = sums.basalAreaM2PerHa?.mean ?? 0;
  return {
    id: 'species',
    title: 'By species',
    columns: [text('species'), number('trees'), ...groupColumns(units), number('% of basal area')],
    rows: sums.species.map((row) => [
      words(survey.species.find(({ code }) => code === row.speciesCode)?.name ?? row.speciesCode),
      figure(row.stems, 0),
      ...groupCells(row, units),
      figure(whole === 0 ? null : (100 * row.basalAreaM2PerHa) / whole, 1),
    ]),
    notes: [ERRORS_NOTE],
  };
}
