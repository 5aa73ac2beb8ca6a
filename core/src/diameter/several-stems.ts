import { basalAreaM2 } from './basal-area.ts';
import { message, type Text } from '../message/index.ts';

/** The ways in which several stems are put into one figure. */
export type StemsRule =
  | 'root-sum-of-squares'
  | 'kept-apart'
  | 'largest'
  | 'root-n-mean'
  | 'largest-plus-half'
  | 'arithmetic-mean'
  | 'plain-sum';

/** Where the rule for forks at the ground counts them, no more stems than these are kept. */
export const MOST_SEPARATE_STEMS = 6;

export interface StemsRuleWords {
  readonly name: Text;
  readonly why: Text;
}

/** The rules with the sentence that says why somebody takes them. */
export const STEMS_RULES: Readonly<Record<StemsRule, StemsRuleWords>> = {
  'root-sum-of-squares': {
    name: message('diameter.several-stems.name', 'root of the sum of squares'),
    why: message('diameter.several-stems.why', 'One stem with the total basal area.'),
  },
  'kept-apart': {
    name: message('diameter.several-stems.kept-separate', 'kept separate'),
    why: message('diameter.several-stems.each-stem-counts-as-a', 'Each stem counts as a tree.'),
  },
  largest: {
    name: message('diameter.several-stems.largest-stem', 'largest stem'),
    why: message('diameter.several-stems.the-other-stems-are-not', 'The other stems are not part of the recorded dbh.'),
  },
  'root-n-mean': {
    name: message('diameter.several-stems.n-mean', '√n × mean'),
    why: message(
      'diameter.several-stems.a-shortcut-for-many-stems',
      'A shortcut for many stems; less than the root of the sum of squares unless all are equal.',
    ),
  },
  'largest-plus-half': {
    name: message('diameter.several-stems.largest-plus-half-of-the', 'largest plus half of the others'),
    why: message('diameter.several-stems.a-rule-of-local-ordinances', 'A rule of local ordinances; not based on area.'),
  },
  'arithmetic-mean': {
    name: message('diameter.several-stems.arithmetic-mean', 'arithmetic mean'),
    why: message(
      'diameter.several-stems.used-by-some-crews-loses',
      'Used by some crews; loses most of the basal area.',
    ),
  },
  'plain-sum': {
    name: message('diameter.several-stems.sum', 'sum'),
    why: message(
      'diameter.several-stems.a-rule-of-local-ordinances-gives',
      'A rule of local ordinances; gives far more than the true basal area.',
    ),
  },
};

const sum = (values: readonly number[]): number => values.reduce((total, value) => total + value, 0);

const COMBINE: Record<Exclude<StemsRule, 'kept-apart'>, (stems: readonly number[]) => number> = {
  'root-sum-of-squares': (stems) => Math.hypot(...stems),
  largest: (stems) => Math.max(...stems),
  'root-n-mean': (stems) => (Math.sqrt(stems.length) * sum(stems)) / stems.length,
  'largest-plus-half': (stems) => {
    const largest = Math.max(...stems);
    return largest + (sum(stems) - largest) / 2;
  },
  'arithmetic-mean': (stems) => sum(stems) / stems.length,
  'plain-sum': sum,
};

/** What a rule makes of the stems of one tree. */
export interface CombinedStems {
  /** One diameter, or all of them where the rule keeps them apart. */
  readonly diametersCm: readonly number[];
  readonly basalAreaM2: number;
  /** Basal area that the rule leaves out (negative) or adds, as a share of what the stems have. */
  readonly basalAreaChange: number;
}

/**
 * Puts the stems of one tree into the figure that a rule gives, and says what that does to basal area.
 *
 * Sources: BS 5837:2012 for the root of the sum of squares and root n times the mean; the others are local rules.
 *
 * @param stemsCm diameters, all above 0, at least one
 * @throws RangeError for no stem or one that is not above 0
 * @example combineStems([28, 21], 'root-sum-of-squares').diametersCm // [35]
 */
export function combineStems(stemsCm: readonly number[], rule: StemsRule): CombinedStems {
  if (stemsCm.length === 0 || !stemsCm.every((d) => d > 0 && Number.isFinite(d)))
    throw new RangeError('stemsCm must be one or more diameters above 0');
  const whole = sum(stemsCm.map(basalAreaM2));
  const diametersCm = rule === 'kept-apart' ? [...stemsCm] : [COMBINE[rule](stemsCm)];
  const area = sum(diametersCm.map(basalAreaM2));
  return { diametersCm, basalAreaM2: area, basalAreaChange: area / whole - 1 };
}
