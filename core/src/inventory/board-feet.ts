import type { LogSettings } from '../protocol/index.ts';
import type { Estimated } from '../statistics/index.ts';
import { groupFigure, sumGroups, type TreeColumns } from './group-totals.ts';
import { type Figure, FIGURE } from './plot-figures.ts';
import { type CellKey, figureOfCells, onlyCondition, plotOfCells, type PlotTotals } from './plot-totals.ts';
import { numbered, type SortingRules, type VarianceOptions, weightsWith } from './sums.ts';
import type { StratumArea } from './tallied.ts';

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
 * @param totals plots that count
 * @param settings prices
 * @returns null where no live tree has logs
 */
export function boardFeetSums(
  totals: readonly PlotTotals[],
  sorting: SortingRules,
  settings: LogSettings,
  strata: readonly StratumArea[] = [],
  options: VarianceOptions = {},
): BoardFeetSums | null {
  const plots = onlyCondition(totals, 'live');
  const figures = (figure: Figure): Float64Array => figureOfCells(plots, figure);
  const trees = figures(FIGURE.boardFeetTrees);
  if (trees.every((count) => count === 0)) return null;
  const weights = weightsWith(plots, strata, options);
  const isPriced = settings.perThousand !== undefined || (settings.products ?? []).length > 0;
  const volume = figures(FIGURE.boardFeet);
  const prices = plots.flatMap(({ keys }) => keys.map(({ product }) => priceOf(product, settings) ?? 0));
  const columns: Omit<TreeColumns, 'group'> = {
    plot: plotOfCells(plots),
    trees,
    stems: figures(FIGURE.boardFeetStems),
    // The value stands where sums of trees have their basal area.
    basalArea: volume.map((feet, i) => (feet / 1000) * (prices[i] ?? 0)),
    volume,
  };
  const isSampled = weights.whole === null;
  const table = <K extends string | number | null>(
    keyOf: (key: CellKey) => K,
  ): (BoardFeetRow & { readonly key: K })[] => {
    const { keys, group } = numbered(plots, keyOf);
    const sums = sumGroups({ ...columns, group }, keys.length, weights);
    return keys.flatMap((key, i) => {
      const logged = sums.trees[i] ?? 0;
      if (logged === 0) return [];
      return {
        key,
        trees: logged,
        boardFeetPerHa: groupFigure(sums, i, 2, isSampled),
        valuePerHa: isPriced ? groupFigure(sums, i, 1, isSampled) : null,
      };
    });
  };
  const [all] = table(() => 'all');
  if (all === undefined) return null;
  const { products } = sorting;
  const limit = (product: string | null): number => products.find(({ name }) => name === product)?.fromCm ?? 0;
  const row = ({ trees: count, boardFeetPerHa, valuePerHa }: BoardFeetRow): BoardFeetRow => ({
    trees: count,
    boardFeetPerHa,
    valuePerHa,
  });
  return {
    all: row(all),
    without: figures(FIGURE.withoutLogs).reduce((sum, each) => sum + each, 0),
    species: table(({ speciesCode }) => speciesCode).map((each) => ({ ...row(each), speciesCode: each.key })),
    classes: table(({ diameterClass }) => diameterClass)
      .flatMap((each) => (each.key === null ? [] : [{ ...row(each), diameterClass: each.key }]))
      .sort((a, b) => a.diameterClass - b.diameterClass),
    products:
      products.length === 0
        ? []
        : table(({ product }) => product)
            .map((each) => ({ ...row(each), product: each.key }))
            .sort((a, b) => limit(a.product) - limit(b.product)),
  };
}
