import { LOG_RULES } from '@arbolito/core/log-rules';
import type { BoardFeetRow } from '@arbolito/core/inventory';
import { USUAL_LOGS } from '@arbolito/core/protocol';
import { printRounded, STAND_UNITS, type StandUnits } from '@arbolito/core/units';
import type { StandSummary } from '../../../contracts/views.ts';
import { type Cell, figure, number, type ReportTable, text, words } from '../table.ts';
import { errorOf, missingError } from './cells.ts';
import { knownAreaHa } from './known-area.ts';
import { t } from '../../../messages/text.ts';

/** Board feet of standing trees by their logs: by species, diameter class and product, with their value. */
export function standingBoardFeetTable(summary: StandSummary, units: StandUnits): ReportTable | null {
  const { boardFeet, survey } = summary;
  if (boardFeet === null) return null;
  const { all, species, classes, products, without } = boardFeet;
  const settings = survey.wood.logs ?? USUAL_LOGS;
  const areaHa = knownAreaHa(summary);
  const currency = survey.wood.prices?.currency ?? '';
  const none = missingError(summary);
  const classUnit = STAND_UNITS[survey.unitSystem].diameter;
  const cells = ({ trees, boardFeetPerHa, valuePerHa }: BoardFeetRow): Cell[] => [
    figure(trees, 0),
    figure(units.stems(boardFeetPerHa.mean), 0),
    errorOf(boardFeetPerHa, units.stems, none),
    ...(areaHa === null
      ? []
      : [figure(boardFeetPerHa.mean * areaHa, 0), errorOf(boardFeetPerHa, (perHa) => perHa * areaHa, none)]),
    ...(valuePerHa === null ? [] : [figure(units.stems(valuePerHa.mean), 2), errorOf(valuePerHa, units.stems, none)]),
  ];
  const nameOf = (code: string): string => survey.species.find((each) => each.code === code)?.name ?? code;
  return {
    id: 'board-feet',
    title: t('report.board-feet-of-standing-trees', 'Board feet of standing trees'),
    columns: [
      text(t('report.column.group', 'group')),
      number(t('report.trees-with-logs', 'trees with logs')),
      number(t('report.board-feet-per-area', 'bf{per}', { per: units.per })),
      number('±'),
      ...(areaHa === null ? [] : [number(t('report.board-feet-in-all', 'bf, total')), number('±')]),
      ...(all.valuePerHa === null
        ? []
        : [number(t('report.value-per-area', 'value, {currency}{per}', { currency, per: units.per })), number('±')]),
    ],
    rows: [
      ...species.map((row) => [words(nameOf(row.speciesCode)), ...cells(row)]),
      ...classes.map((row) => [
        words(
          t('report.dbh-class-row', 'dbh class {named} {unit}', { named: String(row.diameterClass), unit: classUnit }),
        ),
        ...cells(row),
      ]),
      ...products.map((row) => [
        words(row.product ?? t('report.below-the-first-product', 'below the first product')),
        ...cells(row),
      ]),
    ],
    total: [words(t('report.column.all', 'all')), ...cells(all)],
    notes: [
      t(
        'report.board-feet-note',
        '{rule}, form class {formClass}, logs of {length} with {trim} of trim. ± is one standard error (sampling).',
        {
          rule: LOG_RULES[settings.rule].name,
          formClass: String(settings.formClass),
          length: `${printRounded(units.heightOf(settings.logLengthM), 1)} ${units.height}`,
          trim: `${printRounded(units.heightOf(settings.trimM), 2)} ${units.height}`,
        },
      ),
      ...(without === 0
        ? []
        : [
            t(
              'report.trees-without-logs',
              '{n, plural, one {# live tree has no log count and is counted as 0 bf.} other {# live trees have no log count and are counted as 0 bf.}}',
              { n: without },
            ),
          ]),
    ],
  };
}
