import { convert, lengthWords, printAsRead, printRounded, thicknessWords, type UnitSystem } from '../../units/index.ts';
import { combineStems, STEMS_RULES, type StemsRule } from '../../diameter/index.ts';
import { breastHeightWords } from './breast-height.ts';
import { classWidth } from './classes.ts';
import { type ChosenRule, DECISIONS, type FieldRules } from './field-rules.ts';
import { message, type Text, joined } from '../../message/index.ts';

/** The tree that the size of an effect is worked out for. */
export interface TypicalTree {
  readonly dbhCm: number;
  readonly slopePct: number;
  /** How fast the stem thins near breast height, in cm of diameter per m of height. */
  readonly taperCmPerM: number;
}

/** Stands for a survey that has no trees yet; the taper stands for every survey, and is stated with each effect. */
export const USUAL_TREE: TypicalTree = { dbhCm: 30, slopePct: 20, taperCmPerM: 1 };

/** What a choice does to one tree, against the plain case: an upright round stem taped at 1.30 m from uphill. */
export interface Effect {
  readonly dbhChangeCm: number;
  /** Change of basal area as a share of what the tree has. */
  readonly basalAreaChange: number;
}

/** What the trees are like that the effects of a decision are worked out for. Constants of this project. */
const CASE = {
  leanDeg: 10,
  bulge: { fromM: 1.1, toM: 1.5 },
  butt: { endsM: 1.6, addsAtGround: 0.2 },
  crotchM: 0.8,
  crotchSwellingM: 0.15,
  ivyCm: 2,
  faces: [0.97, 1.03],
  /** Two stems whose areas add up to the tree's. */
  stems: [0.8, 0.6],
  bodyMarkSpreadM: 0.03,
} as const;

const basalAreaChange = (dbhCm: number, changeCm: number): number => ((dbhCm + changeCm) / dbhCm) ** 2 - 1;

/** Moving the point up by so much makes the diameter smaller by the taper. */
const movedUp = (byM: number, { taperCmPerM }: TypicalTree): number => -byM * taperCmPerM;

type ChoiceOf<K extends ChosenRule> = FieldRules[K];

const CHANGES: {
  readonly [K in ChosenRule]: (choice: ChoiceOf<K>, tree: TypicalTree, rules: FieldRules, system: UnitSystem) => number;
} = {
  slope: (choice, tree) => (choice === 'uphill' ? 0 : movedUp(-(tree.dbhCm / 200) * (tree.slopePct / 100), tree)),
  // The underside meets the ground half a stem times tan of the lean farther up the stem than the axis does.
  lean: (choice, tree) =>
    choice === 'along' ? 0 : movedUp((tree.dbhCm / 200) * Math.tan((CASE.leanDeg * Math.PI) / 180), tree),
  obstacle: (choice, tree, { breastHeightM }) => {
    const above = CASE.bulge.toM - breastHeightM;
    const below = CASE.bulge.fromM - breastHeightM;
    return movedUp(choice === 'narrowest-below' ? below : above, tree);
  },
  swollenButt: (choice, tree, { breastHeightM }) => {
    const swollen = tree.dbhCm * CASE.butt.addsAtGround * Math.max(0, 1 - breastHeightM / CASE.butt.endsM);
    return choice === 'above-swelling' ? movedUp(CASE.butt.endsM + 0.45 - breastHeightM, tree) : swollen;
  },
  forkAtGround: (choice, tree, { severalStems }) =>
    choice === 'one-pith-one-tree' && severalStems !== 'kept-apart'
      ? (combineStems(
          CASE.stems.map((share) => share * tree.dbhCm),
          severalStems,
        ).diametersCm[0] ?? tree.dbhCm) - tree.dbhCm
      : 0,
  forkBelowBreastHeight: (choice, tree, { breastHeightM }) =>
    choice === 'separate' ? 0 : movedUp(CASE.crotchM - CASE.crotchSwellingM - breastHeightM, tree),
  climber: (choice) => (choice === 'pulled-tight' ? CASE.ivyCm : 0),
  rounding: (choice, _tree, { classes }, system) => {
    const { width, unit } = classWidth(classes.width);
    if (choice === 'down-to-class') return -convert(width, unit, 'cm') / 2;
    return choice === 'girth-up' ? convert(0.5, system === 'metric' ? 'cm' : 'in', 'cm') / Math.PI : 0;
  },
  twoFaces: (choice, { dbhCm }) => {
    const [thin, thick] = CASE.faces;
    const round = Math.sqrt(thin * thick);
    const mean = { arithmetic: (thin + thick) / 2, geometric: round, quadratic: Math.hypot(thin, thick) / Math.SQRT2 };
    return dbhCm * (mean[choice] / round - 1);
  },
  pointBy: (choice, tree) => (choice === 'measured' ? 0 : movedUp(-CASE.bodyMarkSpreadM, tree)),
};

