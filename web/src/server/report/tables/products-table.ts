import type { StandSummary } from '../../../contracts/views.ts';
import type { StandUnits } from '@arbolito/core/units';
import { figure, number, type ReportTable, text, words } from '../table.ts';
import { ERRORS_NOTE, groupCells, groupColumns } from './group-cells.ts';
import { t, say } from '../../../messages/text.ts';

export function productsTable({ sums }: StandSummary, units: StandUnits): ReportTable | null {
  if (sums.products.length === 0) return null;
  return {
    id: 'products',
    title: t('report.products-by-dbh', 'Products by dbh'),
    columns: [
      text(t('report.column.product', 'product')),
      number(t('report.stems-tallied', 'stems tallied')),
      ...groupColumns(units),
    ],
    rows: sums.products.map((row) => [
      words(row.product ?? t('report.below-the-first-product', 'below the first product')),
      figure(row.stems, 0),
      ...groupCells(row, units),
    ]),
    notes: [say(ERRORS_NOTE)],
  };
}
