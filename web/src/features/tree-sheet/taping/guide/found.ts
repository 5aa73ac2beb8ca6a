import { LARGEST_DBH_CM } from '@arbolito/core/diameter';
import { RULE_SETS, type RuleSetId, TAPED_LIMITS, type TapedTree } from '@arbolito/core/protocol';
import { convert, type UnitSystem } from '@arbolito/core/units';
import { type QuantitySpec, parseQuantity as readTyped, type ReadQuantityText } from '../../../../ui/forms/quantity.ts';
import { t, say } from '../../../../messages/text.ts';
import { message } from '@arbolito/core/message';

/** The answers to the four picture questions. */
export const GROUNDS = ['level', 'slope', 'snow'] as const;
export const LEANS = ['upright', 'leaning'] as const;
export const TRUNKS = ['one', 'fork-low', 'fork-middle', 'fork-high', 'many', 'together', 'broken'] as const;
export const SWELLINGS = ['none', 'bulge', 'scar', 'branch', 'butt', 'climber'] as const;

export type GroundChoice = (typeof GROUNDS)[number];
export type LeanChoice = (typeof LEANS)[number];
export type TrunksChoice = (typeof TRUNKS)[number];
export type SwellingChoice = (typeof SWELLINGS)[number];

/** The figures that a choice may ask for, as they are typed. */
export interface FoundFields {
  readonly slope: string;
  /** Thickness and taper that the two schools on a slope are compared for. */
  readonly dbh: string;
  readonly taper: string;
  readonly snow: string;
  readonly lean: string;
  readonly crotch: string;
  readonly stems: string;
  readonly breakAt: string;
  readonly from: string;
  readonly to: string;
  readonly buttEnds: string;
}
export type FigureKey = keyof FoundFields;

/** A tree as somebody has pointed it out so far. */
export interface Found extends FoundFields {
  readonly units: UnitSystem;
  readonly rules: RuleSetId;
  readonly ground: GroundChoice;
  readonly leaning: LeanChoice;
  readonly trunks: TrunksChoice;
  readonly swelling: SwellingChoice;
  readonly onePith: 'yes' | '';
  readonly aboveIsWorse: 'yes' | '';
}

/** No figure is assumed of a tree: what an answer asks for is entered. */
export const NOTHING_FOUND: Found = {
  units: 'metric',
  rules: 'timber',
  ground: 'level',
  leaning: 'upright',
  trunks: 'one',
  swelling: 'none',
  onePith: '',
  aboveIsWorse: '',
  slope: '',
  dbh: '',
  taper: '',
  snow: '',
  lean: '',
  crotch: '',
  stems: '',
  breakAt: '',
  from: '',
  to: '',
  buttEnds: '',
};

/** What the pictures show while a figure is missing, in %, cm, m and degrees; no answer is made from it. */
const DRAWN: Readonly<Record<FigureKey, number>> = {
  slope: 40,
  dbh: 40,
  taper: 1.5,
  snow: 0.4,
  lean: 15,
  crotch: 0.8,
  stems: 2,
  breakAt: 6,
  from: 1.2,
  to: 1.5,
  buttEnds: 1.6,
};

/** Which figures each answer asks for. */
export const ASKS: Readonly<
  Partial<Record<GroundChoice | LeanChoice | TrunksChoice | SwellingChoice, readonly FigureKey[]>>
> = {
  slope: ['slope', 'dbh', 'taper'],
  snow: ['snow'],
  leaning: ['lean'],
  'fork-low': ['stems'],
  'fork-middle': ['crotch', 'stems'],
  many: ['stems'],
  broken: ['breakAt'],
  bulge: ['from', 'to'],
  scar: ['from', 'to'],
  branch: ['from', 'to'],
  butt: ['buttEnds'],
};