/** What the effects of a decision are worked out for, beside the typical tree. */
const GIVEN: Readonly<Record<ChosenRule, (tree: TypicalTree, system: UnitSystem) => Text>> = {
  slope: ({ slopePct }) =>
    message('protocol.on-a-slope-of-compared', 'on a slope of {slopePct} %, compared with the uphill side', {
      slopePct: printRounded(slopePct, 0),
    }),
  lean: () =>
    message(
      'protocol.lean-of-compared-with-measuring',
      'lean of {leanDeg}°, compared with measuring along the middle of the stem',
      { leanDeg: CASE.leanDeg },
    ),
  obstacle: (_tree, system) =>
    message('protocol.with-a-bulge-from-to', 'with a bulge from {fromM} to {toM}, compared with the stem without it', {
      fromM: lengthWords(CASE.bulge.fromM, system),
      toM: lengthWords(CASE.bulge.toM, system),
    }),
  swollenButt: (_tree, system) =>
    message(
      'protocol.with-a-butt-thicker-at',
      'with a butt {addsAtGround} % thicker at the ground and swollen up to {endsM}, compared with the stem without swelling',
      { addsAtGround: CASE.butt.addsAtGround * 100, endsM: lengthWords(CASE.butt.endsM, system) },
    ),
  forkAtGround: () =>
    message('protocol.with-two-stems-of-the', 'with two stems of the same total basal area, ratio 4 : 3'),
  forkBelowBreastHeight: (_tree, system) =>
    message('protocol.fork-at-compared-with-both', 'fork at {crotchM}, compared with both stems at breast height', {
      crotchM: lengthWords(CASE.crotchM, system),
    }),
  climber: (_tree, system) =>
    message('protocol.with-ivy-deep-all-round', 'with ivy {ivyCm} deep all round, half of it compressed', {
      ivyCm: thicknessWords(CASE.ivyCm, system),
    }),
  rounding: () => message('protocol.mean-of-many-trees', 'mean of many trees'),
  twoFaces: () =>
    message(
      'protocol.diameters-differing-by-6-compared',
      'diameters differing by 6 %, compared with the circle of the same area',
    ),
  pointBy: (_tree, system) =>
    message('protocol.body-mark-too-low', 'body mark {bodyMarkSpreadM} too low', {
      bodyMarkSpreadM: thicknessWords(CASE.bodyMarkSpreadM * 100, system),
    }),
};

/** What a choice does to the survey's typical tree. */
export function choiceEffect<K extends ChosenRule>(
  rule: K,
  choice: FieldRules[K],
  tree: TypicalTree,
  rules: FieldRules,
  system: UnitSystem,
): Effect {
  const dbhChangeCm = CHANGES[rule](choice, tree, rules, system);
  return { dbhChangeCm, basalAreaChange: basalAreaChange(tree.dbhCm, dbhChangeCm) };
}

/** For which tree the effects of a decision hold: `30 cm thick, thinning by 1 cm a metre, on a slope of 20 % …`. */
export const effectCase = (rule: ChosenRule, tree: TypicalTree, system: UnitSystem): Text =>
  joined([typicalWords(tree, system), GIVEN[rule](tree, system)], ', ');

/** The typical tree in words. */
export function typicalWords({ dbhCm, taperCmPerM }: TypicalTree, system: UnitSystem): Text {
  const unit = system === 'metric' ? 'cm' : 'in';
  const thick = printRounded(convert(dbhCm, 'cm', unit), 0);
  const thins =
    system === 'metric'
      ? message('protocol.cm-per-m', '{taperCmPerM} cm per m', { taperCmPerM: printAsRead(taperCmPerM) })
      : message('protocol.in-per-ft', '{taperCmPerM} in per ft', {
          taperCmPerM: printRounded(convert(taperCmPerM, 'cm', 'in') * convert(1, 'ft', 'm'), 2),
        });
  return message('protocol.a-stem-of-with-a', 'a stem of {thick} {unit} with a taper of {thins}', {
    thick,
    unit,
    thins,
  });
}

/** What another breast height does to the typical tree. */
export function breastHeightEffect(fromM: number, toM: number, tree: TypicalTree): Effect {
  const dbhChangeCm = movedUp(toM - fromM, tree);
  return { dbhChangeCm, basalAreaChange: basalAreaChange(tree.dbhCm, dbhChangeCm) };
}

/** What a rule for several stems does to the typical tree, parted into two stems of the same basal area. */
export function severalStemsEffect(rule: StemsRule, { dbhCm }: TypicalTree): Effect {
  const combined = combineStems(
    CASE.stems.map((share) => share * dbhCm),
    rule,
  );
  const [only] = combined.diametersCm;
  return {
    dbhChangeCm: combined.diametersCm.length === 1 && only !== undefined ? only - dbhCm : 0,
    basalAreaChange: combined.basalAreaChange,
  };
}

