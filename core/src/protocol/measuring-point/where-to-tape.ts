import { lengthWords, type UnitSystem } from '../../units/index.ts';
import { DECISIONS, type FieldRules } from '../field-rules/field-rules.ts';
import { MOST_SEPARATE_STEMS } from '../../diameter/index.ts';
import { FROM_NAMES } from './point-names.ts';
import type { TapedTree } from './taped-tree.ts';
import { message, type Text } from '../../message/index.ts';

/** Below this the trunks count as parted at the ground: 0.3 m (1 ft). */
export const FORK_AT_GROUND_M = 0.3;
/** How far above the end of a swollen butt the stem has its own shape: 0.45 m (1.5 ft). */
export const ABOVE_SWELLING_M = 0.45;
/** How far below a crotch its swelling reaches, where nobody has looked. */
export const CROTCH_SWELLING_M = 0.15;
/** The lean from which the stem, and not the ground, says where one measures along. */
export const LEANING_FROM_DEG = 5;

/** Where the tape lies on a stem. */
export type TapePoint =
  | { readonly kind: 'at'; readonly heightM: number }
  /** Looked for with the tape between two heights. */
  | { readonly kind: 'narrowest'; readonly fromM: number; readonly toM: number };

export interface TapeAnswer {
  readonly point: TapePoint;
  /** From where the height is measured up. */
  readonly from: 'level ground' | 'uphill side' | 'middle of the slope' | 'underside of the lean' | 'along the lean';
  /** Always: a tape that slants reads too much. */
  readonly plane: 'square to the stem';
  /** How many stems are taped and kept; 0 where there is none at breast height. */
  readonly stems: number;
  /** Whether the stems count as one tree or as trees of their own. */
  readonly counts: 'one tree' | 'separate stems' | 'separate trees';
  /** The sentences to follow, in the order of the act. */
  readonly sentences: readonly Text[];
  /** What goes on the record beside the diameter. */
  readonly recorded: readonly Text[];
}

function fromWhere({ ground, leanDeg }: TapedTree, rules: FieldRules): TapeAnswer['from'] {
  if (leanDeg >= LEANING_FROM_DEG) return rules.lean === 'underside' ? 'underside of the lean' : 'along the lean';
  if (ground.slopePct <= 0) return 'level ground';
  return rules.slope === 'uphill' ? 'uphill side' : 'middle of the slope';
}

interface Stems {
  readonly count: number;
  readonly counts: TapeAnswer['counts'];
  /** The fork that the tape has to stay below; null where it does not matter. */
  readonly belowM: number | null;
  readonly words: readonly Text[];
}

function stemsOf({ trunks }: TapedTree, rules: FieldRules): Stems {
  const one: Stems = { count: 1, counts: 'one tree', belowM: null, words: [] };
  if (trunks.kind === 'grown-together') {
    return {
      count: 2,
      counts: 'separate trees',
      belowM: null,
      words: [
        message(
          'protocol.two-trees-have-grown-together',
          'Two trees have grown together: measure each where it stands free; if neither does, record this and do not measure them as one.',
        ),
      ],
    };
  }
  if (trunks.kind !== 'fork') return one;
  const { crotchM, stems, onePith } = trunks;
  if (crotchM >= rules.breastHeightM)
    return {
      ...one,
      words: [
        message(
          'protocol.the-fork-is-above-breast',
          'The fork is above breast height: one stem, below the swelling of the fork.',
        ),
      ],
    };
  if (crotchM < FORK_AT_GROUND_M) {
    const { words } = DECISIONS.forkAtGround.choices[rules.forkAtGround];
    const said = [
      message('protocol.the-trunks-divide-below-0', 'The trunks divide below 0.3 m (1 ft): {words}.', { words }),
    ];
    switch (rules.forkAtGround) {
      case 'separate':
        return {
          count: stems,
          counts: 'separate stems',
          belowM: null,
          words: said,
        };
      case 'separate-up-to-six':
        return {
          count: Math.min(MOST_SEPARATE_STEMS, stems),
          counts: 'separate stems',
          belowM: null,
          words: said,
        };
      case 'each-on-its-own':
        return {
          count: stems,
          counts: 'separate trees',
          belowM: null,
          words: said,
        };
      case 'one-pith-one-tree':
        return onePith === true
          ? {
              ...one,
              words: [
                ...said,
                message(
                  'protocol.a-single-pith-measure-the',
                  'A single pith: measure the largest stem; it represents the tree.',
                ),
              ],
            }
          : { count: stems, counts: 'separate trees', belowM: null, words: said };
    }
  }
  const { words } = DECISIONS.forkBelowBreastHeight.choices[rules.forkBelowBreastHeight];
  const said = [
    message('protocol.the-fork-is-between-0', 'The fork is between 0.3 m (1 ft) and breast height: {words}.', {
      words,
    }),
  ];
  return rules.forkBelowBreastHeight === 'separate'
    ? { count: stems, counts: 'separate stems', belowM: null, words: said }
    : { ...one, belowM: crotchM, words: said };
}

