import { diameterClass, type LogSettings } from '../protocol/index.ts';
import type { Estimated } from '../statistics/index.ts';
import { groupFigure, sumGroups, type TreeColumns } from './group-totals.ts';
import { productOfTallied, type SortingRules, type VarianceOptions, weightsWith } from './sums.ts';
import { onlyTrees, type StratumArea, type TalliedPlot, type TalliedTree } from './tallied.ts';
import { expandTree, volumeRatio } from './volume-ratio.ts';

/** Board feet of a group of trees, as means per hectare with the errors of sampling. */
export interface BoardFeetRow {
  /** Trees whose logs were counted. */
  readonly trees: number;
  readonly boardFeetPerHa: Estimated;
  /** In the currency of the price list; null where no price is known. */
  readonly valuePerHa: Estimated | null;
}

/** Board feet of a survey. */
export interface BoardFeetSums {
  readonly all: BoardFeetRow;
  /** Live trees with a dbh whose logs nobody counted: they count for nothing. */
  readonly without: number;
  readonly species: readonly (BoardFeetRow & { readonly speciesCode: string })[];
  readonly classes: readonly (BoardFeetRow & { readonly diameterClass: number })[];
  /** Empty where the survey tells no products apart. */
  readonly products: readonly (BoardFeetRow & { readonly product: string | null })[];
}

/** Price of a thousand board feet of a tree; null where nobody pays. */
const priceOf = (product: string | null, { perThousand, products = [] }: LogSettings): number | null =>
  products.find(({ name }) => name === product)?.perThousand ?? perThousand ?? null;

/**
 * Board feet and their value, by species, diameter class and product. A tree without logs counts as nothing.
 *
 * Source: Cochran 1977, Sampling Techniques, 5.
 *
 * @param tallied plots that count
 * @param settings prices
 * @returns null where no live tree has logs
 */
export function boardFeetSums(
  tallied: readonly TalliedPlot[],
  sorting: SortingRules,
  settings: LogSettings,
  strata: readonly StratumArea[] = [],
  options: VarianceOptions = {},
): BoardFeetSums | null {
  const plots = onlyTrees(tallied, 'live');
  const trees = plots.flatMap((plot, index) => plot.trees.map((tree) => ({ tree, shape: plot.shape, index })));
  const logged = trees.filter(({ tree }) => tree.boardFeet !== undefined);
  if (logged.length === 0) return null;
  const ratio = volumeRatio(plots);
  const weights = weightsWith(plots, strata, options);
  const isPriced = settings.perThousand !== undefined || (settings.products ?? []).length > 0;
  const stems = Float64Array.from(logged, ({ tree, shape }) => expandTree(shape, tree, ratio).stems);
  const volume = Float64Array.from(logged, ({ tree }, i) => (stems[i] ?? 0) * (tree.boardFeet ?? 0));
  const columns: Omit<TreeColumns, 'group'> = {
    plot: Uint32Array.from(logged, ({ index }) => index),
    stems,
    // The value stands where sums of trees have their basal area.
    basalArea: Float64Array.from(
      logged,
      ({ tree }, i) => ((volume[i] ?? 0) / 1000) * (priceOf(productOfTallied(tree, sorting.products), settings) ?? 0),
    ),
    volume,
  };
  const isSampled = weights.whole === null;
  const table = <K extends string | number | null>(
    keyOf: (tree: TalliedTree) => K,
  ): (BoardFeetRow & { readonly key: K })[] => {
    const keys = [...new Set(logged.map(({ tree }) => keyOf(tree)))];
    const group = Int32Array.from(logged, ({ tree }) => keys.indexOf(keyOf(tree)));
    const sums = sumGroups({ ...columns, group }, keys.length, weights);
    return keys.map((key, i) => ({
      key,
      trees: sums.trees[i] ?? 0,
      boardFeetPerHa: groupFigure(sums, i, 2, isSampled),
      valuePerHa: isPriced ? groupFigure(sums, i, 1, isSampled) : null,
    }));
  };
  const [all] = table(() => 'all');
  if (all === undefined) return null;
  const { classes, products } = sorting;
  const limit = (product: string | null): number => products.find(({ name }) => name === product)?.fromCm ?? 0;
  const row = ({ trees: count, boardFeetPerHa, valuePerHa }: BoardFeetRow): BoardFeetRow => ({
    trees: count,
    boardFeetPerHa,
    valuePerHa,
  });
  return {
    all: row(all),
    without: trees.filter(({ tree }) => tree.boardFeet === undefined && tree.dbhCm !== null).length,
    species: table(({ speciesCode }) => speciesCode).map((each) => ({ ...row(each), speciesCode: each.key })),
    classes: table(({ dbhCm }) => (dbhCm === null ? null : diameterClass(dbhCm, classes)))
      .flatMap((each) => (each.key === null ? [] : [{ ...row(each), diameterClass: each.key }]))
      .sort((a, b) => a.diameterClass - b.diameterClass),
    products:
      products.length === 0
        ? []
        : table((tree) => productOfTallied(tree, products))
            .map((each) => ({ ...row(each), product: each.key }))
            .sort((a, b) => limit(a.product) - limit(b.product)),
  };
}
