import type { StandSummary } from '../../../contracts/views.ts';
import type { StandUnits } from '@arbolito/core/units';
import { type Cell, figure, number, type ReportTable, text, words } from '../table.ts';
import { classesOf, classWords, totalOfClasses } from './diameter-classes.ts';
import type { ClassRow } from '@arbolito/core/inventory';
import { t } from '../../../messages/text.ts';

/** Volume by class and species. */
export function stockTable(summary: StandSummary, units: StandUnits): ReportTable | null {
  const { classes, present, unit } = classesOf(summary);
  const rows = summary.sums.classes;
  if (classes.length === 0 || rows.every(({ volumeM3PerHa }) => volumeM3PerHa === null)) return null;
  const volume = (own: readonly ClassRow[]): Cell => {
    const value = totalOfClasses(own, (row) => row.volumeM3PerHa);
    return own.length === 0 ? words('·') : figure(value === null ? null : units.volumePer(value), 1);
  };
  const cells = (own: readonly ClassRow[]): Cell[] => [
    ...present.map(({ code }) => volume(own.filter(({ speciesCode }) => speciesCode === code))),
    volume(own),
  ];
  return {
    id: 'stock',
    title: t('report.stock-table-volume-by-dbh', 'Stock table: volume by dbh class and species'),
    columns: [
      text(t('report.class', 'class {unit}', { unit })),
      ...present.map(({ name }) => number(`${name}, ${units.volume}${units.per}`)),
      number(t('report.all', 'all, {volume}{per}', { volume: units.volume, per: units.per })),
    ],
    rows: classes.map((named) => [
      words(String(named)),
      ...cells(rows.filter(({ diameterClass }) => diameterClass === named)),
    ]),
    total: [words(t('report.column.all', 'all')), ...cells(rows)],
    notes: [classWords(classesOf(summary), summary.survey)],
  };
}
