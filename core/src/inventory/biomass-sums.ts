import type { BiomassGroupId } from '../protocol/index.ts';
import type { Estimated } from '../statistics/index.ts';
import { aboveGroundKg, carbonKg, massErrorShare } from '../biomass/index.ts';
import { groupFigure, sumGroups, type TreeColumns } from './group-totals.ts';
import { type VarianceOptions, weightsWith } from './sums.ts';
import { onlyTrees, type StratumArea, type TalliedPlot } from './tallied.ts';
import { expandTree, volumeRatio } from './volume-ratio.ts';

/** Dry mass above the ground and the carbon in it, as means per hectare with the errors of sampling and of the equations. */
export interface BiomassRow {
  readonly trees: number;
  /** Mean dry mass of a tree. */
  readonly dryKgPerTree: number;
  /** t/ha. */
  readonly dryTPerHa: Estimated;
  readonly carbonTPerHa: Estimated;
  /** Standard error of the equations as a share of the mass: the trees of a species group share it. */
  readonly equationShare: number;
}

/** Biomass of the live trees of a survey. */
export interface BiomassSums {
  readonly all: BiomassRow;
  readonly species: readonly (BiomassRow & { readonly speciesCode: string })[];
  /** Live trees with a dbh of species without an equation, or thinner than 2.5 cm: they count for nothing. */
  readonly without: number;
}

const KG_PER_T = 1000;

/**
 * Dry mass above the ground by species group and dbh, and carbon as its IPCC default share.
 *
 * Source: Jenkins et al. 2003, Forest Science 49:12; IPCC 2006, 0.47; Cochran 1977, Sampling Techniques, 5.
 *
 * @param tallied plots that count
 * @param groups equation by species code
 * @returns null where no live tree has an equation
 */
export function biomassSums(
  tallied: readonly TalliedPlot[],
  groups: Readonly<Partial<Record<string, BiomassGroupId>>>,
  strata: readonly StratumArea[] = [],
  options: VarianceOptions = {},
): BiomassSums | null {
  const plots = onlyTrees(tallied, 'live');
  const ratio = volumeRatio(plots);
  const trees = plots.flatMap(({ shape, trees: own }, index) =>
    own.flatMap((tree) => {
      const group = groups[tree.speciesCode];
      if (tree.dbhCm === null) return [];
      return [{ tree, shape, index, kg: group === undefined ? null : aboveGroundKg(group, tree.dbhCm) }];
    }),
  );
  const known = trees.flatMap(({ kg, ...each }) => (kg === null ? [] : [{ ...each, kg }]));
  if (known.length === 0) return null;
  const weights = weightsWith(plots, strata, options);
  const stems = Float64Array.from(known, ({ tree, shape }) => expandTree(shape, tree, ratio).stems);
  const tonnes = Float64Array.from(known, ({ kg }, i) => ((stems[i] ?? 0) * kg) / KG_PER_T);
  const columns: Omit<TreeColumns, 'group'> = {
    plot: Uint32Array.from(known, ({ index }) => index),
    stems,
    // The carbon stands where sums of trees have their basal area.
    basalArea: Float64Array.from(tonnes, (dry) => carbonKg(dry)),
    volume: tonnes,
  };
  const isSampled = weights.whole === null;
  const rowsBy = <K extends string>(keyOf: (code: string) => K): (Omit<BiomassRow, 'equationShare'> & { key: K })[] => {
    const keys = [...new Set(known.map(({ tree }) => keyOf(tree.speciesCode)))];
    const group = Int32Array.from(known, ({ tree }) => keys.indexOf(keyOf(tree.speciesCode)));
    const sums = sumGroups({ ...columns, group }, keys.length, weights);
    return keys.map((key, i) => {
      const dryTPerHa = groupFigure(sums, i, 2, isSampled);
      return {
        key,
        trees: sums.trees[i] ?? 0,
        dryKgPerTree: (KG_PER_T * dryTPerHa.mean) / groupFigure(sums, i, 0, isSampled).mean,
        dryTPerHa,
        carbonTPerHa: groupFigure(sums, i, 1, isSampled),
      };
    });
  };
  const groupOf = (code: string): BiomassGroupId | 'none' => groups[code] ?? 'none';
  const shareOf = (group: BiomassGroupId | 'none'): number => (group === 'none' ? 0 : massErrorShare(group));
  const [all] = rowsBy(() => 'all');
  if (all === undefined) return null;
  // Equations of two groups have nothing to do with each other.
  const off = Math.hypot(...rowsBy(groupOf).map(({ key, dryTPerHa }) => dryTPerHa.mean * shareOf(key)));
  const row = ({ key: _key, ...rest }: ReturnType<typeof rowsBy>[number], equationShare: number): BiomassRow => ({
    ...rest,
    equationShare,
  });
  return {
    all: row(all, off / all.dryTPerHa.mean),
    species: rowsBy((code) => code).map((each) => ({
      ...row(each, shareOf(groupOf(each.key))),
      speciesCode: each.key,
    })),
    without: trees.length - known.length,
  };
}