/** An effect in words: `+0.1 cm, basal area +0.5 %`; `no change` where there is none. */
export function effectWords({ dbhChangeCm, basalAreaChange: area }: Effect, system: UnitSystem): Text {
  const unit = system === 'metric' ? 'cm' : 'in';
  const change = convert(dbhChangeCm, 'cm', unit);
  const signed = (value: number, decimals: number) => `${value > 0 ? '+' : ''}${printRounded(value, decimals)}`;
  if (Math.abs(change) < 0.005 && Math.abs(area) < 0.0005) return message('protocol.no-change', 'no change');
  const dbh =
    Math.abs(change) < 0.005
      ? message('protocol.dbh-unchanged', 'dbh unchanged')
      : message('protocol.dbh-change', 'dbh {change} {unit}', { change: signed(change, 2), unit });
  return message('protocol.basal-area', '{dbh}, basal area {area} %', { dbh, area: signed(area * 100, 1) });
}

/** How a rule reads: label and the words of the choice taken, in the order of the rule book. */
export function ruleBook(
  rules: FieldRules,
  system: UnitSystem,
): readonly { readonly key: keyof FieldRules; readonly label: Text; readonly words: Text; readonly why: Text }[] {
  const chosen = (key: ChosenRule) => {
    const { label, choices } = DECISIONS[key];
    const { words, why } = (choices as Record<string, { readonly words: string; readonly why: string }>)[
      rules[key]
    ] ?? {
      words: rules[key],
      why: '',
    };
    return { key, label, words, why };
  };
  const { width, unit } = classWidth(rules.classes.width);
  const own = system === 'metric' ? 'cm' : 'in';
  // A figure that is still to be typed stands as dots.
  const figure = (value: number, decimals: number, symbol: string) =>
    `${Number.isFinite(value) ? printAsRead(Number(value.toFixed(decimals))) : '…'} ${symbol}`;
  const limit = (cm: number) => figure(convert(cm, 'cm', own), 1, own);
  const lengthUnit = system === 'metric' ? 'm' : 'ft';
  const pieceLength = (m: number) => figure(convert(m, 'm', lengthUnit), 2, lengthUnit);
  const stems = STEMS_RULES[rules.severalStems];
  return [
    {
      key: 'breastHeightM',
      label: message('protocol.breast-height', 'Breast height'),
      words: message('protocol.above-the-ground', '{breastHeightM} above the ground', {
        breastHeightM: breastHeightWords(rules.breastHeightM),
      }),
      why: message('protocol.diameters-are-comparable-at-one', 'Diameters are comparable at one height only.'),
    },
    chosen('pointBy'),
    chosen('slope'),
    chosen('lean'),
    chosen('obstacle'),
    chosen('swollenButt'),
    chosen('forkAtGround'),
    chosen('forkBelowBreastHeight'),
    {
      key: 'severalStems',
      label: message('protocol.combination-of-several-stems', 'Combination of several stems'),
      words: stems.name,
      why: stems.why,
    },
    chosen('climber'),
    chosen('twoFaces'),
    chosen('rounding'),
    {
      key: 'classes',
      label: message('protocol.dbh-classes', 'Dbh classes'),
      words: message(
        'protocol.classes-of',
        '{place, select, down {{width} {unit}, named by the lower limit} other {{width} {unit}, named by the midpoint}}',
        { width: printAsRead(width), unit, place: rules.classes.place },
      ),
      why: message('protocol.a-stem-on-the-limit', 'A stem on the limit belongs to the upper class.'),
    },
    {
      key: 'products',
      label: message('protocol.products', 'Products'),
      words:
        rules.products.length === 0
          ? message('protocol.none', 'none')
          : joined(
              rules.products.map(({ name, fromCm, piece }) =>
                piece === undefined
                  ? message('protocol.product-from', '{name} from {limit}', { name, limit: limit(fromCm) })
                  : message('protocol.product-from-with-piece', '{name} from {limit} with {length} to a {top} top', {
                      name,
                      limit: limit(fromCm),
                      length: pieceLength(piece.lengthM),
                      top: limit(piece.topCm),
                    }),
              ),
              ', ',
            ),
      why: message(
        'protocol.by-dbh-and-piece',
        'By dbh over bark; a piece from the stump to a top under bark, where one is asked for.',
      ),
    },
    {
      key: 'smallestDbhCm',
      label: message('protocol.smallest-dbh', 'Smallest dbh'),
      words: rules.smallestDbhCm === 0 ? message('protocol.every-stem', 'every stem') : limit(rules.smallestDbhCm),
      why: message('protocol.a-warning-appears-for-thinner', 'A warning appears for thinner stems.'),
    },
  ];
}
