import { message, type Text } from '../message/index.ts';

/** What a unit measures. `slope` units all express the tangent of an angle of sight. */
export type Dimension = 'length' | 'slope' | 'area' | 'volume' | 'ratio' | 'temperature';

export interface Unit {
  readonly dimension: Dimension;
  /** As printed behind a number. Unique. */
  readonly symbol: string;
  /** As said in a sentence. */
  readonly words: Text;
  /** Other spellings a person may type behind a number, lower case. */
  readonly spellings: readonly string[];
  /**
   * Size in whole steps of the dimension's base: 0.1 mm, 1e-8 m², 1e-12 m³. Whole numbers keep a conversion to one
   * rounding. 0 where the unit is not a multiple of a base (slopes, see `slope-scale.ts`).
   */
  readonly steps: number;
}

/**
 * Units by identifier. The foot is 0.3048 m and the inch 25.4 mm exactly (international yard and pound agreement,
 * 1959); the acre is 43,560 square feet.
 */
export const UNITS = {
  m: {
    dimension: 'length',
    symbol: 'm',
    words: message('units.units.words', 'metres'),
    spellings: ['m', 'metre', 'metres', 'meter', 'meters'],
    steps: 10_000,
  },
  cm: {
    dimension: 'length',
    symbol: 'cm',
    words: message('units.units.centimetres', 'centimetres'),
    spellings: ['cm', 'centimetre', 'centimetres'],
    steps: 100,
  },
  mm: {
    dimension: 'length',
    symbol: 'mm',
    words: message('units.units.millimetres', 'millimetres'),
    spellings: ['mm', 'millimetre', 'millimetres'],
    steps: 10,
  },
  ft: {
    dimension: 'length',
    symbol: 'ft',
    words: message('units.units.feet', 'feet'),
    spellings: ['ft', 'foot', 'feet', "'"],
    steps: 3_048,
  },
  in: {
    dimension: 'length',
    symbol: 'in',
    words: message('units.units.inches', 'inches'),
    spellings: ['in', 'inch', 'inches', '"'],
    steps: 254,
  },
  deg: {
    dimension: 'slope',
    symbol: '°',
    words: message('units.units.degrees', 'degrees'),
    spellings: ['°', 'deg', 'degree', 'degrees'],
    steps: 0,
  },
  pct: {
    dimension: 'slope',
    symbol: '%',
    words: message('units.units.percent', 'percent'),
    spellings: ['%', 'pct', 'percent'],
    steps: 0,
  },
  m20: {
    dimension: 'slope',
    symbol: 'm:20',
    words: message('units.units.metres-on-the-1-20', 'metres on the 1:20 scale'),
    spellings: ['m:20', ':20', '1:20'],
    steps: 0,
  },
  m15: {
    dimension: 'slope',
    symbol: 'm:15',
    words: message('units.units.metres-on-the-1-15', 'metres on the 1:15 scale'),
    spellings: ['m:15', ':15', '1:15'],
    steps: 0,
  },
  m25: {
    dimension: 'slope',
    symbol: 'm:25',
    words: message('units.units.metres-on-the-1-25', 'metres on the 1:25 scale'),
    spellings: ['m:25', ':25', '1:25'],
    steps: 0,
  },
  m30: {
    dimension: 'slope',
    symbol: 'm:30',
    words: message('units.units.metres-on-the-1-30', 'metres on the 1:30 scale'),
    spellings: ['m:30', ':30', '1:30'],
    steps: 0,
  },
  m40: {
    dimension: 'slope',
    symbol: 'm:40',
    words: message('units.units.metres-on-the-1-40', 'metres on the 1:40 scale'),
    spellings: ['m:40', ':40', '1:40'],
    steps: 0,
  },
  ft66: {
    dimension: 'slope',
    symbol: 'ft:66',
    words: message('units.units.feet-on-the-66-ft', 'feet on the 66-ft topographic scale'),
    spellings: ['ft:66', ':66', 'topo'],
    steps: 0,
  },
  gon: {
    dimension: 'slope',
    symbol: 'gon',
    words: message('units.units.gon', 'gon'),
    spellings: ['gon', 'grad', 'grads'],
    steps: 0,
  },
  m2: {
    dimension: 'area',
    symbol: 'm²',
    words: message('units.units.square-metres', 'square metres'),
    spellings: ['m2', 'm²'],
    steps: 100_000_000,
  },
  ft2: {
    dimension: 'area',
    symbol: 'ft²',
    words: message('units.units.square-feet', 'square feet'),
    spellings: ['ft2', 'ft²'],
    steps: 9_290_304,
  },
  ha: {
    dimension: 'area',
    symbol: 'ha',
    words: message('units.units.hectares', 'hectares'),
    spellings: ['ha'],
    steps: 1_000_000_000_000,
  },
  acre: {
    dimension: 'area',
    symbol: 'ac',
    words: message('units.units.acres', 'acres'),
    spellings: ['ac', 'acre', 'acres'],
    steps: 404_685_642_240,
  },
  m3: {
    dimension: 'volume',
    symbol: 'm³',
    words: message('units.units.cubic-metres', 'cubic metres'),
    spellings: ['m3', 'm³'],
    steps: 1_000_000_000_000,
  },
  ft3: {
    dimension: 'volume',
    symbol: 'ft³',
    words: message('units.units.cubic-feet', 'cubic feet'),
    spellings: ['ft3', 'ft³'],
    steps: 28_316_846_592,
  },
  degC: {
    dimension: 'temperature',
    symbol: '°C',
    words: message('units.units.degrees-celsius', 'degrees Celsius'),
    spellings: ['°c', 'c'],
    steps: 1,
  },
  one: {
    dimension: 'ratio',
    symbol: '',
    words: message('units.units.a-plain-number', 'a plain number'),
    spellings: [],
    steps: 1,
  },
} as const satisfies Record<string, Unit>;

export type UnitId = keyof typeof UNITS;
export type UnitSystem = 'metric' | 'imperial';

export const UNIT_IDS = Object.keys(UNITS) as UnitId[];

export const isUnitId = (text: string): text is UnitId => Object.hasOwn(UNITS, text);

export const unitOf = (id: UnitId): Unit => UNITS[id];

/**
 * Converts between units of one dimension, correctly rounded whenever the intermediate product is a whole number.
 *
 * @param value any finite number in `from`
 * @param from unit of the value
 * @param to unit of the result
 * @returns the same quantity in `to`
 * @throws RangeError when the two units measure different things, or are slopes (use `convertSlope`)
 * @example convert(44.5, 'in', 'cm') // 113.03
 */
export function convert(value: number, from: UnitId, to: UnitId): number {
  if (from === to) return value;
  const a = unitOf(from);
  const b = unitOf(to);
  if (a.dimension !== b.dimension || a.steps === 0 || b.steps === 0) {
    throw new RangeError(`${a.symbol} cannot be converted to ${b.symbol}`);
  }
  return (value * a.steps) / b.steps;
}
