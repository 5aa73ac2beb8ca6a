import type { StemsRule } from '../several-stems.ts';

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
      rounding: 'down-to-class',
      severalStems: 'root-sum-of-squares',
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
    },
  },
};

/** A way to decide, with the sentence that says why. */
export interface Choice {
  readonly words: string;
  readonly why: string;
}

/** Every decision with its choices. The breast height is a number and several stems have `STEMS_RULES`. */
export const DECISIONS: {
  readonly [K in Exclude<keyof FieldRules, 'breastHeightM' | 'severalStems'>]: {
    readonly label: string;
    readonly choices: Readonly<Record<FieldRules[K], Choice>>;
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
    label: 'A fork between 0.3 m and breast height',
    choices: {
      separate: { words: 'separate stems, each at breast height', why: 'Each makes logs of its own.' },
      'one-below-fork': {
        words: 'one stem, below the fork, as near breast height as the swelling allows, not under 0.3 m',
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
        why: 'Ivy of two fingers adds 4 cm to a diameter.',
      },
      'removed-if-possible': { words: 'removed if possible, noted if not', why: 'The next visit needs to know.' },
      'pulled-tight': { words: 'tape pulled tight, noted, no deduction', why: 'A guess is worse than a note.' },
      'passed-under': { words: 'tape passed under the climber', why: 'Only wood counts.' },
    },
  },
  rounding: {
    label: 'Rounding',
    choices: {
      'down-to-class': { words: 'down to the class', why: 'Conservative: never more wood than there is.' },
      'to-graduation': { words: 'to the graduation of the instrument', why: 'Growth shows in millimetres.' },
      'girth-up': { words: 'girth up to the next unit', why: 'One rule for all hands.' },
    },
  },
};
