/** A tree as the four picture questions find it. Heights in m above the ground, along the stem. */
export interface TapedTree {
  readonly ground: { readonly slopePct: number; readonly snowM?: number };
  readonly leanDeg: number;
  readonly trunks:
    | { readonly kind: 'one' }
    /** `onePith`: whether all trunks come from one pith at the ground, where that can be told. */
    | { readonly kind: 'fork'; readonly crotchM: number; readonly stems: number; readonly onePith?: boolean }
    | { readonly kind: 'grown-together' }
    | { readonly kind: 'broken'; readonly breakM: number };
  readonly swelling:
    | { readonly kind: 'none' }
    | {
        readonly kind: 'bulge' | 'scar' | 'branch';
        readonly fromM: number;
        readonly toM: number;
        readonly aboveIsWorse?: boolean;
      }
    | { readonly kind: 'butt'; readonly endsM: number }
    | { readonly kind: 'climber' };
}

/** Limits of what can be said of a tree, shared by form, contract and test. */
export const TAPED_LIMITS = {
  slopePct: { low: 0, high: 150 },
  snowM: { low: 0, high: 3 },
  leanDeg: { low: 0, high: 60 },
  crotchM: { low: 0, high: 10 },
  stems: { low: 2, high: 40 },
  breakM: { low: 0.1, high: 60 },
  obstacleM: { low: 0, high: 10 },
  buttM: { low: 0.1, high: 10 },
} as const;

type Limit = keyof typeof TAPED_LIMITS;
type Fields = Readonly<Record<string, unknown>>;

const isFields = (value: unknown): value is Fields => typeof value === 'object' && value !== null;
const within = (value: unknown, limit: Limit): boolean =>
  typeof value === 'number' && value >= TAPED_LIMITS[limit].low && value <= TAPED_LIMITS[limit].high;
const isFlag = (value: unknown): boolean => value === undefined || typeof value === 'boolean';
const onlyHas = (fields: Fields, ...keys: readonly string[]): boolean =>
  Object.keys(fields).every((key) => keys.includes(key));

function isTrunks(value: unknown): boolean {
  if (!isFields(value)) return false;
  switch (value.kind) {
    case 'one':
    case 'grown-together':
      return onlyHas(value, 'kind');
    case 'broken':
      return onlyHas(value, 'kind', 'breakM') && within(value.breakM, 'breakM');
    case 'fork':
      return (
        onlyHas(value, 'kind', 'crotchM', 'stems', 'onePith') &&
        within(value.crotchM, 'crotchM') &&
        within(value.stems, 'stems') &&
        Number.isInteger(value.stems) &&
        isFlag(value.onePith)
      );
    default:
      return false;
  }
}

function isSwelling(value: unknown): boolean {
  if (!isFields(value)) return false;
  switch (value.kind) {
    case 'none':
    case 'climber':
      return onlyHas(value, 'kind');
    case 'butt':
      return onlyHas(value, 'kind', 'endsM') && within(value.endsM, 'buttM');
    case 'bulge':
    case 'scar':
    case 'branch':
      return (
        onlyHas(value, 'kind', 'fromM', 'toM', 'aboveIsWorse') &&
        within(value.fromM, 'obstacleM') &&
        within(value.toM, 'obstacleM') &&
        isFlag(value.aboveIsWorse)
      );
    default:
      return false;
  }
}

/** Whether something that came from outside describes a tree for the guide, whole and within its limits. */
export function isTapedTree(value: unknown): value is TapedTree {
  if (!isFields(value) || !isFields(value.ground)) return false;
  const { ground, leanDeg, trunks, swelling } = value;
  return (
    onlyHas(value, 'ground', 'leanDeg', 'trunks', 'swelling') &&
    onlyHas(ground, 'slopePct', 'snowM') &&
    within(ground.slopePct, 'slopePct') &&
    (ground.snowM === undefined || within(ground.snowM, 'snowM')) &&
    within(leanDeg, 'leanDeg') &&
    isTrunks(trunks) &&
    isSwelling(swelling)
  );
}
