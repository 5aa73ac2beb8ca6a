import type { TwoPhaseDesign } from './two-phase-design.ts';
import type { PlotShape, SlopeRadius } from './plot-shape.ts';
import { COMMON_CONDITIONS, type ConditionCode } from './condition-codes.ts';
import { message, type Text } from '../message/index.ts';

/** How the plots were placed. */
export const LAYOUTS = {
  random: message('protocol.sampling-design.random', 'simple random plots'),
  systematic: message('protocol.sampling-design.systematic', 'plots on a grid from a random start'),
  lines: message('protocol.sampling-design.lines', 'plots on parallel lines, random start'),
  chosen: message('protocol.sampling-design.chosen', 'plots chosen by eye'),
} as const;
export type PlotLayout = keyof typeof LAYOUTS;

/** What becomes of plots that reach beyond the edge of the stand, where nothing can be tallied. */
export const EDGE_RULES = {
  none: message('protocol.sampling-design.none', 'No edge correction (underestimates)'),
  mirage: message(
    'protocol.sampling-design.mirage',
    'mirage: repeat the plot from the centre mirrored at the edge; trees that are in again count again, up to four times in a corner',
  ),
  walkthrough: message(
    'protocol.sampling-design.walkthrough',
    'walkthrough: a tree closer to the edge than to the centre, on the line through it, counts twice',
  ),
  half: message(
    'protocol.sampling-design.half',
    'half plot: only the half away from the edge is measured, and each tree counts twice; biased',
  ),
} as const;
export type EdgeRule = keyof typeof EDGE_RULES;

/** Which trees a height is asked of. */
export type HeightRule =
  | { readonly ask: 'every'; readonly n: number }
  /** So many of each diameter class and species on the plot. */
  | { readonly ask: 'class'; readonly n: number }
  /** So many of the thickest of the plot. */
  | { readonly ask: 'largest'; readonly n: number }
  | { readonly ask: 'none' };

/** How a survey samples. Settled when it is made. */
export interface SurveyDesign {
  readonly layout: PlotLayout;
  /** What plots are unless one says otherwise. */
  readonly shape: PlotShape;
  readonly edge: EdgeRule;
  readonly slopeRadius: SlopeRadius;
  readonly heights: HeightRule;
  readonly conditions: readonly ConditionCode[];
  readonly dominant: DominantRule;
  /** How it looks twice, where it does. */
  readonly phases?: TwoPhaseDesign | undefined;
}

export const USUAL_DESIGN: SurveyDesign = {
  layout: 'systematic',
  shape: { kind: 'circle', areaM2: 500 },
  edge: 'mirage',
  slopeRadius: 'level',
  heights: { ask: 'every', n: 3 },
  conditions: COMMON_CONDITIONS,
  dominant: 'fractional',
};

/** What a height rule may ask for. */
export const HEIGHT_ASKS_OF: readonly HeightRule['ask'][] = ['every', 'class', 'largest', 'none'];

export const HEIGHT_RULE_LIMITS = { low: 1, high: 50 } as const;

/**
 * Whether a two-phase design fits the plots: trees are counted at variable-radius points, and predicted where every tree is
 * tallied.
 */
export const fitsShape = (phases: TwoPhaseDesign, shape: PlotShape | undefined): boolean =>
  phases.kind === 'count-measure'
    ? shape?.kind === 'variable-radius'
    : phases.kind === 'three-p'
      ? shape?.kind === 'complete-tally'
      : true;

/** What the height rule needs to know of a tree of the plot, in the order of the tally. */
export interface AskedTree {
  readonly speciesCode: string;
  readonly dbhCm: number | null;
  readonly hasHeight: boolean;
  /** Name of its diameter class. */
  readonly diameterClass: number | null;
}

/** Whether a rule asks for the height of a tree of the plot. */
export function asksHeight(rule: HeightRule, trees: readonly AskedTree[], index: number): boolean {
  const tree = trees[index];
  if (tree === undefined) return false;
  switch (rule.ask) {
    case 'none':
      return false;
    case 'every':
      return index % rule.n === 0;
    case 'class':
      return (
        tree.diameterClass !== null &&
        trees
          .slice(0, index)
          .filter(
            ({ speciesCode, diameterClass }) =>
              speciesCode === tree.speciesCode && diameterClass === tree.diameterClass,
          ).length < rule.n
      );
    case 'largest': {
      const { dbhCm } = tree;
      return dbhCm !== null && trees.filter((other) => (other.dbhCm ?? 0) > dbhCm).length < rule.n;
    }
  }
}

/** A height rule in words. */
export function heightRuleWords(rule: HeightRule): Text {
  switch (rule.ask) {
    case 'none':
      return message('protocol.no-heights-required', 'no heights required');
    case 'every':
      return rule.n === 1
        ? message('protocol.height-of-every-tree', 'height of every tree')
        : message(
            'protocol.height-of-every-tree-2',
            '{n, selectordinal, one {height of every #st tree} two {height of every #nd tree} few {height of every #rd tree} other {height of every #th tree}}',
            {
              n: rule.n,
            },
          );
    case 'class':
      return message('protocol.heights-of-trees-per-dbh', 'heights of {n} trees per dbh class and species of a plot', {
        n: String(rule.n),
      });
    case 'largest':
      return message('protocol.heights-of-the-thickest-trees', 'heights of the {n} thickest trees of a plot', {
        n: String(rule.n),
      });
  }
}

/** How the hundred thickest trees a hectare become trees of a plot. */
export const DOMINANT_RULES = ['fractional', 'floor', 'round'] as const;
export type DominantRule = (typeof DOMINANT_RULES)[number];
