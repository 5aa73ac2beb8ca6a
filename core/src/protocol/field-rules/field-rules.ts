import type { TwoFaces } from '../../measurement/index.ts';
import type { UnitSystem } from '../../units/index.ts';
import type { StemsRule } from '../../diameter/index.ts';
import type { ClassRule, ProductLimit } from './classes.ts';

/** What a survey decides once, so that every crew tapes the same tree at the same place. */
export interface FieldRules {
  readonly breastHeightM: number;
  readonly slope: 'uphill' | 'middle';
  readonly lean: 'underside' | 'along';
  readonly obstacle: 'regular-above' | 'above-or-below' | 'narrowest-below';
  readonly swollenButt: 'above-swelling' | 'narrowest-below' | 'as-measured';
  readonly forkAtGround: 'separate' | 'separate-up-to-six' | 'each-on-its-own' | 'one-pith-one-tree';
  readonly forkBelowBreastHeight: 'separate' | 'one-below-fork' | 'one-narrowest-below-fork';
  readonly climber: 'removed-or-passed' | 'removed-if-possible' | 'pulled-tight' | 'passed-under';
  readonly rounding: 'down-to-class' | 'to-graduation' | 'girth-up';
  readonly severalStems: StemsRule;
  /** Which mean of two faces is the diameter. */
  readonly twoFaces: TwoFaces;
  /** How breast height is found: measured, or by a mark on the body. */
  readonly pointBy: 'measured' | 'body-mark';
  readonly classes: ClassRule;
  /** Lower limits of the products, the smallest first; below the first a stem is none. */
  readonly products: readonly ProductLimit[];
  /** Thinner stems are not tallied; 0 where every stem is. */
  readonly smallestDbhCm: number;
}

export type RuleSetId = 'timber' | 'urban' | 'street' | 'record';

export interface RuleSet {
  readonly name: string;
  readonly purpose: string;
  readonly rules: FieldRules;
}

/** 4.5 ft in metres, exactly. */
export const FOUR_AND_A_HALF_FEET_M = 1.3716;

/** The four sets that ship with the application. */
export const RULE_SETS: Readonly<Record<RuleSetId, RuleSet>> = {
  timber: {
    name: 'Timber set',
    purpose: 'for volume in the forest: every stem that makes a log',
    rules: {
      breastHeightM: 1.3,
      slope: 'uphill',
      lean: 'underside',
      obstacle: 'regular-above',
      swollenButt: 'above-swelling',
      forkAtGround: 'separate',
      forkBelowBreastHeight: 'separate',
      climber: 'removed-or-passed',
      rounding: 'to-graduation',
      severalStems: 'root-sum-of-squares',
      twoFaces: 'arithmetic',
      pointBy: 'measured',
      classes: { width: '2cm', place: 'down' },
      products: [
        { name: 'small roundwood', fromCm: 7 },
        { name: 'small saw', fromCm: 20 },
        { name: 'saw', fromCm: 30 },
      ],
      smallestDbhCm: 7,
    },
  },
  urban: {
    name: 'Urban monitoring set',
    purpose: 'for trees that are measured again: the same point in five years',
    rules: {
      breastHeightM: 1.37,
      slope: 'uphill',
      lean: 'underside',
      obstacle: 'above-or-below',
      swollenButt: 'above-swelling',
      forkAtGround: 'separate-up-to-six',
      forkBelowBreastHeight: 'one-below-fork',
      climber: 'removed-if-possible',
      rounding: 'to-graduation',
      severalStems: 'root-sum-of-squares',
      twoFaces: 'geometric',
      pointBy: 'measured',
      classes: { width: '5cm', place: 'centred' },
      products: [],
      smallestDbhCm: 2.5,
    },
  },
  street: {
    name: 'Street volunteer set',
    purpose: 'for many hands with a plain tape: easy to say, hard to get wrong',
    rules: {
      breastHeightM: FOUR_AND_A_HALF_FEET_M,
      slope: 'middle',
      lean: 'along',
      obstacle: 'narrowest-below',
      swollenButt: 'narrowest-below',
      forkAtGround: 'each-on-its-own',
      forkBelowBreastHeight: 'one-narrowest-below-fork',
      climber: 'pulled-tight',
      rounding: 'girth-up',
      severalStems: 'kept-apart',
      twoFaces: 'arithmetic',
      pointBy: 'body-mark',
      classes: { width: '5cm', place: 'centred' },
      products: [],
      smallestDbhCm: 0,
    },
  },
  record: {
    name: 'Record-tree set',
    purpose: 'for single trees that are compared: never more than there is',
    rules: {
      breastHeightM: FOUR_AND_A_HALF_FEET_M,
      slope: 'middle',
      lean: 'along',
      obstacle: 'narrowest-below',
      swollenButt: 'as-measured',
      forkAtGround: 'one-pith-one-tree',
      forkBelowBreastHeight: 'one-narrowest-below-fork',
      climber: 'passed-under',
      rounding: 'to-graduation',
      severalStems: 'largest',
      twoFaces: 'geometric',
      pointBy: 'measured',
      classes: { width: '5cm', place: 'centred' },
      products: [],
      smallestDbhCm: 0,
    },
  },
};