const narrowest = (toM: number): TapePoint => ({ kind: 'narrowest', fromM: Math.min(FORK_AT_GROUND_M, toM), toM });

/** Keeps the tape below a fork. */
function belowFork(crotchM: number, rules: FieldRules): TapePoint {
  if (rules.forkBelowBreastHeight === 'one-narrowest-below-fork') return narrowest(crotchM);
  return { kind: 'at', heightM: Math.max(FORK_AT_GROUND_M, crotchM - CROTCH_SWELLING_M) };
}

function pointOf(
  tree: TapedTree,
  rules: FieldRules,
  stems: Stems,
): { readonly point: TapePoint; readonly words: readonly Text[] } {
  const { swelling } = tree;
  const breast = rules.breastHeightM;
  if (stems.belowM !== null) return { point: belowFork(stems.belowM, rules), words: [] };
  if (swelling.kind === 'butt' && swelling.endsM >= breast) {
    const words = [
      message('protocol.the-swollen-butt-reaches-breast', 'The swollen butt reaches breast height: {words}.', {
        words: DECISIONS.swollenButt.choices[rules.swollenButt].words,
      }),
    ];
    if (rules.swollenButt === 'above-swelling')
      return { point: { kind: 'at', heightM: swelling.endsM + ABOVE_SWELLING_M }, words };
    if (rules.swollenButt === 'narrowest-below') return { point: narrowest(breast), words };
    return { point: { kind: 'at', heightM: breast }, words };
  }
  const inTheWay =
    (swelling.kind === 'bulge' || swelling.kind === 'scar' || swelling.kind === 'branch') &&
    swelling.fromM <= breast &&
    swelling.toM >= breast;
  if (inTheWay) {
    const words = [
      message(
        'protocol.branch-at-breast-height',
        '{kind, select, bulge {Bulge at breast height: {words}.} scar {Scar at breast height: {words}.} other {Branch at breast height: {words}.}}',
        { kind: swelling.kind, words: DECISIONS.obstacle.choices[rules.obstacle].words },
      ),
    ];
    if (rules.obstacle === 'narrowest-below') return { point: narrowest(breast), words };
    const below = rules.obstacle === 'above-or-below' && swelling.aboveIsWorse === true;
    return { point: { kind: 'at', heightM: below ? swelling.fromM : swelling.toM }, words };
  }
  return { point: { kind: 'at', heightM: breast }, words: [] };
}

const FROM_WORDS: Record<TapeAnswer['from'], Text> = {
  'level ground': message('protocol.where-to-tape.measure-up-from-the-ground', 'Measure up from the ground'),
  'uphill side': message(
    'protocol.where-to-tape.stand-uphill-of-the-stem',
    'Stand uphill of the stem and measure up from the ground there',
  ),
  'middle of the slope': message(
    'protocol.where-to-tape.measure-up-from-the-middle',
    'Measure up from the middle between the uphill and the downhill side',
  ),
  'underside of the lean': message(
    'protocol.where-to-tape.measure-along-the-underside-of',
    'Measure along the underside of the lean',
  ),
  'along the lean': message('protocol.where-to-tape.measure-along-the-stem-as', 'Measure along the stem as it leans'),
};

const LEAN_ON_SLOPE = {
  underside: message('protocol.where-to-tape.underside', 'measure parallel to the underside of the lean'),
  along: message('protocol.where-to-tape.along', 'measure along the stem as it leans'),
} as const;
const GROUND_ON_SLOPE = {
  uphill: message('protocol.where-to-tape.uphill', 'on the uphill side of the stem'),
  middle: message('protocol.where-to-tape.middle', 'in the middle of the slope'),
} as const;

