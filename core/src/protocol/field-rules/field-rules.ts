import type { TwoFaces } from '../../measurement/index.ts';
import type { UnitSystem } from '../../units/index.ts';
import type { StemsRule } from '../../diameter/index.ts';
import type { ClassRule, ProductLimit } from './classes.ts';
import { message, type Text } from '../../message/index.ts';

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
  readonly name: Text;
  readonly purpose: Text;
  readonly rules: FieldRules;
}

/** 4.5 ft in metres, exactly. */
export const FOUR_AND_A_HALF_FEET_M = 1.3716;

/** The four sets that ship with the application. */
export const RULE_SETS: Readonly<Record<RuleSetId, RuleSet>> = {
  timber: {
    name: message('protocol.field-rules.name', 'Timber rules'),
    purpose: message('protocol.field-rules.purpose', 'for forest volume: every stem that yields a log'),
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
        { name: 'small sawlog', fromCm: 20 },
        { name: 'sawlog', fromCm: 30 },
      ],
      smallestDbhCm: 7,
    },
  },
  urban: {
    name: message('protocol.field-rules.urban-monitoring-rules', 'Urban monitoring rules'),
    purpose: message(
      'protocol.field-rules.for-trees-that-are-measured',
      'for trees that are measured again: the same point in five years',
    ),
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
    name: message('protocol.field-rules.street-volunteer-rules', 'Street volunteer rules'),
    purpose: message(
      'protocol.field-rules.for-many-people-with-a',
      'for many people with a plain tape: simple and hard to get wrong',
    ),
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
    name: message('protocol.field-rules.record-tree-rules', 'Record tree rules'),
    purpose: message(
      'protocol.field-rules.for-comparing-single-trees-never',
      'for comparing single trees: never an overestimate',
    ),
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
const IMPERIAL_WIDTH: Readonly<Partial<Record<ClassRule['width'], ClassRule['width']>>> = {
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
    classes: { ...rules.classes, width: IMPERIAL_WIDTH[rules.classes.width] ?? rules.classes.width },
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
  readonly words: Text;
  readonly why: Text;
}

/** Decisions that are a choice among words. The others are numbers, lists, or have `STEMS_RULES`. */
export type ChosenRule = Exclude<
  keyof FieldRules,
  'breastHeightM' | 'severalStems' | 'classes' | 'products' | 'smallestDbhCm'
>;

/** Every decision that is a choice, with its choices. */
export const DECISIONS: {
  readonly [K in ChosenRule]: {
    readonly label: Text;
    readonly choices: Readonly<Record<FieldRules[K], RuleChoice>>;
  };
} = {
  slope: {
    label: message('protocol.field-rules.label', 'Breast height on a slope'),
    choices: {
      uphill: {
        words: message('protocol.field-rules.words', 'from the uphill side'),
        why: message(
          'protocol.field-rules.why',
          'The tape stays clear of the root flare; the stump is cut at this side as well.',
        ),
      },
      middle: {
        words: message('protocol.field-rules.from-the-middle-of-the', 'from the middle of the slope'),
        why: message(
          'protocol.field-rules.at-the-line-of-the',
          'At the line of the pith, where the tree height starts too. Lower than uphill by half the diameter times the slope.',
        ),
      },
    },
  },
  lean: {
    label: message('protocol.field-rules.breast-height-on-a-leaning', 'Breast height on a leaning stem'),
    choices: {
      underside: {
        words: message('protocol.field-rules.along-the-underside-of-the', 'along the underside of the lean'),
        why: message(
          'protocol.field-rules.one-side-so-that-everyone',
          'One side, so that everyone finds the same point. The tape stays square to the stem.',
        ),
      },
      along: {
        words: message('protocol.field-rules.along-the-lean', 'along the lean'),
        why: message(
          'protocol.field-rules.along-the-stem-the-tape',
          'Along the stem. The tape stays square to the stem.',
        ),
      },
    },
  },
  obstacle: {
    label: message('protocol.field-rules.bulge-scar-or-branch-at', 'Bulge, scar or branch at breast height'),
    choices: {
      'regular-above': {
        words: message(
          'protocol.field-rules.nearest-regular-point-above-record',
          'nearest regular point above; record the height',
        ),
        why: message('protocol.field-rules.a-bulge-would-add-wood', 'A bulge would add wood that is not there.'),
      },
      'above-or-below': {
        words: message(
          'protocol.field-rules.just-above-or-below-if',
          'just above, or below if above is worse; record the height',
        ),
        why: message('protocol.field-rules.the-nearest-point-that-can', 'The nearest point that can be found again.'),
      },
      'narrowest-below': {
        words: message(
          'protocol.field-rules.narrowest-point-below-breast-height',
          'narrowest point below breast height',
        ),
        why: message(
          'protocol.field-rules.never-an-overestimate-and-no',
          'Never an overestimate, and no judgement needed.',
        ),
      },
    },
  },
  swollenButt: {
    label: message('protocol.field-rules.swollen-butt-that-reaches-breast', 'Swollen butt that reaches breast height'),
    choices: {
      'above-swelling': {
        words: message('protocol.field-rules.0-45-m-1-5', '0.45 m (1.5 ft) above the end of the swelling'),
        why: message('protocol.field-rules.where-the-stem-has-its', 'Where the stem has its normal form.'),
      },
      'narrowest-below': {
        words: message(
          'protocol.field-rules.narrowest-point-below-breast-height',
          'narrowest point below breast height',
        ),
        why: message('protocol.field-rules.no-judgement-of-where-the', 'No judgement of where the swelling ends.'),
      },
      'as-measured': {
        words: message('protocol.field-rules.at-breast-height-with-a', 'at breast height, with a note'),
        why: message(
          'protocol.field-rules.the-rule-for-comparisons-the',
          'The rule for comparisons; the note explains the large diameter.',
        ),
      },
    },
  },
  forkAtGround: {
    label: message('protocol.field-rules.fork-below-0-3-m', 'Fork below 0.3 m (1 ft)'),
    choices: {
      separate: {
        words: message('protocol.field-rules.separate-stems', 'separate stems'),
        why: message('protocol.field-rules.each-yields-its-own-logs', 'Each yields its own logs.'),
      },
      'separate-up-to-six': {
        words: message(
          'protocol.field-rules.separate-stems-largest-first-then',
          'separate stems, largest first, then clockwise, at most six',
        ),
        why: message('protocol.field-rules.a-stem-keeps-its-number', 'A stem keeps its number at the next visit.'),
      },
      'each-on-its-own': {
        words: message('protocol.field-rules.each-trunk-separate-never-added', 'each trunk separate, never added'),
        why: message('protocol.field-rules.no-calculation-in-the-street', 'No calculation in the street.'),
      },
      'one-pith-one-tree': {
        words: message(
          'protocol.field-rules.one-tree-if-there-is',
          'one tree if there is a single pith at the ground, otherwise separate trees',
        ),
        why: message('protocol.field-rules.two-trees-grown-together-are', 'Two trees grown together are no record.'),
      },
    },
  },
  forkBelowBreastHeight: {
    label: message('protocol.field-rules.fork-between-0-3-m', 'Fork between 0.3 m (1 ft) and breast height'),
    choices: {
      separate: {
        words: message('protocol.field-rules.separate-stems-each-at-breast', 'separate stems, each at breast height'),
        why: message('protocol.field-rules.each-yields-its-own-logs', 'Each yields its own logs.'),
      },
      'one-below-fork': {
        words: message(
          'protocol.field-rules.one-stem-below-the-fork',
          'one stem, below the fork, as near breast height as the swelling allows, not below 0.3 m (1 ft)',
        ),
        why: message('protocol.field-rules.one-tree-stays-one-tree', 'One tree stays one tree.'),
      },
      'one-narrowest-below-fork': {
        words: message(
          'protocol.field-rules.one-stem-narrowest-point-below',
          'one stem, narrowest point below the fork, clear of the root flare',
        ),
        why: message('protocol.field-rules.never-an-overestimate', 'Never an overestimate.'),
      },
    },
  },
  climber: {
    label: message('protocol.field-rules.climbers', 'Climbers'),
    choices: {
      'removed-or-passed': {
        words: message('protocol.field-rules.removed-or-the-tape-passed', 'removed, or the tape passed under them'),
        why: message('protocol.field-rules.ivy-2-cm-deep-adds', 'Ivy 2 cm deep adds 4 cm (1.6 in) to a diameter.'),
      },
      'removed-if-possible': {
        words: message(
          'protocol.field-rules.removed-if-possible-otherwise-noted',
          'removed if possible, otherwise noted',
        ),
        why: message('protocol.field-rules.the-next-visit-needs-to', 'The next visit needs to know.'),
      },
      'pulled-tight': {
        words: message('protocol.field-rules.tape-pulled-tight-noted-no', 'tape pulled tight, noted, no deduction'),
        why: message('protocol.field-rules.a-note-is-better-than', 'A note is better than a guessed deduction.'),
      },
      'passed-under': {
        words: message('protocol.field-rules.tape-passed-under-the-climber', 'tape passed under the climber'),
        why: message('protocol.field-rules.only-wood-counts', 'Only wood counts.'),
      },
    },
  },
  rounding: {
    label: message('protocol.field-rules.rounding', 'Rounding'),
    choices: {
      'down-to-class': {
        words: message('protocol.field-rules.down-to-the-class', 'down to the class'),
        why: message(
          'protocol.field-rules.biased-loses-about-6-of',
          'Biased: loses about 6 % of the basal area with classes of 2 cm (1 in: 8 %).',
        ),
      },
      'to-graduation': {
        words: message('protocol.field-rules.to-the-graduation-of-the', 'to the graduation of the instrument'),
        why: message('protocol.field-rules.no-bias-and-small-growth', 'No bias, and small growth is visible.'),
      },
      'girth-up': {
        words: message('protocol.field-rules.girth-up-to-the-next', 'girth up to the next unit'),
        why: message('protocol.field-rules.one-rule-for-everyone', 'One rule for everyone.'),
      },
    },
  },
  twoFaces: {
    label: message('protocol.field-rules.combination-of-two-diameters', 'Combination of two diameters'),
    choices: {
      arithmetic: {
        words: message('protocol.field-rules.arithmetic-mean', 'arithmetic mean'),
        why: message(
          'protocol.field-rules.easy-to-calculate-slightly-more',
          'Easy to calculate; slightly more basal area than an oval has.',
        ),
      },
      geometric: {
        words: message('protocol.field-rules.geometric-mean', 'geometric mean'),
        why: message('protocol.field-rules.the-circle-with-the-area', 'The circle with the area of the oval.'),
      },
      quadratic: {
        words: message('protocol.field-rules.quadratic-mean', 'quadratic mean'),
        why: message(
          'protocol.field-rules.the-mean-of-the-two',
          'The mean of the two basal areas; the largest of the three.',
        ),
      },
    },
  },
  pointBy: {
    label: message('protocol.field-rules.finding-breast-height', 'Finding breast height'),
    choices: {
      measured: {
        words: message('protocol.field-rules.measured-from-the-ground', 'measured from the ground'),
        why: message(
          'protocol.field-rules.boots-slope-and-posture-move',
          'Boots, slope and posture move a body mark by several centimetres (an inch or more).',
        ),
      },
      'body-mark': {
        words: message('protocol.field-rules.by-a-body-mark', 'by a body mark'),
        why: message('protocol.field-rules.quick-accurate-to-about-3', 'Quick; accurate to about 3 cm (1.2 in).'),
      },
    },
  },
};
