import type { Term, Workbook } from '../uncertainty/index.ts';
import type { FixedReading, ReadingSpec, ReadingValue } from '../measurement/index.ts';
import {
  DEGREES_PER,
  degreesToRadians,
  isSlopeUnit,
  radiansToDegrees,
  scaleDivisor,
  SLOPE_UNITS,
  slopeTangent,
} from '../units/index.ts';
import { message, type Text } from '../message/index.ts';

export const TRIGONOMETRY = 'Loetsch, Zöhrer & Haller 1973, Forest Inventory II: trigonometric height';

type Own = Pick<ReadingSpec, 'key' | 'label' | 'ask' | 'place' | 'shortcut'> & Partial<ReadingSpec>;

/** A signed line of sight on any of the scales. */
export const sight = (own: Own): ReadingSpec => ({
  quantity: 'slope',
  units: SLOPE_UNITS,
  defaultUnit: { metric: 'pct', imperial: 'pct' },
  range: {
    pct: [-1000, 1000],
    deg: [-84, 84],
    gon: [-93, 93],
    m20: [-200, 200],
    m15: [-150, 150],
    m25: [-250, 250],
    m30: [-300, 300],
    m40: [-400, 400],
    ft66: [-660, 660],
  },
  rangeHint: message('height.a-vertical-sight-90-has', 'A vertical sight (90°) has no tangent: stand further away.'),
  graduation: { pct: 0.5, deg: 0.1, gon: 0.1, m20: 0.1, m15: 0.1, m25: 0.1, m30: 0.1, m40: 0.1, ft66: 0.5 },
  typicalError: { pct: 1, deg: 0.5, gon: 0.5, m20: 0.2, m15: 0.15, m25: 0.25, m30: 0.3, m40: 0.4, ft66: 0.7 },
  errorIncludesRounding: true,
  signed: true,
  callout: '',
  instrument: 'clinometer',
  ...own,
});

/** A length on or near the ground. */
export const groundLength = (own: Own): ReadingSpec => ({
  quantity: 'length',
  units: ['m', 'ft'],
  defaultUnit: { metric: 'm', imperial: 'ft' },
  range: { m: [1, 200], ft: [3.3, 656] },
  rangeHint: message('height.distance-between-you-and-the', 'Distance between you and the trunk.'),
  graduation: { m: 0.01, ft: 0.1 },
  typicalError: { m: 0.1, ft: 0.3 },
  errorIncludesRounding: true,
  signed: false,
  callout: '',
  instrument: 'tape',
  ...own,
});

/** A short length: a staff, a mark, an eye above the ground. */
export const shortLength = (own: Own): ReadingSpec =>
  groundLength({
    units: ['m', 'cm', 'ft', 'in'],
    range: { m: [0.05, 12], cm: [5, 1200], ft: [0.2, 40], in: [2, 480] },
    rangeHint: '',
    graduation: { m: 0.01, cm: 1, ft: 0.05, in: 0.5 },
    typicalError: { m: 0.02, cm: 2, ft: 0.06, in: 0.8 },
    ...own,
  });

/** What a stick or ruler shows, held in the hand. */
export const heldLength = (own: Own): ReadingSpec =>
  groundLength({
    units: ['cm', 'mm', 'in'],
    defaultUnit: { metric: 'cm', imperial: 'in' },
    range: { cm: [0.1, 200], mm: [1, 2000], in: [0.05, 80] },
    rangeHint: message('height.read-on-the-object-you', 'Read on the object you hold, in centimetres or inches.'),
    graduation: { cm: 0.1, mm: 1, in: 0.05 },
    typicalError: { cm: 0.2, mm: 2, in: 0.08 },
    instrument: 'stick',
    ...own,
  });

export const topSight = sight({
  key: 'top',
  label: message('height.sights.label', 'top'),
  ask: message('height.sights.ask', 'Sight the tip of the crown, not its near edge, and read the scale'),
  hint: message(
    'height.sights.hint-top',
    'Keep both eyes open. In a broad crown aim at the axis of the stem: a near branch looks higher than the tip.',
  ),
  place: 'tip',
  shortcut: 't',
});

export const baseSight = sight({
  key: 'base',
  label: message('height.sights.base', 'base'),
  ask: message(
    'height.sights.sight-the-base-of-the',
    'Sight the base of the trunk; below the eye the reading is negative',
  ),
  hint: message('height.sights.hint-base', 'Have grass and leaves cleared from the base.'),
  place: 'base',
  shortcut: 'b',
});

export const levelDistance = groundLength({
  key: 'distance',
  label: message('height.sights.distance', 'distance'),
  ask: message(
    'height.sights.measure-the-horizontal-distance-to',
    'Measure the horizontal distance to the middle of the trunk',
  ),
  place: 'ground',
  shortcut: 'd',
  callout: '@',
  isLevelDistance: true,
  rangeHint: message('height.sights.rangeHint', 'Horizontal distance between you and the trunk.'),
});

