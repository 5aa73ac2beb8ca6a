import { convert, readQuantity } from '@arbolito/core/quantity';
import { RULE_SETS, type RuleSetId, type TapedTree } from '@arbolito/core/diameter';

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
export interface Figures {
  readonly slope: string;
  readonly snow: string;
  readonly lean: string;
  readonly crotch: string;
  readonly stems: string;
  readonly breakAt: string;
  readonly from: string;
  readonly to: string;
  readonly buttEnds: string;
}
export type FigureKey = keyof Figures;

/** A tree as somebody has pointed it out so far. */
export interface Found extends Figures {
  readonly rules: RuleSetId;
  readonly ground: GroundChoice;
  readonly leaning: LeanChoice;
  readonly trunks: TrunksChoice;
  readonly swelling: SwellingChoice;
}

export const NOTHING_FOUND: Found = {
  rules: 'timber',
  ground: 'level',
  leaning: 'upright',
  trunks: 'one',
  swelling: 'none',
  slope: '40',
  snow: '0.4',
  lean: '15',
  crotch: '0.8',
  stems: '2',
  breakAt: '6',
  from: '1.2',
  to: '1.5',
  buttEnds: '1.6',
};

/** Which figures each answer asks for. */
export const ASKS: Readonly<
  Partial<Record<GroundChoice | LeanChoice | TrunksChoice | SwellingChoice, readonly FigureKey[]>>
> = {
  slope: ['slope'],
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

interface Limits {
  readonly label: string;
  readonly unit: 'm' | 'pct' | 'deg' | 'one';
  readonly low: number;
  readonly high: number;
}

export const FIGURES: Readonly<Record<FigureKey, Limits>> = {
  slope: { label: 'slope', unit: 'pct', low: 0, high: 150 },
  snow: { label: 'depth of the snow', unit: 'm', low: 0, high: 3 },
  lean: { label: 'lean from upright', unit: 'deg', low: 0, high: 60 },
  crotch: { label: 'height of the fork', unit: 'm', low: 0, high: 10 },
  stems: { label: 'stems', unit: 'one', low: 2, high: 40 },
  breakAt: { label: 'height of the break', unit: 'm', low: 0.1, high: 60 },
  from: { label: 'begins at', unit: 'm', low: 0, high: 10 },
  to: { label: 'ends at', unit: 'm', low: 0, high: 10 },
  buttEnds: { label: 'swelling ends at', unit: 'm', low: 0.1, high: 10 },
};

export type ReadFigure = { readonly value: number } | { readonly problem: string };

/** Reads a figure as typed; lengths may come in feet and inches. */
export function readFigure(key: FigureKey, text: string): ReadFigure {
  const { label, unit, low, high } = FIGURES[key];
  const read = readQuantity(text, unit === 'm' ? { unit, units: ['m', 'cm', 'ft', 'in'] } : { unit });
  if (!read.ok) return { problem: read.message };
  const value = unit === 'm' ? convert(read.value, read.unit, 'm') : read.value;
  if (value < low || value > high)
    return { problem: `The ${label} must lie between ${low} and ${high}${unit === 'm' ? ' m' : ''}.` };
  if (unit === 'one' && !Number.isInteger(value)) return { problem: `The number of ${label} must be whole.` };
  return { value };
}

const ALWAYS: Figures = NOTHING_FOUND;
const valueOf = (found: Found, key: FigureKey): number => {
  const read = readFigure(key, found[key]);
  if ('value' in read) return read.value;
  // What cannot be read is said at its field; the picture keeps the last sensible figure.
  const usual = readFigure(key, ALWAYS[key]);
  return 'value' in usual ? usual.value : 0;
};

/** The tree that the answers describe. */
export function treeOf(found: Found): TapedTree {
  const value = (key: FigureKey) => valueOf(found, key);
  const fork = (crotchM: number, stems: number) => ({ kind: 'fork', crotchM, stems }) as const;
  const trunks = (): TapedTree['trunks'] => {
    switch (found.trunks) {
      case 'one':
        return { kind: 'one' };
      case 'fork-low':
        return fork(0.1, value('stems'));
      case 'fork-middle':
        return fork(value('crotch'), value('stems'));
      case 'fork-high':
        return fork(2.4, 2);
      case 'many':
        return fork(0, Math.max(3, value('stems')));
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
        return { kind: found.swelling, fromM: Math.min(...ends), toM: Math.max(...ends) };
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
    (Object.keys(FIGURES) as FigureKey[]).map((key) => [key, given.get(key)?.slice(0, 20) ?? NOTHING_FOUND[key]]),
  ) as unknown as Figures;
  return {
    ...figures,
    rules: oneOf(Object.keys(RULE_SETS) as RuleSetId[], given.get('rules'), NOTHING_FOUND.rules),
    ground: oneOf(GROUNDS, given.get('ground'), NOTHING_FOUND.ground),
    leaning: oneOf(LEANS, given.get('leaning'), NOTHING_FOUND.leaning),
    trunks: oneOf(TRUNKS, given.get('trunks'), NOTHING_FOUND.trunks),
    swelling: oneOf(SWELLINGS, given.get('swelling'), NOTHING_FOUND.swelling),
  };
}
