import { LARGEST_DBH_CM, RULE_SETS, TAPED_LIMITS, type RuleSetId, type TapedTree } from '@arbolito/core/diameter';
import { readFigure as readTyped, type FigureSpec, type ReadFigure } from '../../../ui/figures/figure.ts';

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
export type FigureKey = keyof Figures;

/** A tree as somebody has pointed it out so far. */
export interface Found extends Figures {
  readonly rules: RuleSetId;
  readonly ground: GroundChoice;
  readonly leaning: LeanChoice;
  readonly trunks: TrunksChoice;
  readonly swelling: SwellingChoice;
  readonly onePith: 'yes' | '';
  readonly aboveIsWorse: 'yes' | '';
}

export const NOTHING_FOUND: Found = {
  rules: 'timber',
  ground: 'level',
  leaning: 'upright',
  trunks: 'one',
  swelling: 'none',
  onePith: '',
  aboveIsWorse: '',
  slope: '40',
  dbh: '60',
  taper: '1.5',
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

export const FIGURES: Readonly<Record<FigureKey, FigureSpec>> = {
  slope: { label: 'slope', unit: 'pct', ...TAPED_LIMITS.slopePct },
  dbh: { label: 'thickness of the stem', unit: 'cm', low: 1, high: LARGEST_DBH_CM },
  taper: { label: 'thins by cm a metre', unit: 'one', low: 0, high: 20 },
  snow: { label: 'depth of the snow', unit: 'm', ...TAPED_LIMITS.snowM },
  lean: { label: 'lean from upright', unit: 'deg', ...TAPED_LIMITS.leanDeg },
  crotch: { label: 'height of the fork', unit: 'm', ...TAPED_LIMITS.crotchM },
  stems: { label: 'stems', unit: 'one', ...TAPED_LIMITS.stems },
  breakAt: { label: 'height of the break', unit: 'm', ...TAPED_LIMITS.breakM },
  from: { label: 'begins at', unit: 'm', ...TAPED_LIMITS.obstacleM },
  to: { label: 'ends at', unit: 'm', ...TAPED_LIMITS.obstacleM },
  buttEnds: { label: 'swelling ends at', unit: 'm', ...TAPED_LIMITS.buttM },
};

/** What a choice may ask for with yes or no. */
export const FLAGS = {
  onePith: 'all from one pith at the ground',
  aboveIsWorse: 'above it the stem is worse than below',
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
export function readFigure(key: FigureKey, text: string): ReadFigure {
  const read = readTyped(FIGURES[key], text);
  if ('value' in read && key === 'stems' && !Number.isInteger(read.value))
    return { problem: `The number of ${FIGURES[key].label} must be whole.` };
  return read;
}

const ALWAYS: Figures = NOTHING_FOUND;
const valueOf = (found: Found, key: FigureKey): number => {
  const read = readFigure(key, found[key]);
  if ('value' in read) return read.value;
  // What cannot be read is said at its field; the picture keeps the last sensible figure.
  const usual = readFigure(key, ALWAYS[key]);
  return 'value' in usual ? usual.value : 0;
};

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

const text = (value: number): string => String(Number(value.toFixed(3)));

/** The answers that describe a tree: the way back from `treeOf`. */
export function foundOf(tree: TapedTree): Found {
  const { ground, leanDeg, trunks, swelling } = tree;
  const forked = (): Partial<Found> => {
    if (trunks.kind === 'one') return {};
    if (trunks.kind === 'grown-together') return { trunks: 'together' };
    if (trunks.kind === 'broken') return { trunks: 'broken', breakAt: text(trunks.breakM) };
    const { crotchM, stems, onePith } = trunks;
    const pith = { onePith: onePith === true ? 'yes' : '' } as const;
    if (crotchM === 0) return { trunks: 'many', stems: text(stems), ...pith };
    if (crotchM < 0.3) return { trunks: 'fork-low', stems: text(stems), ...pith };
    if (crotchM > 2) return { trunks: 'fork-high' };
    return { trunks: 'fork-middle', crotch: text(crotchM), stems: text(stems) };
  };
  const swollen = (): Partial<Found> => {
    if (swelling.kind === 'none' || swelling.kind === 'climber') return { swelling: swelling.kind };
    if (swelling.kind === 'butt') return { swelling: 'butt', buttEnds: text(swelling.endsM) };
    const { kind, fromM, toM, aboveIsWorse } = swelling;
    return { swelling: kind, from: text(fromM), to: text(toM), aboveIsWorse: aboveIsWorse === true ? 'yes' : '' };
  };
  return {
    ...NOTHING_FOUND,
    ...(ground.slopePct > 0 ? { ground: 'slope', slope: text(ground.slopePct) } : {}),
    ...(ground.snowM === undefined ? {} : { ground: 'snow', snow: text(ground.snowM) }),
    ...(leanDeg > 0 ? { leaning: 'leaning', lean: text(leanDeg) } : {}),
    ...forked(),
    ...swollen(),
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
    onePith: given.get('onePith') === 'yes' ? 'yes' : '',
    aboveIsWorse: given.get('aboveIsWorse') === 'yes' ? 'yes' : '',
  };
}