/** The sight of a method that is walked back until the top is seen under 45°. */
export const FORTY_FIVE: FixedReading = {
  key: 'sight',
  label: message('height.sights.45-sight', '45° sight'),
  value: 45,
  unit: 'deg',
  standardError: 0.5,
};

/** A step of one or two terms, sourced as trigonometry where nothing else is said. */
export const step = (
  book: Workbook,
  terms: readonly Term[],
  compute: (a: number, b: number) => number,
  write: (a: string, b: string) => string,
  rest: {
    readonly decimals: number;
    readonly unit: string;
    readonly rule: Text;
    readonly source?: string;
    readonly final?: boolean;
  },
): Term =>
  book.step({
    terms,
    compute: (a = 0, b = 0) => compute(a, b),
    write: (a = '', b = '') => write(a, b),
    source: TRIGONOMETRY,
    ...rest,
  });

/** A sight in degrees, whatever its scale. */
export function degreesTerm(reading: ReadingValue, label: Text, book: Workbook): Term {
  const read = book.given(reading.value);
  if (reading.unit === 'deg') return read;
  if (reading.unit === 'gon')
    return step(
      book,
      [read, book.given(DEGREES_PER.gon)],
      (a, b) => a * b,
      (a, b) => `${a} × ${b}`,
      {
        decimals: 2,
        unit: '°',
        rule: message('height.gon-to-degrees', '{label}, gon to degrees', { label }),
      },
    );
  const divisor = isSlopeUnit(reading.unit) ? (scaleDivisor(reading.unit) ?? 1) : 1;
  return step(
    book,
    [read, book.given(divisor)],
    (a, b) => radiansToDegrees(Math.atan(a / b)),
    (a, b) => `atan(${a} ÷ ${b})`,
    { decimals: 3, unit: '°', rule: message('height.as-an-angle', '{label} as an angle', { label }) },
  );
}

const riseRule = (label: string): Text =>
  message('height.rise-of-the-sight-to', 'rise of the sight to the {label} per metre of distance', { label });

/** An angle in degrees as its tangent. */
export const tangentOf = (angle: Term, label: string, book: Workbook): Term =>
  step(
    book,
    [angle],
    (degrees) => slopeTangent(degrees, 'deg'),
    (degrees) => `tan ${degrees}°`,
    { decimals: 4, unit: '', rule: riseRule(label) },
  );

/** A sight as its tangent: the rise for each metre of level distance. */
export function tangentTerm(reading: ReadingValue, label: string, book: Workbook): Term {
  const divisor = isSlopeUnit(reading.unit) ? scaleDivisor(reading.unit) : null;
  if (divisor !== null)
    return step(
      book,
      [book.given(reading.value), book.given(divisor)],
      (a, b) => a / b,
      (a, b) => `${a} ÷ ${b}`,
      {
        decimals: 4,
        unit: '',
        rule: riseRule(label),
      },
    );
  return tangentOf(degreesTerm(reading, label, book), label, book);
}

const radians = degreesToRadians;

/** A length along a sight, and what it is on the level: s cos a. */
export function levelPart(
  length: Term,
  angle: Term,
  unit: string,
  rule: Text,
  book: Workbook,
  { decimals = 3, final = false }: { readonly decimals?: number; readonly final?: boolean } = {},
): Term {
  return step(
    book,
    [length, angle],
    (s, a) => s * Math.cos(radians(a)),
    (s, a) => `${s} × cos ${a}°`,
    {
      decimals,
      final,
      unit,
      rule,
    },
  );
}

/** A length along a sight, and what it rises: s sin a. */
export function risePart(length: Term, angle: Term, unit: string, rule: Text, book: Workbook): Term {
  return step(
    book,
    [length, angle],
    (s, a) => s * Math.sin(radians(a)),
    (s, a) => `${s} × sin ${a}°`,
    {
      decimals: 3,
      unit,
      rule,
    },
  );
}

/** The final line of most methods: level distance times the difference of two tangents. */
export function timesDifference(
  distance: Term,
  [top, base]: readonly [Term, Term],
  book: Workbook,
  { unit, decimals }: { readonly unit: string; readonly decimals: number },
): Term {
  return book.step({
    terms: [distance, top, base],
    compute: (d = 0, t = 0, b = 0) => d * (t - b),
    write: (d = '', t = '', b = '') => `${d} × (${t} − ${b})`,
    decimals,
    final: true,
    unit,
    rule: message(
      'height.horizontal-distance-difference-of-the',
      'horizontal distance × difference of the tangents; a base above the eye is subtracted',
    ),
    source: TRIGONOMETRY,
  });
}