const METRIC: Readonly<Record<FigureKey, QuantitySpec>> = {
  slope: { label: message('tree-sheet.slope', 'Slope'), unit: 'pct', ...TAPED_LIMITS.slopePct },
  dbh: { label: message('tree-sheet.stem-diameter', 'Stem diameter'), unit: 'cm', low: 1, high: LARGEST_DBH_CM },
  taper: { label: message('tree-sheet.taper-cm-per-m', 'Taper, cm per m'), unit: 'one', low: 0, high: 20 },
  snow: { label: message('tree-sheet.snow-depth', 'Snow depth'), unit: 'm', ...TAPED_LIMITS.snowM },
  lean: { label: message('tree-sheet.lean-from-vertical', 'Lean from vertical'), unit: 'deg', ...TAPED_LIMITS.leanDeg },
  crotch: { label: message('tree-sheet.height-of-the-fork', 'Height of the fork'), unit: 'm', ...TAPED_LIMITS.crotchM },
  stems: { label: message('tree-sheet.number-of-stems', 'Number of stems'), unit: 'one', ...TAPED_LIMITS.stems },
  breakAt: {
    label: message('tree-sheet.height-of-the-break', 'Height of the break'),
    unit: 'm',
    ...TAPED_LIMITS.breakM,
  },
  from: { label: message('tree-sheet.begins-at', 'Begins at'), unit: 'm', ...TAPED_LIMITS.obstacleM },
  to: { label: message('tree-sheet.ends-at', 'Ends at'), unit: 'm', ...TAPED_LIMITS.obstacleM },
  buttEnds: { label: message('tree-sheet.swelling-ends-at', 'Swelling ends at'), unit: 'm', ...TAPED_LIMITS.buttM },
};

/** Centimetres a metre in one inch a foot. */
const TAPER_IN_PER_FT = convert(1, 'in', 'cm') / convert(1, 'ft', 'm');

const inFeet = (spec: QuantitySpec): QuantitySpec => {
  const unit = spec.unit === 'm' ? 'ft' : spec.unit === 'cm' ? 'in' : null;
  if (unit === null) return spec;
  const to = (value: number): number => Number(convert(value, spec.unit === 'm' ? 'm' : 'cm', unit).toFixed(1));
  return { ...spec, unit, low: to(spec.low), high: to(spec.high) };
};

/** The figures as they are asked for, in the units of a system. */
export const FOUND_FIELDS: Readonly<Record<UnitSystem, Readonly<Record<FigureKey, QuantitySpec>>>> = {
  metric: METRIC,
  imperial: {
    ...(Object.fromEntries(Object.entries(METRIC).map(([key, spec]) => [key, inFeet(spec)])) as Record<
      FigureKey,
      QuantitySpec
    >),
    taper: { ...METRIC.taper, label: message('tree-sheet.taper-in-per-ft', 'Taper, in per ft'), high: 2.4 },
  },
};

/** What a choice may ask for with yes or no. */
export const FLAGS = {
  onePith: message('tree-sheet.all-from-one-pith-at', 'All from one pith at the ground'),
  aboveIsWorse: message('tree-sheet.the-stem-is-worse-above', 'The stem is worse above than below'),
} as const;
export type FlagKey = keyof typeof FLAGS;

/** Which flags each answer asks for. */
export const ASKS_WHETHER: Readonly<Partial<Record<TrunksChoice | SwellingChoice, readonly FlagKey[]>>> = {
  'fork-low': ['onePith'],
  many: ['onePith'],
  bulge: ['aboveIsWorse'],
  scar: ['aboveIsWorse'],
  branch: ['aboveIsWorse'],
};

/** Reads a figure as typed; a number of stems must be whole. */
export function parseFoundField(key: FigureKey, text: string, units: UnitSystem): ReadQuantityText {
  const read = readTyped(FOUND_FIELDS[units][key], text);
  if ('value' in read && key === 'stems' && !Number.isInteger(read.value))
    return {
      problem: t('tree-sheet.must-be-a-whole-number', '{Label} must be a whole number.', {
        Label: FOUND_FIELDS[units][key].label,
      }),
    };
  return read;
}

