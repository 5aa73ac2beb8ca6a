import { type IndexQuantity, STAND_INDICES } from '@arbolito/core/inventory';
import type { StandUnits, UnitSystem } from '@arbolito/core/units';
import type { StandSummary } from '../../../contracts/views.ts';
import { type Cell, figure, number, type ReportTable, text, words } from '../table.ts';
import { t } from '../../../messages/text.ts';

/** An index in the units of the report. */
function indexValue(value: number | null, quantity: IndexQuantity, units: StandUnits): number | null {
  if (value === null || quantity === 'number') return value;
  return quantity === 'height' ? units.heightOf(value) : units.stems(value);
}

export function standFiguresTable({ figures, sums }: StandSummary, units: StandUnits, system: UnitSystem): ReportTable {
  const means: readonly (readonly [string, Cell, string])[] = [
    [
      t('report.quadratic-mean-dbh-2', 'quadratic mean dbh, {diameter}', { diameter: units.diameter }),
      figure(sums.quadraticMeanDiameterCm === null ? null : units.diameterOf(sums.quadraticMeanDiameterCm), 1),
      t('report.diameter-of-the-tree-of', 'diameter of the tree of mean basal area'),
    ],
    [
      t('report.mean-height', 'mean height, {height}', { height: units.height }),
      figure(sums.meanHeightM === null ? null : units.heightOf(sums.meanHeightM), 1),
      t('report.of-the-measured-trees', 'of the {heightsMeasured} measured trees', {
        heightsMeasured: sums.heightsMeasured,
      }),
    ],
  ];
  const indices = STAND_INDICES.filter(({ needsArea }) => !needsArea || units.per !== '').map(
    ({ id, label, quantity, decimals, explanation }) =>
      [label(units), figure(indexValue(figures[id], quantity, units), decimals), explanation(figures, system)] as const,
  );
  return {
    id: 'figures',
    title: t('report.stand-variables', 'Stand variables'),
    columns: [
      text(t('report.column.figure', 'figure')),
      number(t('report.column.value', 'value')),
      text(t('report.definition', 'definition')),
    ],
    rows: [...means, ...indices].map(([name, cell, what]) => [words(name), cell, words(what)]),
    notes: [],
  };
}
