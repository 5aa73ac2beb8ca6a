import { expansionFactorPerHa } from '../plot/index.ts';
import {
  type BiomassGroupId,
  type ClassRule,
  diameterClass,
  type ProductLimit,
  productOf,
  type TwoPhaseDesign,
} from '../protocol/index.ts';
import { addTree, WIDTH } from './plot-figures.ts';
import { type CellKey, type GuessTotals, type PlotTotals, type SizedTrees, withWhole } from './plot-totals.ts';
import { hasDbh, heightOfTallied, multiplicityOf, readDbhOf, type TalliedPlot, type TalliedTree } from './tallied.ts';

/** What the totals of a plot hang on beside its trees. */
export interface TotalsRules {
  readonly classes: ClassRule;
  readonly products: readonly ProductLimit[];
  /** Equation of biomass by species code. */
  readonly biomass?: Readonly<Partial<Record<string, BiomassGroupId>>>;
  /** How the survey looks twice, where it does: guesses are summed up beside the trees. */
  readonly phases?: TwoPhaseDesign | undefined;
}

/** The product of a tree: by its code, else by its dbh. */
const productOfTallied = ({ product, dbhCm }: TalliedTree, products: readonly ProductLimit[]): string | null =>
  product === undefined ? (dbhCm === null ? null : productOf(dbhCm, products)) : product;

/** The live trees with a dbh that the plot takes, thickest first. */
function sizedTrees({ shape, trees }: TalliedPlot, isDrawn: (tree: TalliedTree) => boolean): SizedTrees {
  const sized = trees
    .flatMap((tree) => {
      const factor = expansionFactorPerHa(shape, readDbhOf(tree));
      if (tree.dbhCm === null || factor === null || factor === 0 || tree.dead === true) return [];
      return [{ tree, dbhCm: tree.dbhCm, stems: factor * multiplicityOf(tree) }];
    })
    .sort((a, b) => b.dbhCm - a.dbhCm);
  return {
    dbhCm: Float64Array.from(sized, ({ dbhCm }) => dbhCm),
    heightM: Float64Array.from(sized, ({ tree }) => heightOfTallied(tree) ?? NaN),
    stems: Float64Array.from(sized, ({ stems }) => stems),
    isDrawn: Uint8Array.from(sized, ({ tree }) => (isDrawn(tree) ? 1 : 0)),
    isSingle: trees.every((tree) => tree.dead === true || multiplicityOf(tree) === 1),
  };
}

const never = (): boolean => false;

/**
 * Makes the totals of plots.
 *
 * @param rules of the survey; totals made by one maker share their keys
 * @returns the totals of a plot from its trees
 * @example plotTotaller({ classes, products: [] })({ shape, trees })
 */
export function plotTotaller(rules: TotalsRules): (plot: TalliedPlot) => PlotTotals {
  const keys = new Map<string, CellKey>();
  const keyOf = (tree: TalliedTree, isDrawn: boolean): CellKey => {
    const { speciesCode, dbhCm, dead = false, curve, volumeError } = tree;
    const named = dbhCm === null ? null : diameterClass(dbhCm, rules.classes);
    const product = productOfTallied(tree, rules.products);
    const { model = null, curve: error } = volumeError ?? {};
    const name = [
      speciesCode,
      named ?? '',
      dead,
      isDrawn,
      product ?? '\u0000',
      model?.name ?? '\u0000',
      curve === undefined ? '\u0000' : (curve.speciesCode ?? ''),
      error?.name ?? '\u0000',
    ].join('\u0001');
    const known = keys.get(name);
    if (known !== undefined) return known;
    const made: CellKey = {
      speciesCode,
      dead,
      diameterClass: named,
      product,
      model,
      curve:
        curve === undefined && error === undefined
          ? null
          : { speciesCode: null, rangeCm: [0, Infinity], ...curve, errorName: error?.name ?? null },
      isDrawn,
    };
    keys.set(name, made);
    return made;
  };
  const totalsOf = (plot: TalliedPlot, isDrawn: (tree: TalliedTree) => boolean): PlotTotals => {
    const { trees, ...rest } = plot;
    const places = new Map<CellKey, number>();
    const own = trees.map((tree) => {
      const key = keyOf(tree, isDrawn(tree));
      const place = places.get(key) ?? places.size;
      places.set(key, place);
      return place;
    });
    const figures = new Float64Array(places.size * WIDTH);
    trees.forEach((tree, i) => {
      addTree(figures, (own[i] ?? 0) * WIDTH, plot.shape, tree, rules.biomass);
    });
    return {
      ...rest,
      ...withWhole([...places.keys()], figures),
      sized: sizedTrees(plot, isDrawn),
      scale: 1,
      drawnScale: 1,
      guesses: null,
    };
  };
  const { phases } = rules;
  if (phases?.kind !== 'three-p') return (plot) => totalsOf(plot, never);
  const { sureToMeasureM3 } = phases;
  const isSure = ({ predictedVolumeM3 = 0 }: TalliedTree): boolean => predictedVolumeM3 >= sureToMeasureM3;
  const isBelow = (tree: TalliedTree): boolean => !isSure(tree);
  const guessesOf = (plot: TalliedPlot): GuessTotals => {
    const measured = plot.trees.filter(hasDbh);
    const below = plot.trees.filter(isBelow);
    return {
      trees: plot.trees.length,
      treesWithoutGuess: plot.trees.filter(({ predictedVolumeM3 }) => predictedVolumeM3 === undefined).length,
      treesWithDbh: measured.length,
      guessesM3: below.reduce((sum, tree) => sum + (tree.predictedVolumeM3 ?? 0) * multiplicityOf(tree), 0),
      hasTreesBelowLimit: below.length > 0,
      sureWithoutDbh: plot.trees.filter((tree) => isSure(tree) && !hasDbh(tree)).length,
      drawn: measured.filter(isBelow).length,
      raised: totalsOf(
        {
          ...plot,
          trees: measured.map((tree) =>
            isSure(tree) ? tree : { ...tree, multiplicity: 1 / (tree.predictedVolumeM3 ?? NaN) },
          ),
        },
        isBelow,
      ),
    };
  };
  return (plot) => ({ ...totalsOf(plot, never), guesses: guessesOf(plot) });
}