/** A figure in %, cm, m or degrees; that of the pictures while it is missing or cannot be read. */
const valueOf = (found: Found, key: FigureKey): number => {
  const { units } = found;
  const read = parseFoundField(key, found[key], units);
  if (!('value' in read)) return DRAWN[key];
  const { unit } = FOUND_FIELDS[units][key];
  if (unit === 'm' || unit === 'ft') return convert(read.value, unit, 'm');
  if (unit === 'cm' || unit === 'in') return convert(read.value, unit, 'cm');
  return key === 'taper' && units === 'imperial' ? read.value * TAPER_IN_PER_FT : read.value;
};

/** What only the comparison of two schools asks for: the place of the tape does not hang on it. */
const FOR_COMPARISON: readonly FigureKey[] = ['dbh', 'taper'];

const isSound = (found: Found, key: FigureKey): boolean => 'value' in parseFoundField(key, found[key], found.units);

/** Labels of the figures that the answers ask for and nobody has entered; there is no place for the tape without them. */
export const missingOf = (found: Found): readonly string[] =>
  [found.ground, found.leaning, found.trunks, found.swelling]
    .flatMap((answer) => ASKS[answer] ?? [])
    .filter((key) => !FOR_COMPARISON.includes(key) && !isSound(found, key))
    .map((key) => say(FOUND_FIELDS[found.units][key].label));

/** Whether the two schools on a slope can be compared: slope, thickness and taper are entered. */
export const canCompareSchools = (found: Found): boolean =>
  found.ground === 'slope' && (['slope', ...FOR_COMPARISON] as const).every((key) => isSound(found, key));

/** How thick the stem is taken to be, and how fast it thins near breast height. */
export const stemOf = (found: Found): { readonly dbhCm: number; readonly taperCmPerM: number } => ({
  dbhCm: valueOf(found, 'dbh'),
  taperCmPerM: valueOf(found, 'taper'),
});

/** The tree that the answers describe. */
export function treeOf(found: Found): TapedTree {
  const value = (key: FigureKey) => valueOf(found, key);
  const fork = (crotchM: number, stems: number) => ({ kind: 'fork', crotchM, stems }) as const;
  const atGround = (crotchM: number, stems: number) => ({
    ...fork(crotchM, stems),
    ...(found.onePith === 'yes' ? { onePith: true } : {}),
  });
  const trunks = (): TapedTree['trunks'] => {
    switch (found.trunks) {
      case 'one':
        return { kind: 'one' };
      case 'fork-low':
        return atGround(0.1, value('stems'));
      case 'fork-middle':
        return fork(value('crotch'), value('stems'));
      case 'fork-high':
        return fork(2.4, 2);
      case 'many':
        return atGround(0, Math.max(3, value('stems')));
      case 'together':
        return { kind: 'grown-together' };
      case 'broken':
        return { kind: 'broken', breakM: value('breakAt') };
    }
  };
  const swelling = (): TapedTree['swelling'] => {
    switch (found.swelling) {
      case 'none':
      case 'climber':
        return { kind: found.swelling };
      case 'butt':
        return { kind: 'butt', endsM: value('buttEnds') };
      default: {
        const ends = [value('from'), value('to')];
        return {
          kind: found.swelling,
          fromM: Math.min(...ends),
          toM: Math.max(...ends),
          ...(found.aboveIsWorse === 'yes' ? { aboveIsWorse: true } : {}),
        };
      }
    }
  };
  return {
    ground: {
      slopePct: found.ground === 'slope' ? value('slope') : 0,
      ...(found.ground === 'snow' ? { snowM: value('snow') } : {}),
    },
    leanDeg: found.leaning === 'leaning' ? value('lean') : 0,
    trunks: trunks(),
    swelling: swelling(),
  };
}

const plain = (value: number): string => String(Number(value.toFixed(3)));

