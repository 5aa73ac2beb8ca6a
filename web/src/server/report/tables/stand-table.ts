import type { StandSummary } from '../../../contracts/views.ts';
import type { StandUnits } from '@arbolito/core/units';
import { type Cell, figure, number, type ReportTable, text, words } from '../table.ts';
import type { ClassRow } from '@arbolito/core/inventory';
import { classesOf, classWords, totalOfClasses } from './diameter-classes.ts';
import { figuresOf } from './cells.ts';
import { t } from '../../../messages/text.ts';

/** Stems by class and species, with basal area and volume of all. */
export const standTable = (summary: StandSummary, units: StandUnits): ReportTable | null =>
  standTableOf(summary, summary.sums.classes, units, {
    id: 'stand',
    title: t('report.stand-table-by-dbh-class', 'Stand table: by dbh class and species'),
  });

/** The same of dead trees. */
export const deadStandTable = (summary: StandSummary, units: StandUnits): ReportTable | null =>
  summary.sums.dead === null
    ? null
    : standTableOf(summary, summary.sums.dead.classes, units, {
        id: 'dead',
        title: t('report.dead-trees-stand-table-by', 'Dead trees: stand table by dbh class and species'),
      });

function standTableOf(
  { survey }: StandSummary,
  rows: readonly ClassRow[],
  units: StandUnits,
  heading: Pick<ReportTable, 'id' | 'title'>,
): ReportTable | null {
  const table = classesOf({ survey, sums: { classes: rows } });
  const { classes, present, unit } = table;
  if (classes.length === 0) return null;
  const cells = (own: readonly ClassRow[]): Cell[] => [
    ...present.map(({ code }) => {
      const found = own.filter(({ speciesCode }) => speciesCode === code);
      return found.length === 0
        ? words('·')
        : figure(units.stems(totalOfClasses(found, (row) => row.stemsPerHa) ?? 0), 1);
    }),
    ...figuresOf(units).map(({ of, to, decimals }) => {
      const value = totalOfClasses(own, (row) => row[of]);
      return figure(value === null ? null : to(value), decimals);
    }),
  ];
  return {
    ...heading,
    columns: [
      text(t('report.class', 'class {unit}', { unit })),
      ...present.map(({ name }) => number(t('report.stems-2', '{name}, stems{per}', { name, per: units.per }))),
      ...figuresOf(units).map(({ words: name }) => number(t('report.figure-of-all', 'all: {name}', { name }))),
    ],
    rows: classes.map((named) => [
      words(String(named)),
      ...cells(rows.filter(({ diameterClass }) => diameterClass === named)),
    ]),
    total: [words(t('report.column.all', 'all')), ...cells(rows)],
    notes: [classWords(table, survey)],
  };
}
