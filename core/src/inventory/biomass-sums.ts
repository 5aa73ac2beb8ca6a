import type { BiomassGroupId } from '../protocol/index.ts';
import type { Estimated } from '../statistics/index.ts';
import { aboveGroundKg, carbonKg } from '../biomass/index.ts';
import { groupFigure, sumGroups, type TreeColumns } from './group-totals.ts';
import { type VarianceOptions, weightsWith } from './sums.ts';
import { onlyTrees, type StratumArea, type TalliedPlot } from './tallied.ts';
import { expandTree, volumeRatio } from './volume-ratio.ts';

/** Dry mass above the ground and the carbon in it, as means per hectare with the errors of sampling. */
export interface BiomassRow {
  readonly trees: number;
  /** t/ha. */
  readonly dryTPerHa: Estimated;
  readonly carbonTPerHa: Estimated;
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
  const rowsOf = (keys: readonly string[], keyOf: (code: string) => string): BiomassRow[] => {
    const group = Int32Array.from(known, ({ tree }) => keys.indexOf(keyOf(tree.speciesCode)));
    const sums = sumGroups({ ...columns, group }, keys.length, weights);
    return keys.map((_key, i) => ({
      trees: sums.trees[i] ?? 0,
      dryTPerHa: groupFigure(sums, i, 2, isSampled),
      carbonTPerHa: groupFigure(sums, i, 1, isSampled),
    }));
  };
  const codes = [...new Set(known.map(({ tree }) => tree.speciesCode))];
  const [all] = rowsOf(['all'], () => 'all');
  if (all === undefined) return null;
  return {
    all,
    species: rowsOf(codes, (code) => code).map((row, i) => ({ ...row, speciesCode: codes[i] ?? '' })),
    without: trees.length - known.length,
  };
}
