import type { DominantRule } from '../../protocol/index.ts';
import type { StandUnits, UnitSystem } from '../../units/index.ts';
import type { PlotWeights } from '../group-totals.ts';
import type { SurveySums } from '../sums.ts';
import type { Figure } from '../plot-figures.ts';
import type { PlotTotals } from '../plot-totals.ts';
import type { Text } from '../../message/index.ts';

/** What an index of the stand is computed from. */
export interface Stand {
  /** Plots with their live trees. */
  readonly plots: readonly PlotTotals[];
  readonly weights: PlotWeights;
  /** Mean of a figure over the plots. */
  readonly meanOf: (figure: Figure) => number;
  readonly sums: SurveySums;
  readonly dominantRule: DominantRule;
}

/** What the explanation of an index may ask about beside its value. */
export interface IndexDetails {
  readonly dominantRule: DominantRule;
  /** Plots with the hundred thickest a hectare, and what they measure: small ones make the height too low. */
  readonly dominantPlots: number;
  /** Plots without a dominant height: too few trees with a height among their hundred thickest a hectare. */
  readonly plotsWithoutDominant: number;
}

/** How the value of an index is shown. */
export type IndexQuantity = 'height' | 'stems' | 'number';

/** An index of the stand: one file describes and computes it. */
export interface StandIndex<Id extends string = string> {
  /** Field of the API; with its unit where it has one. */
  readonly id: Id;
  readonly quantity: IndexQuantity;
  readonly decimals: number;
  /** It needs the area that the trees stand on. */
  readonly needsArea: boolean;
  /** With the unit, for the report. */
  readonly label: (units: StandUnits) => Text;
  readonly explanation: (details: IndexDetails, system: UnitSystem) => Text;
  /** Null where there are too few trees or heights for it. */
  readonly compute: (stand: Stand) => number | null;
}
