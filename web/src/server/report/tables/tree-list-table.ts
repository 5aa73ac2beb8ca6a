import type { FigureRow } from '../../../computation/tree-figures.ts';
import { aboveGroundKg, massErrorShare } from '@arbolito/core/biomass';
import { sum } from '@arbolito/core/statistics';
import { printDiameters, type StandUnits, type UnitSystem } from '@arbolito/core/units';
import type { SurveyView } from '../../../contracts/views.ts';
import { type Cell, errorCell, figure, number, type ReportTable, text, words } from '../table.ts';
import { t } from '../../../messages/text.ts';

/** Longer lists are read in the CSV file. */
export const MOST_LISTED_TREES = 2_000;

/** A tree of the list: its figures, and the label of its plot. */
export interface ListedTree extends Pick<
  FigureRow,
  'treeId' | 'tag' | 'speciesCode' | 'diametersCm' | 'heightM' | 'volumeM3' | 'notes'
> {
  readonly plotLabel: string;
}

const inOrder = new Intl.Collator('en', { numeric: true });

/** Every tree with its figures, by plot and tag; a part that a report has only where it is asked for. */
export function treeListTable(
  trees: readonly ListedTree[],
  { species, design, wood }: Pick<SurveyView, 'species' | 'design' | 'wood'>,
  units: StandUnits,
  system: UnitSystem,
): ReportTable {
  const names = new Map(species.map(({ code, name }) => [code, name]));
  const conditions = new Map(design.conditions.map(({ code, words: meaning }) => [code, meaning]));
  const groups = new Map(
    wood.species.flatMap(({ speciesCode, biomassGroup: group }) => (group === undefined ? [] : [[speciesCode, group]])),
  );
  const massOf = ({ speciesCode, diametersCm }: ListedTree): readonly Cell[] => {
    const group = groups.get(speciesCode);
    if (groups.size === 0) return [];
    const masses = group === undefined ? [] : diametersCm.flatMap((dbhCm) => aboveGroundKg(group, dbhCm) ?? []);
    if (group === undefined || masses.length === 0) return [figure(null, 0), words('—')];
    const kg = sum(masses);
    return [figure(kg, 0), errorCell(kg * massErrorShare(group))];
  };
  const sorted = trees.toSorted((a, b) => inOrder.compare(a.plotLabel, b.plotLabel) || inOrder.compare(a.tag, b.tag));
  return {
    id: 'tree-list',
    title: t('report.tree-list', 'Tree list'),
    columns: [
      text(t('report.column.plot', 'plot')),
      text(t('report.column.tag', 'tag')),
      text(t('report.column.species', 'species')),
      number(t('report.tree-dbh', 'dbh, {unit}', { unit: units.diameter })),
      number(t('report.tree-height', 'height, {unit}', { unit: units.height })),
      number(t('report.tree-volume', 'volume, {unit}', { unit: units.volume })),
      ...(groups.size === 0 ? [] : [number(t('report.tree-dry-mass', 'dry mass, kg')), number('±')]),
      text(t('report.column.condition', 'condition')),
    ],
    rows: sorted
      .slice(0, MOST_LISTED_TREES)
      .map((tree) => [
        words(tree.plotLabel),
        words(tree.tag, `/measure/${tree.treeId}`),
        words(names.get(tree.speciesCode) ?? tree.speciesCode),
        tree.diametersCm.length === 1
          ? figure(units.diameterOf(tree.diametersCm[0] ?? NaN), 1)
          : words(printDiameters(tree.diametersCm, system)),
        figure(tree.heightM === null ? null : units.heightOf(tree.heightM), 1),
        figure(tree.volumeM3 === null ? null : units.volumeOf(tree.volumeM3), system === 'metric' ? 3 : 1),
        ...massOf(tree),
        words((tree.notes?.conditions ?? []).map((code) => conditions.get(code) ?? code).join(', ')),
      ]),
    notes: [
      t('report.tree-list-note', 'Heights and volumes that were measured; imputed ones are in the sums alone.'),
      ...(sorted.length > MOST_LISTED_TREES
        ? [
            t('report.tree-list-cut', 'The first {most} of {all} trees. All of them are in the CSV file.', {
              most: String(MOST_LISTED_TREES),
              all: String(sorted.length),
            }),
          ]
        : []),
    ],
  };
}
