import { message, type Text } from '../message/index.ts';

/** Largest plot area that can be entered, in m²: one hectare. */
export const PLOT_AREA_LIMITS_M2 = { low: 1, high: 10_000 } as const;

/** Steepest ground that can be entered, in percent. */
export const PLOT_SLOPE_LIMITS_PCT = { low: 0, high: 150 } as const;

/** How the radius of a circle is laid out on a slope; in or out, tally and review follow the same rule. */
export const SLOPE_RADII = {
  level: message('protocol.plot-shape.level', 'horizontal radius, every distance reduced to the horizontal'),
  circle: message('protocol.plot-shape.circle', 'one longer radius along the ground'),
} as const;

export type SlopeRadius = keyof typeof SLOPE_RADII;

/** Factors that a gauge can have, in m²/ha: from a hair to a hand. */
export const FACTOR_LIMITS = { low: 0.05, high: 200 } as const;

/** One of several circles about the same middle, and the dbh from which trees are tallied on it. */
export interface NestedCircle {
  readonly fromCm: number;
  readonly areaM2: number;
}

/** What a plot is on the ground: which trees it takes, and what each of them stands for. Areas and lengths are level. */
export type PlotShape =
  | { readonly kind: 'circle'; readonly areaM2: number }
  | { readonly kind: 'nested'; readonly rings: readonly NestedCircle[] }
  | { readonly kind: 'rectangle'; readonly widthM: number; readonly lengthM: number }
  /** An angle-count point (Bitterlich 1948): thick trees are taken from farther away. */
  | { readonly kind: 'variable-radius'; readonly factorM2PerHa: number }
  /** Every tree of an area: no sample, and so no error of sampling. */
  | { readonly kind: 'complete-tally'; readonly areaM2: number }
  /** Trees of a street or a walk: no area, and so totals and means of trees alone. */
  | { readonly kind: 'tree-list' };

export type PlotKind = PlotShape['kind'];

export const PLOT_KINDS: Readonly<Record<PlotKind, Text>> = {
  circle: 'circle',
  nested: message('protocol.plot-shape.nested', 'concentric circles by dbh'),
  rectangle: message('protocol.plot-shape.rectangle', 'square or strip'),
  'variable-radius': message(
    'protocol.plot-shape.variable-radius-angle-count-point',
    'variable-radius (angle-count) point',
  ),
  'complete-tally': message('protocol.plot-shape.complete-tally', 'complete tally'),
  'tree-list': message('protocol.plot-shape.tree-list', 'list of trees, no area'),
};

export const SHAPE_LIMITS = {
  areaM2: PLOT_AREA_LIMITS_M2,
  sideM: { low: 1, high: 1000 },
  wholeM2: { low: 10, high: 1e8 },
  rings: { low: 2, high: 5 },
  fromCm: { low: 0, high: 200 },
  factorM2PerHa: FACTOR_LIMITS,
} as const;

/**
 * Whether each of several circles about one middle is larger than the one before it, and takes thicker trees.
 *
 * @example ringsRise([{ fromCm: 7, areaM2: 100 }, { fromCm: 20, areaM2: 500 }]) // true
 */
export const ringsRise = (rings: readonly NestedCircle[]): boolean =>
  rings.every((ring, i) => {
    const before = rings[i - 1];
    return before === undefined || (ring.fromCm > before.fromCm && ring.areaM2 > before.areaM2);
  });

/** Whether the area of a rectangle is within the limits of a plot. */
export const isRectangleWithin = (widthM: number, lengthM: number): boolean =>
  widthM * lengthM >= PLOT_AREA_LIMITS_M2.low && widthM * lengthM <= PLOT_AREA_LIMITS_M2.high;

/**
 * Whether every tree is measured, so that nothing is sampled and a plot need not be finished to count.
 *
 * @example takesEveryTree({ kind: 'tree-list' }) // true
 */
export const takesEveryTree = ({ kind }: Pick<PlotShape, 'kind'>): boolean =>
  kind === 'complete-tally' || kind === 'tree-list';

/** What a place with trees of a survey is called. */
export type PlaceKind = 'point' | 'list' | 'plot';

/**
 * What the places of a survey are: points where trees are counted with a factor, lists of trees without an area, plots
 * otherwise.
 *
 * @example placeKind({ kind: 'variable-radius' }) // point
 */
export const placeKind = ({ kind }: Pick<PlotShape, 'kind'>): PlaceKind =>
  kind === 'variable-radius' ? 'point' : kind === 'tree-list' ? 'list' : 'plot';
