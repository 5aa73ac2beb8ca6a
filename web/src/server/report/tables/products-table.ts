import type { StandSummary } from '../../../contracts/views.ts';
import type { StandUnits } from '@arbolito/core/units';
import { figure, number, type ReportTable, text, words } from '../table.ts';
import { ERRORS_NOTE, groupCells, groupColumns } from './group-cells.ts';

export function productsTable({ sums }: StandSummary, units: StandUnits): ReportTable | null {
  if (sums.products.length === 0) return null;
  return {
    id: 'products',
    title: 'Products by dbh',
    columns: [text('product'), number('stems tallied'), ...groupColumns(units)],
    rows: sums.products.map((row) => [
      words(row.product ?? 'below the first product'),
      figure(row.stems, 0),
      ...groupCells(row, units),
    ]),
    notes: [ERRORS_NOTE],
  };
}
