import { type IndexQuantity, STAND_INDICES } from '@arbolito/core/inventory';
import type { StandUnits, UnitSystem } from '@arbolito/core/units';
import type { StandSummary } from '../../../contracts/views.ts';
import { type Cell, figure, number, type ReportTable, text, words } from '../table.ts';

/** An index in the units of the report. */
function indexValue(value: number | null, quantity: IndexQuantity, units: StandUnits): number | null {
  if (value === null || quantity === 'number') return value;
  return quantity === 'height' ? units.heightOf(value) : units.stems(value);
}

export function standFiguresTable({ figures, sums }: StandSummary, units: StandUnits, system: UnitSystem): ReportTable {
  const means: readonly (readonly [string, Cell, string])[] = [
    [
      `quadratic mean dbh, ${units.diameter}`,
      figure(sums.quadraticMeanDiameterCm === null ? null : units.diameterOf(sums.quadraticMeanDiameterCm), 1),
      'diameter of the tree of mean basal area',
    ],
    [
      `mean height, ${units.height}`,
      figure(sums.meanHeightM === null ? null : units.heightOf(sums.meanHeightM), 1),
      `of the ${sums.heightsMeasured} measured trees`,
    ],
  ];
  const indices = STAND_INDICES.map(
    ({ id, label, quantity, decimals, explanation }) =>
      [label(units), figure(indexValue(figures[id], quantity, units), decimals), explanation(figures, system)] as const,
  );
  return {
    id: 'figures',
    title: 'Figures of the stand',
    columns: [text('figure'), number('value'), text('what it is')],
    rows: [...means, ...indices].map(([name, cell, what]) => [words(name), cell, words(what)]),
    notes: [],
  };
}