/** Class widths that stand for each other in the two systems. */
const IMPERIAL_WIDTH: Readonly<Record<ClassRule['width'], ClassRule['width']>> = {
  '1in': '1in',
  '2in': '2in',
  '2cm': '1in',
  '4cm': '2in',
  '5cm': '2in',
};

/** The rules of a set as a survey of that system starts with: timber at 4.5 ft and classes in inches where feet are used. */
export function rulesOfSet(id: RuleSetId, system: UnitSystem): FieldRules {
  const { rules } = RULE_SETS[id];
  if (system === 'metric') return rules;
  return {
    ...rules,
    breastHeightM: id === 'timber' ? FOUR_AND_A_HALF_FEET_M : rules.breastHeightM,
    classes: { ...rules.classes, width: IMPERIAL_WIDTH[rules.classes.width] },
  };
}

/** The set that a survey's rules are, or null where somebody has made them their own. */
export function setOf(rules: FieldRules, system: UnitSystem): RuleSetId | null {
  const ids = Object.keys(RULE_SETS) as RuleSetId[];
  return ids.find((id) => changedRules(rulesOfSet(id, system), rules).length === 0) ?? null;
}

/** Whether two decisions are the same, whatever the order in which their parts were written down. */
function isSame(a: unknown, b: unknown): boolean {
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return a === b;
  const [left, right] = [Object.entries(a), Object.entries(b)];
  return (
    left.length === right.length && left.every(([key, value]) => isSame(value, (b as Record<string, unknown>)[key]))
  );
}

/** The decisions in which two rules differ. */
export function changedRules(a: FieldRules, b: FieldRules): readonly (keyof FieldRules)[] {
  const keys = Object.keys(a) as (keyof FieldRules)[];
  return keys.filter((key) => !isSame(a[key], b[key]));
}

/** A way to decide, with the sentence that says why. */
export interface RuleChoice {
  readonly words: string;
  readonly why: string;
}

/** Decisions that are a choice among words. The others are numbers, lists, or have `STEMS_RULES`. */
export type ChosenRule = Exclude<
  keyof FieldRules,
  'breastHeightM' | 'severalStems' | 'classes' | 'products' | 'smallestDbhCm'
>;