/** From where breast height is measured. On a slope a lean says which way, and the slope rule on which side the ground counts. */
function fromWords(from: TapeAnswer['from'], { ground, leanDeg }: TapedTree, rules: FieldRules): Text {
  return leanDeg >= LEANING_FROM_DEG && ground.slopePct > 0
    ? message('protocol.use-the-ground-and', 'Use the ground {groundOnSlope} and {leanOnSlope}', {
        groundOnSlope: GROUND_ON_SLOPE[rules.slope],
        leanOnSlope: LEAN_ON_SLOPE[rules.lean],
      })
    : FROM_WORDS[from];
}

/**
 * Where the tape goes on a tree under a survey's field rules: the point, from which side, in which plane, on how many
 * stems, in the sentences to follow, and what gets recorded.
 *
 * @param tree as found; heights in m, slope in percent, lean in degrees from the vertical
 * @param system units of the sentences
 */
export function whereToTape(tree: TapedTree, rules: FieldRules, system: UnitSystem = 'metric'): TapeAnswer {
  const metres = (value: number): string => lengthWords(value, system);
  const from = fromWhere(tree, rules);
  const stems = stemsOf(tree, rules);
  const { point, words } = pointOf(tree, rules, stems);
  const { ground, swelling, trunks } = tree;
  const sentences = [
    ground.snowM !== undefined && ground.snowM > 0
      ? message(
          'protocol.dig-down-to-the-ground',
          'Dig down to the ground, or measure the snow: it is {snowM} deep, so the tape goes that much lower above the snow.',
          { snowM: metres(ground.snowM) },
        )
      : '',
    ...stems.words,
    point.kind === 'at'
      ? message('protocol.from-to-height', '{from} to {height}.', {
          from: fromWords(from, tree, rules),
          height: metres(point.heightM),
        })
      : message('protocol.from-only', '{from}.', { from: fromWords(from, tree, rules) }),
    ...words,
    point.kind === 'narrowest'
      ? message(
          'protocol.slide-the-tape-between-and',
          'Slide the tape between {fromM} and {toM} and keep the smallest reading.',
          { fromM: metres(point.fromM), toM: metres(point.toM) },
        )
      : '',
    swelling.kind === 'climber'
      ? message('protocol.climber', 'Climber: {words}.', { words: DECISIONS.climber.choices[rules.climber].words })
      : '',
    message('protocol.hold-the-tape-square-to', 'Hold the tape square to the stem, not parallel to the ground.'),
  ].filter((sentence) => sentence !== '');
  const broken = trunks.kind === 'broken';
  const gone = broken && trunks.breakM < rules.breastHeightM;
  return {
    point,
    from,
    plane: 'square to the stem',
    stems: gone ? 0 : stems.count,
    counts: stems.counts,
    sentences: gone
      ? [
          message(
            'protocol.the-stem-is-broken-at',
            'The stem is broken at {breakM}, below breast height: there is no dbh. Record the height of the break.',
            { breakM: metres(trunks.breakM) },
          ),
        ]
      : sentences,
    recorded: [
      message('protocol.height-of-the-measuring-point', 'height of the measuring point'),
      message('protocol.measured-from', 'measured from: {from}', { from: FROM_NAMES[from] }),
      stems.count > 1 ? message('protocol.every-stem-with-its-measuring', 'every stem with its measuring height') : '',
      swelling.kind === 'none'
        ? ''
        : message(
            'protocol.reason',
            '{kind, select, butt {reason: swollen butt} bulge {reason: bulge} scar {reason: scar} branch {reason: branch} other {reason: climber}}',
            { kind: swelling.kind },
          ),
      broken ? message('protocol.broken-with-the-height-of', 'broken, with the height of the break') : '',
      ground.snowM !== undefined && ground.snowM > 0 ? message('protocol.snow-depth', 'snow depth') : '',
    ].filter((words) => words !== ''),
  };
}

/** How two schools differ on a slope: how far apart their points are and what that does to the dbh. */
export interface SlopeSchools {
  readonly apartM: number;
  /** What the point from the middle of the slope shows more than the one from uphill. */
  readonly dbhDifferenceCm: number;
}

/**
 * The points from the uphill side and from the middle of the slope lie half a stem times the slope apart.
 *
 * @param taperCmPerM how fast the stem thins near breast height, cm of diameter per m of height
 * @example slopeSchools({ dbhCm: 60, slopePct: 40, taperCmPerM: 1.5 }).apartM // 0.12
 */
export function slopeSchools(given: {
  readonly dbhCm: number;
  readonly slopePct: number;
  readonly taperCmPerM: number;
}): SlopeSchools {
  const apartM = ((given.dbhCm / 200) * given.slopePct) / 100;
  return { apartM, dbhDifferenceCm: apartM * given.taperCmPerM };
}
