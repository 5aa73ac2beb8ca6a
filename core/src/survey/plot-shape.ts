import { basalAreaM2 } from '../diameter/index.ts';
import { convert, printRounded, type UnitSystem } from '../quantity/index.ts';
import { FACTOR_LIMITS, pointLimitingDistanceM, M2_PER_HA_IN_FT2_PER_ACRE } from '../sampling/index.ts';
import {
  areaFactorPerHa,
  PLOT_AREA_LIMITS_M2,
  plotRadiusM,
  slopeCorrectedRadiusM,
  type PlotGround,
} from './circular-plot.ts';

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

/** Level area on which trees of a dbh are tallied, in m²; null at a point, and where the dbh decides and is not known. */
export function shapeAreaM2(shape: PlotShape, dbhCm: number | null): number | null {
  switch (shape.kind) {
    case 'circle':
    case 'complete-tally':
      return shape.areaM2;
    case 'rectangle':
      return shape.widthM * shape.lengthM;
    case 'nested':
      return dbhCm === null ? null : (shape.rings.findLast(({ fromCm }) => dbhCm >= fromCm)?.areaM2 ?? null);
    case 'variable-radius':
      return null;
  }
}

/** The largest level area of a plot, in m²; null at a point, which has none. */
export const plotAreaM2 = (shape: PlotShape): number | null =>
  shape.kind === 'nested' ? (shape.rings.at(-1)?.areaM2 ?? null) : shapeAreaM2(shape, null);

/**
 * Stems a hectare that one tallied tree stands for.
 *
 * @returns null where that hangs on a dbh that is not known; 0 for a tree too thin for the plot
 */
export function expansionFactorPerHa(shape: PlotShape, dbhCm: number | null): number | null {
  if (shape.kind === 'variable-radius') return dbhCm === null ? null : shape.factorM2PerHa / basalAreaM2(dbhCm);
  const areaM2 = shapeAreaM2(shape, dbhCm);
  if (areaM2 !== null) return areaFactorPerHa(areaM2);
  return dbhCm === null ? null : 0;
}

/** Whether distances to the trees of a plot lie along the ground, against one longer radius, instead of level. */
export const isAlongGround = (shape: PlotShape, { slopeRadius }: Pick<PlotGround, 'slopeRadius'>): boolean =>
  shape.kind === 'circle' && slopeRadius === 'circle';

/**
 * Distance from the middle within which the pith of a tree must stand, in m: level, or along the ground where the survey lays
 * out circles so. Null where the shape has no middle to measure from, or the dbh decides and is not known.
 *
 * @example reachM({ kind: 'circle', areaM2: 500 }, 30, { slopeRadius: 'circle', slopePct: 50 }) // 13.34, along the ground
 */
export function limitingDistanceM(shape: PlotShape, dbhCm: number | null, ground: PlotGround): number | null {
  if (shape.kind === 'variable-radius')
    return dbhCm === null ? null : pointLimitingDistanceM(dbhCm, shape.factorM2PerHa);
  if (shape.kind !== 'circle' && shape.kind !== 'nested') return null;
  const areaM2 = shapeAreaM2(shape, dbhCm);
  if (areaM2 === null) return null;
  return isAlongGround(shape, ground) ? slopeCorrectedRadiusM(areaM2, ground.slopePct) : plotRadiusM(areaM2);
}

/**
 * What the places of a survey are called: points where trees are counted with a factor, plots otherwise.
 *
 * @example placeWords({ kind: 'variable-radius' }).many // points
 */
export const placeWords = ({ kind }: Pick<PlotShape, 'kind'>) =>
  kind === 'variable-radius'
    ? ({ one: 'point', many: 'points', One: 'Point', Many: 'Points' } as const)
    : ({ one: 'plot', many: 'plots', One: 'Plot', Many: 'Plots' } as const);

/** A number without the zeros that say nothing. */
const short = (value: number, decimals: number): string => String(Number(printRounded(value, decimals)));

const areaWords = (areaM2: number, system: UnitSystem): string => {
  if (system === 'imperial') return `${short(convert(areaM2, 'm2', 'acre'), 3)} ac`;
  return areaM2 > PLOT_AREA_LIMITS_M2.high ? `${short(areaM2 / 10_000, 2)} ha` : `${short(areaM2, 0)} m²`;
};

/** A basal area factor as it is named: `factor 4 m²/ha`, `factor 10 ft²/ac`. */
export const factorWords = (factorM2PerHa: number, system: UnitSystem): string =>
  system === 'metric'
    ? `factor ${short(factorM2PerHa, 2)} m²/ha`
    : `factor ${short(factorM2PerHa / M2_PER_HA_IN_FT2_PER_ACRE, 1)} ft²/ac`;

/** Names a shape: `circle of 500 m²`, `10 × 50 m`, `factor 10 ft²/ac`. */
export function shapeWords(shape: PlotShape, system: UnitSystem): string {
  const length = (metres: number): string => short(system === 'metric' ? metres : convert(metres, 'm', 'ft'), 1);
  const unit = system === 'metric' ? 'm' : 'ft';
  switch (shape.kind) {
    case 'circle':
      return `circle of ${areaWords(shape.areaM2, system)}`;
    case 'complete-tally':
      return `every tree of ${areaWords(shape.areaM2, system)}`;
    case 'rectangle':
      return `${length(shape.widthM)} × ${length(shape.lengthM)} ${unit}`;
    case 'variable-radius':
      return factorWords(shape.factorM2PerHa, system);
    case 'nested':
      return shape.rings
        .map(({ fromCm, areaM2 }) => {
          const from = system === 'metric' ? `${short(fromCm, 1)} cm` : `${short(convert(fromCm, 'cm', 'in'), 1)} in`;
          return `${areaWords(areaM2, system)} from ${from}`;
        })
        .join(', ');
  }
}
