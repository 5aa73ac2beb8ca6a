/** Largest plot area that can be entered, in m²: one hectare. */
export const PLOT_AREA_LIMITS_M2 = { low: 1, high: 10_000 } as const;

/** Steepest ground that can be entered, in percent. */
export const PLOT_SLOPE_LIMITS_PCT = { low: 0, high: 150 } as const;

/** How the radius of a circle is laid out on a slope; in or out, tally and review follow the same rule. */
export const SLOPE_RADII = {
  level: 'the level radius, each distance made level',
  circle: 'one longer radius, along the ground',
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
  | { readonly kind: 'complete-tally'; readonly areaM2: number };

export type PlotKind = PlotShape['kind'];

export const PLOT_KINDS: Readonly<Record<PlotKind, string>> = {
  circle: 'circle',
  nested: 'circles within each other, by dbh',
  rectangle: 'square or strip',
  'variable-radius': 'angle-count point',
  'complete-tally': 'every tree of an area',
};

export const SHAPE_LIMITS = {
  areaM2: PLOT_AREA_LIMITS_M2,
  sideM: { low: 1, high: 1000 },
  wholeM2: { low: 10, high: 1e8 },
  rings: { low: 2, high: 5 },
  fromCm: { low: 0, high: 200 },
  factorM2PerHa: FACTOR_LIMITS,
} as const;

/** Why a shape is none, in words, with the part of it that they are about. */
export interface ShapeProblem {
  readonly field: string;
  readonly message: string;
}

const within = (
  field: string,
  words: string,
  value: unknown,
  { low, high }: { readonly low: number; readonly high: number },
  unit: string,
): ShapeProblem | null =>
  typeof value === 'number' && value >= low && value <= high
    ? null
    : { field, message: `${words} must lie between ${String(low)} and ${String(high)} ${unit}.` };

function ringsProblem(rings: unknown): ShapeProblem | null {
  const { low, high } = SHAPE_LIMITS.rings;
  if (!Array.isArray(rings) || rings.length < low || rings.length > high)
    return { field: 'rings', message: `There must be ${String(low)} to ${String(high)} circles.` };
  const list = rings as readonly (Partial<NestedCircle> | null)[];
  for (const [i, ring] of list.entries()) {
    const field = `rings/${String(i)}`;
    const problem =
      within(`${field}/fromCm`, 'The dbh of a circle', ring?.fromCm, SHAPE_LIMITS.fromCm, 'cm') ??
      within(`${field}/areaM2`, 'The area of a circle', ring?.areaM2, SHAPE_LIMITS.areaM2, 'm²');
    if (problem !== null) return problem;
    const before = list[i - 1];
    if (before && !((ring?.fromCm ?? 0) > (before.fromCm ?? 0) && (ring?.areaM2 ?? 0) > (before.areaM2 ?? 0)))
      return { field, message: 'Each circle must be larger than the one before it, and take thicker trees.' };
  }
  return null;
}

const FIELDS: Readonly<Record<PlotKind, readonly string[]>> = {
  circle: ['areaM2'],
  nested: ['rings'],
  rectangle: ['widthM', 'lengthM'],
  'variable-radius': ['factorM2PerHa'],
  'complete-tally': ['areaM2'],
};

/** What is wrong with something that came over the wire as a shape; null for a shape within its limits. */
export function shapeProblem(value: unknown): ShapeProblem | null {
  if (typeof value !== 'object' || value === null || Array.isArray(value))
    return { field: '', message: 'A plot needs a shape: its kind and its measures.' };
  const shape = value as Partial<Record<string, unknown>>;
  const kind = Object.keys(PLOT_KINDS).find((each): each is PlotKind => each === shape.kind);
  if (kind === undefined)
    return { field: 'kind', message: `The kind must be one of ${Object.keys(PLOT_KINDS).join(', ')}.` };
  const stranger = Object.keys(shape).find((key) => key !== 'kind' && !FIELDS[kind].includes(key));
  if (stranger !== undefined) return { field: stranger, message: `“${stranger}” is no measure of a ${kind}.` };
  switch (kind) {
    case 'circle':
      return within('areaM2', 'The area', shape.areaM2, SHAPE_LIMITS.areaM2, 'm²');
    case 'complete-tally':
      return within('areaM2', 'The area', shape.areaM2, SHAPE_LIMITS.wholeM2, 'm²');
    case 'nested':
      return ringsProblem(shape.rings);
    case 'rectangle': {
      const side =
        within('widthM', 'The width', shape.widthM, SHAPE_LIMITS.sideM, 'm') ??
        within('lengthM', 'The length', shape.lengthM, SHAPE_LIMITS.sideM, 'm');
      if (side !== null) return side;
      const { low, high } = SHAPE_LIMITS.areaM2;
      const areaM2 = Number(shape.widthM) * Number(shape.lengthM);
      return areaM2 >= low && areaM2 <= high
        ? null
        : { field: 'lengthM', message: `Width times length must lie between ${String(low)} and ${String(high)} m².` };
    }
    case 'variable-radius':
      return within(
        'factorM2PerHa',
        'The factor',
        shape.factorM2PerHa,
        SHAPE_LIMITS.factorM2PerHa,
        'm²/ha: there is no factor of 0',
      );
  }
}

export const isPlotShape = (value: unknown): value is PlotShape => shapeProblem(value) === null;

/**
 * What the places of a survey are called: points where trees are counted with a factor, plots otherwise.
 *
 * @example placeWords({ kind: 'variable-radius' }).many // points
 */
export const placeWords = ({ kind }: Pick<PlotShape, 'kind'>) =>
  kind === 'variable-radius'
    ? ({ one: 'point', many: 'points', One: 'Point', Many: 'Points' } as const)
    : ({ one: 'plot', many: 'plots', One: 'Plot', Many: 'Plots' } as const);