/** The answers that describe a tree, in the units of a system: the way back from `treeOf`. */
export function foundOf(tree: TapedTree, units: UnitSystem): Found {
  const { ground, leanDeg, trunks, swelling } = tree;
  const text = (metres: number): string => plain(units === 'metric' ? metres : convert(metres, 'm', 'ft'));
  const forked = (): Partial<Found> => {
    if (trunks.kind === 'one') return {};
    if (trunks.kind === 'grown-together') return { trunks: 'together' };
    if (trunks.kind === 'broken') return { trunks: 'broken', breakAt: text(trunks.breakM) };
    const { crotchM, stems, onePith } = trunks;
    const pith = { onePith: onePith === true ? 'yes' : '' } as const;
    if (crotchM === 0) return { trunks: 'many', stems: plain(stems), ...pith };
    if (crotchM < 0.3) return { trunks: 'fork-low', stems: plain(stems), ...pith };
    if (crotchM > 2) return { trunks: 'fork-high' };
    return { trunks: 'fork-middle', crotch: text(crotchM), stems: plain(stems) };
  };
  const swollen = (): Partial<Found> => {
    if (swelling.kind === 'none' || swelling.kind === 'climber') return { swelling: swelling.kind };
    if (swelling.kind === 'butt') return { swelling: 'butt', buttEnds: text(swelling.endsM) };
    const { kind, fromM, toM, aboveIsWorse } = swelling;
    return { swelling: kind, from: text(fromM), to: text(toM), aboveIsWorse: aboveIsWorse === true ? 'yes' : '' };
  };
  return {
    ...NOTHING_FOUND,
    units,
    ...(ground.slopePct > 0 ? { ground: 'slope', slope: plain(ground.slopePct) } : {}),
    ...(ground.snowM === undefined ? {} : { ground: 'snow', snow: text(ground.snowM) }),
    ...(leanDeg > 0 ? { leaning: 'leaning', lean: plain(leanDeg) } : {}),
    ...forked(),
    ...swollen(),
  };
}

/** The figures that are missing, so that a change of units does not fill them in from the pictures. */
export const unanswered = (found: Found): Partial<FoundFields> =>
  Object.fromEntries(
    (Object.keys(METRIC) as FigureKey[]).filter((key) => !isSound(found, key)).map((key) => [key, found[key]]),
  );

const QUERY_KEYS = Object.keys(NOTHING_FOUND) as (keyof Found)[];

/** The answers as the query of an address that can be shared. Only what differs from the plainest tree. */
export const toQuery = (found: Found): string =>
  new URLSearchParams(
    QUERY_KEYS.filter((key) => found[key] !== NOTHING_FOUND[key]).map((key) => [key, found[key]]),
  ).toString();

const oneOf = <T extends string>(list: readonly T[], text: string | null, otherwise: T): T =>
  list.find((each) => each === text) ?? otherwise;

/** Reads the answers back; what is not known counts as not answered. */
export function fromQuery(query: string): Found {
  const given = new URLSearchParams(query);
  const figures = Object.fromEntries(
    (Object.keys(METRIC) as FigureKey[]).map((key) => [key, given.get(key)?.slice(0, 20) ?? NOTHING_FOUND[key]]),
  ) as unknown as FoundFields;
  return {
    ...figures,
    units: oneOf(['metric', 'imperial'] as const, given.get('units'), NOTHING_FOUND.units),
    rules: oneOf(Object.keys(RULE_SETS) as RuleSetId[], given.get('rules'), NOTHING_FOUND.rules),
    ground: oneOf(GROUNDS, given.get('ground'), NOTHING_FOUND.ground),
    leaning: oneOf(LEANS, given.get('leaning'), NOTHING_FOUND.leaning),
    trunks: oneOf(TRUNKS, given.get('trunks'), NOTHING_FOUND.trunks),
    swelling: oneOf(SWELLINGS, given.get('swelling'), NOTHING_FOUND.swelling),
    onePith: given.get('onePith') === 'yes' ? 'yes' : '',
    aboveIsWorse: given.get('aboveIsWorse') === 'yes' ? 'yes' : '',
  };
}
