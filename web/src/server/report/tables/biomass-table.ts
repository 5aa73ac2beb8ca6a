import type { Estimated } from '@arbolito/core/statistics';
import type { BiomassRow } from '@arbolito/core/inventory';
import type { StandUnits } from '@arbolito/core/units';
import type { StandSummary } from '../../../contracts/views.ts';
import { type Cell, figure, number, type ReportTable, text, words } from '../table.ts';
import { errorOf, missingError } from './cells.ts';
import { knownAreaHa } from './known-area.ts';
import { t } from '../../../messages/text.ts';

/** Dry mass above the ground and carbon, by species and in all. */
export function biomassTable(summary: StandSummary, units: StandUnits): ReportTable | null {
  const { biomass, survey } = summary;
  if (biomass === null) return null;
  const areaHa = knownAreaHa(summary);
  const none = missingError(summary);
  const isWhole = biomass.all.dryTPerHa.standardError === null && ['whole', 'list'].includes(summary.sums.weighing);
  /** Of sampling and of the equation together. */
  const withEquation = ({ mean, standardError }: Estimated, share: number) => ({
    standardError: standardError === null && !isWhole ? null : Math.hypot(standardError ?? 0, mean * share),
  });
  const cells = ({ trees, dryKgPerTree, dryTPerHa, carbonTPerHa, equationShare }: BiomassRow): Cell[] => [
    figure(trees, 0),
    figure(dryKgPerTree, 0),
    errorOf({ standardError: dryKgPerTree * equationShare }, (kg) => kg),
    ...[dryTPerHa, carbonTPerHa].flatMap((of) => {
      const error = withEquation(of, equationShare);
      return [
        figure(units.stems(of.mean), 1),
        errorOf(error, units.stems, none),
        ...(areaHa === null ? [] : [figure(of.mean * areaHa, 0), errorOf(error, (perHa) => perHa * areaHa, none)]),
      ];
    }),
  ];
  const heads = [
    [
      t('report.dry-mass-per-area', 'dry mass, t{per}', { per: units.per }),
      t('report.dry-mass-total', 'dry mass, t in total'),
    ],
    [t('report.carbon-per-area', 'carbon, t{per}', { per: units.per }), t('report.carbon-total', 'carbon, t in total')],
  ] as const;
  return {
    id: 'biomass',
    title: t('report.biomass-and-carbon', 'Biomass and carbon'),
    columns: [
      text(t('report.column.species', 'species')),
      number(t('report.column.trees', 'trees')),
      number(t('report.dry-mass-per-tree', 'dry mass, kg per tree')),
      number('±'),
      ...heads.flatMap(([perArea, total]) => [
        number(perArea),
        number('±'),
        ...(areaHa === null ? [] : [number(total), number('±')]),
      ]),
    ],
    rows: biomass.species.map((row) => [
      words(survey.species.find(({ code }) => code === row.speciesCode)?.name ?? row.speciesCode),
      ...cells(row),
    ]),
    total: [words(t('report.column.all', 'all')), ...cells(biomass.all)],
    notes: [
      t(
        'report.biomass-and-errors-note',
        'Live trees, above the ground, dry: Jenkins et al. 2003, Forest Science 49:12, by the species group of the volume settings. Carbon: 0.47 of it (IPCC 2006). ± is one standard error of sampling and of the equation together; per tree, of the equation alone. The trees of a species group share the error of its equation.',
      ),
      ...(biomass.without === 0
        ? []
        : [
            t(
              'report.trees-without-biomass',
              '{n, plural, one {# tree has no equation and is not counted.} other {# trees have no equation and are not counted.}}',
              { n: biomass.without },
            ),
          ]),
    ],
  };
}