/** Every decision that is a choice, with its choices. */
export const DECISIONS: {
  readonly [K in ChosenRule]: {
    readonly label: string;
    readonly choices: Readonly<Record<FieldRules[K], RuleChoice>>;
  };
} = {
  slope: {
    label: 'On a slope, breast height is taken',
    choices: {
      uphill: {
        words: 'from the uphill side',
        why: 'The tape never goes into the root flare; the stump is cut there as well.',
      },
      middle: {
        words: 'from the middle of the slope',
        why: 'The line of the pith: the height of the tree starts there too. Half a stem times the slope lower than uphill.',
      },
    },
  },
  lean: {
    label: 'On a leaning stem, breast height is taken',
    choices: {
      underside: {
        words: 'along the underside of the lean',
        why: 'One side, so that everybody arrives at the same point. The tape stays square to the stem.',
      },
      along: { words: 'along the lean', why: 'Along the stem as it grows. The tape stays square to the stem.' },
    },
  },
  obstacle: {
    label: 'A bulge, scar or branch at breast height',
    choices: {
      'regular-above': {
        words: 'nearest regular point above; record the height',
        why: 'A bulge would add wood that is not there.',
      },
      'above-or-below': {
        words: 'just above, or below if above is worse; record the height',
        why: 'The nearest place that can be found again.',
      },
      'narrowest-below': {
        words: 'narrowest point below breast height',
        why: 'Never more than there is, and no judgement needed.',
      },
    },
  },
  swollenButt: {
    label: 'A swollen butt that reaches breast height',
    choices: {
      'above-swelling': {
        words: '0.45 m (1.5 ft) above the end of the swelling',
        why: 'Where the stem has its own shape.',
      },
      'narrowest-below': {
        words: 'narrowest point below breast height',
        why: 'No judgement of where a swelling ends.',
      },
      'as-measured': {
        words: 'at breast height as it is, noted',
        why: 'The rule of comparisons: the note tells why it is large.',
      },
    },
  },
  forkAtGround: {
    label: 'A fork below 0.3 m (1 ft)',
    choices: {
      separate: { words: 'separate stems', why: 'Each makes logs of its own.' },
      'separate-up-to-six': {
        words: 'separate stems, largest first, then clockwise, at most six',
        why: 'The same stem keeps its number at the next visit.',
      },
      'each-on-its-own': { words: 'each trunk on its own, never added', why: 'No sums in the street.' },
      'one-pith-one-tree': {
        words: 'one tree where there is one pith at the ground, otherwise each its own',
        why: 'Two trees grown together are no record.',
      },
    },
  },
  forkBelowBreastHeight: {
    label: 'A fork between 0.3 m (1 ft) and breast height',
    choices: {
      separate: { words: 'separate stems, each at breast height', why: 'Each makes logs of its own.' },
      'one-below-fork': {
        words: 'one stem, below the fork, as near breast height as the swelling allows, not under 0.3 m (1 ft)',
        why: 'One tree stays one tree.',
      },
      'one-narrowest-below-fork': {
        words: 'one stem, narrowest below the fork, clear of the flare',
        why: 'Never more than there is.',
      },
    },
  },
  climber: {
    label: 'Climbers',
    choices: {
      'removed-or-passed': {
        words: 'removed, or the tape passed under',
        why: 'Ivy of two fingers adds 4 cm (1.6 in) to a diameter.',
      },
      'removed-if-possible': { words: 'removed if possible, noted if not', why: 'The next visit needs to know.' },
      'pulled-tight': { words: 'tape pulled tight, noted, no deduction', why: 'A guess is worse than a note.' },
      'passed-under': { words: 'tape passed under the climber', why: 'Only wood counts.' },
    },
  },
  rounding: {
    label: 'Rounding',
    choices: {
      'down-to-class': {
        words: 'down to the class',
        why: 'Reads low: about 6 % of the basal area is lost with classes of 2 cm (1 in: 8 %).',
      },
      'to-graduation': {
        words: 'to the graduation of the instrument',
        why: 'No bias, and small growth shows.',
      },
      'girth-up': { words: 'girth up to the next unit', why: 'One rule for all hands.' },
    },
  },
  twoFaces: {
    label: 'Two faces of one stem are put together by',
    choices: {
      arithmetic: {
        words: 'the arithmetic mean',
        why: 'Done in the head; a little more basal area than an oval has.',
      },
      geometric: { words: 'the geometric mean', why: 'The circle with the area of the oval.' },
      quadratic: { words: 'the quadratic mean', why: 'The mean of the two basal areas; the largest of the three.' },
    },
  },
  pointBy: {
    label: 'Breast height is found',
    choices: {
      measured: {
        words: 'by measuring up from the ground',
        why: 'A boot, a slope and a stoop move a mark on the body by several centimetres (an inch or more).',
      },
      'body-mark': {
        words: 'by a mark on the body',
        why: 'Quick, and good to about 3 cm (1.2 in) where nobody compares.',
      },
    },
  },
};
