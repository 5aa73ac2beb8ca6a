import type { BiomassGroupId } from '../protocol/index.ts';
import type { Estimated } from '../statistics/index.ts';
import { carbonKg, massErrorShare } from '../biomass/index.ts';
import { groupFigure, sumGroups, type TreeColumns } from './group-totals.ts';
import { type Figure, FIGURE } from './plot-figures.ts';
import { figureOfCells, onlyCells, plotOfCells, type PlotTotals } from './plot-totals.ts';
import { numbered, type VarianceOptions, weightsWith } from './sums.ts';
import type { StratumArea } from './tallied.ts';

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
 * @param totals plots that count, made with the same groups
 * @param groups equation by species code
 * @returns null where no live tree has an equation
 */
export function biomassSums(
  totals: readonly PlotTotals[],
  groups: Readonly<Partial<Record<string, BiomassGroupId>>>,
  strata: readonly StratumArea[] = [],
  options: VarianceOptions = {},
): BiomassSums | null {
  const plots = totals.map((plot) => onlyCells(plot, ({ dead, diameterClass }) => !dead && diameterClass !== null));
  const all = (figure: Figure): Float64Array => figureOfCells(plots, figure);
  const trees = all(FIGURE.biomassTrees);
  const count = trees.reduce((sum, each) => sum + each, 0);
  if (count === 0) return null;
  const weights = weightsWith(plots, strata, options);
  const tonnes = all(FIGURE.dryKg).map((kg) => kg / KG_PER_T);
  const columns: Omit<TreeColumns, 'group'> = {
    plot: plotOfCells(plots),
    trees,
    stems: all(FIGURE.biomassStems),
    // The carbon stands where sums of trees have their basal area.
    basalArea: tonnes.map((dry) => carbonKg(dry)),
    volume: tonnes,
  };
  const isSampled = weights.whole === null;
  const rowsBy = <K extends string>(keyOf: (code: string) => K): (Omit<BiomassRow, 'equationShare'> & { key: K })[] => {
    const { keys, group } = numbered(plots, ({ speciesCode }) => keyOf(speciesCode));
    const sums = sumGroups({ ...columns, group }, keys.length, weights);
    return keys.flatMap((key, i) => {
      const known = sums.trees[i] ?? 0;
      if (known === 0) return [];
      const dryTPerHa = groupFigure(sums, i, 2, isSampled);
      return {
        key,
        trees: known,
        dryKgPerTree: (KG_PER_T * dryTPerHa.mean) / groupFigure(sums, i, 0, isSampled).mean,
        dryTPerHa,
        carbonTPerHa: groupFigure(sums, i, 1, isSampled),
      };
    });
  };
  const groupOf = (code: string): BiomassGroupId | 'none' => groups[code] ?? 'none';
  const shareOf = (group: BiomassGroupId | 'none'): number => (group === 'none' ? 0 : massErrorShare(group));
  const [whole] = rowsBy(() => 'all');
  if (whole === undefined) return null;
  // Equations of two groups have nothing to do with each other.
  const off = Math.hypot(...rowsBy(groupOf).map(({ key, dryTPerHa }) => dryTPerHa.mean * shareOf(key)));
  const row = ({ key: _key, ...rest }: ReturnType<typeof rowsBy>[number], equationShare: number): BiomassRow => ({
    ...rest,
    equationShare,
  });
  return {
    all: row(whole, off / whole.dryTPerHa.mean),
    species: rowsBy((code) => code).map((each) => ({
      ...row(each, shareOf(groupOf(each.key))),
      speciesCode: each.key,
    })),
    without: all(FIGURE.trees).reduce((sum, each) => sum + each, 0) - count,
  };
}
