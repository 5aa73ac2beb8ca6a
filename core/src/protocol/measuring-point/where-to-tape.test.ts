import { describe, expect, it } from 'vitest';
import { STEMS_RULES } from '../../diameter/index.ts';
import { DECISIONS, type FieldRules, RULE_SETS, type RuleSetId, rulesOfSet } from '../field-rules/field-rules.ts';
import type { TapedTree } from './taped-tree.ts';
import { slopeSchools, type TapeAnswer, whereToTape } from './where-to-tape.ts';
import { inEnglish } from '../../testing/english.ts';

const SETS = Object.keys(RULE_SETS) as RuleSetId[];
const FROM: Record<TapeAnswer['from'], string> = {
  'level ground': 'level',
  'uphill side': 'uphill',
  'middle of the slope': 'middle',
  'underside of the lean': 'underside',
  'along the lean': 'along',
};
const COUNTS: Record<TapeAnswer['counts'], string> = {
  'one tree': '',
  'separate stems': ' stems',
  'separate trees': ' trees',
};

/** `2 stems @1.30 uphill`, `1 narrowest 0.30-0.80 middle`. */
const short = ({ stems, counts, point, from }: TapeAnswer): string => {
  const place =
    point.kind === 'at'
      ? `@${point.heightM.toFixed(2)}`
      : `narrowest ${point.fromM.toFixed(2)}-${point.toM.toFixed(2)}`;
  return `${stems}${COUNTS[counts]} ${place} ${FROM[from]}`;
};

const tree = (over: Partial<TapedTree> = {}): TapedTree => ({
  ground: { slopePct: 0 },
  leanDeg: 0,
  trunks: { kind: 'one' },
  swelling: { kind: 'none' },
  ...over,
});
const slope = (slopePct: number) => ({ ground: { slopePct } });
const lump = (kind: 'bulge' | 'scar' | 'branch', fromM: number, toM: number, aboveIsWorse = false) => ({
  swelling: { kind, fromM, toM, aboveIsWorse },
});
const butt = (endsM: number) => ({ swelling: { kind: 'butt', endsM } as const });
const fork = (crotchM: number, stems = 2, onePith?: boolean) => ({
  trunks: { kind: 'fork', crotchM, stems, ...(onePith === undefined ? {} : { onePith }) } as const,
});
const broken = (breakM: number) => ({ trunks: { kind: 'broken', breakM } as const });
const together = { trunks: { kind: 'grown-together' } as const };
const climber = { swelling: { kind: 'climber' } as const };

/** The rule book: a tree as found, and what the timber, urban, street and record sets make of it. */
const BOOK: readonly (readonly [string, Partial<TapedTree>, string, string, string, string])[] = [
  ['upright on level ground', {}, '1 @1.30 level', '1 @1.37 level', '1 @1.37 level', '1 @1.37 level'],
  [
    'a bulge from 1.2 to 1.5 m',
    lump('bulge', 1.2, 1.5),
    '1 @1.50 level',
    '1 @1.50 level',
    '1 narrowest 0.30-1.37 level',
    '1 narrowest 0.30-1.37 level',
  ],
  [
    'a scar, worse above',
    lump('scar', 1.25, 1.45, true),
    '1 @1.45 level',
    '1 @1.25 level',
    '1 narrowest 0.30-1.37 level',
    '1 narrowest 0.30-1.37 level',
  ],
  [
    'a branch exactly there',
    lump('branch', 1.3, 1.4),
    '1 @1.40 level',
    '1 @1.40 level',
    '1 narrowest 0.30-1.37 level',
    '1 narrowest 0.30-1.37 level',
  ],
  ['a bulge well below', lump('bulge', 0.6, 1), '1 @1.30 level', '1 @1.37 level', '1 @1.37 level', '1 @1.37 level'],
  [
    'a bulge between 1.30 and 1.37 m',
    lump('bulge', 1.32, 1.5),
    '1 @1.30 level',
    '1 @1.50 level',
    '1 narrowest 0.30-1.37 level',
    '1 narrowest 0.30-1.37 level',
  ],
  ['a bulge well above', lump('bulge', 1.6, 2), '1 @1.30 level', '1 @1.37 level', '1 @1.37 level', '1 @1.37 level'],
  ['a butt swollen to 0.8 m', butt(0.8), '1 @1.30 level', '1 @1.37 level', '1 @1.37 level', '1 @1.37 level'],
  [
    'a butt swollen to 1.6 m',
    butt(1.6),
    '1 @2.05 level',
    '1 @2.05 level',
    '1 narrowest 0.30-1.37 level',
    '1 @1.37 level',
  ],
  ['a butt swollen to 3 m', butt(3), '1 @3.45 level', '1 @3.45 level', '1 narrowest 0.30-1.37 level', '1 @1.37 level'],
  ['a butt swollen just to 1.30 m', butt(1.3), '1 @1.75 level', '1 @1.37 level', '1 @1.37 level', '1 @1.37 level'],
  ['ivy', climber, '1 @1.30 level', '1 @1.37 level', '1 @1.37 level', '1 @1.37 level'],
  [
    'two trunks from 0.1 m',
    fork(0.1),
    '2 stems @1.30 level',
    '2 stems @1.37 level',
    '2 trees @1.37 level',
    '2 trees @1.37 level',
  ],
  [
    'two trunks from one pith',
    fork(0.1, 2, true),
    '2 stems @1.30 level',
    '2 stems @1.37 level',
    '2 trees @1.37 level',
    '1 @1.37 level',
  ],
  [
    'two trunks from two piths',
    fork(0.1, 2, false),
    '2 stems @1.30 level',
    '2 stems @1.37 level',
    '2 trees @1.37 level',
    '2 trees @1.37 level',
  ],
  [
    'coppice of four',
    fork(0, 4),
    '4 stems @1.30 level',
    '4 stems @1.37 level',
    '4 trees @1.37 level',
    '4 trees @1.37 level',
  ],
  [
    'coppice of nine',
    fork(0, 9),
    '9 stems @1.30 level',
    '6 stems @1.37 level',
    '9 trees @1.37 level',
    '9 trees @1.37 level',
  ],
  [
    'a fork at 0.29 m',
    fork(0.29),
    '2 stems @1.30 level',
    '2 stems @1.37 level',
    '2 trees @1.37 level',
    '2 trees @1.37 level',
  ],
  [
    'a fork at 0.30 m',
    fork(0.3),
    '2 stems @1.30 level',
    '1 @0.30 level',
    '1 narrowest 0.30-0.30 level',
    '1 narrowest 0.30-0.30 level',
  ],
  [
    'a fork at 0.8 m',
    fork(0.8),
    '2 stems @1.30 level',
    '1 @0.65 level',
    '1 narrowest 0.30-0.80 level',
    '1 narrowest 0.30-0.80 level',
  ],
  [
    'a fork at 1.2 m',
    fork(1.2),
    '2 stems @1.30 level',
    '1 @1.05 level',
    '1 narrowest 0.30-1.20 level',
    '1 narrowest 0.30-1.20 level',
  ],
  [
    'three trunks from 1.1 m',
    fork(1.1, 3),
    '3 stems @1.30 level',
    '1 @0.95 level',
    '1 narrowest 0.30-1.10 level',
    '1 narrowest 0.30-1.10 level',
  ],
  [
    'a fork at 1.30 m',
    fork(1.3),
    '1 @1.30 level',
    '1 @1.15 level',
    '1 narrowest 0.30-1.30 level',
    '1 narrowest 0.30-1.30 level',
  ],
  ['a fork at 1.5 m', fork(1.5), '1 @1.30 level', '1 @1.37 level', '1 @1.37 level', '1 @1.37 level'],
  ['a fork at 2.5 m', fork(2.5), '1 @1.30 level', '1 @1.37 level', '1 @1.37 level', '1 @1.37 level'],
  ['a slope of 10 %', slope(10), '1 @1.30 uphill', '1 @1.37 uphill', '1 @1.37 middle', '1 @1.37 middle'],
  ['a slope of 40 %', slope(40), '1 @1.30 uphill', '1 @1.37 uphill', '1 @1.37 middle', '1 @1.37 middle'],
  [
    'a bulge on a slope',
    { ...slope(40), ...lump('bulge', 1.2, 1.5) },
    '1 @1.50 uphill',
    '1 @1.50 uphill',
    '1 narrowest 0.30-1.37 middle',
    '1 narrowest 0.30-1.37 middle',
  ],
  [
    'a fork at 0.8 m on a slope',
    { ...slope(25), ...fork(0.8) },
    '2 stems @1.30 uphill',
    '1 @0.65 uphill',
    '1 narrowest 0.30-0.80 middle',
    '1 narrowest 0.30-0.80 middle',
  ],
  [
    'a swollen butt on a steep slope',
    { ...slope(60), ...butt(1.6) },
    '1 @2.05 uphill',
    '1 @2.05 uphill',
    '1 narrowest 0.30-1.37 middle',
    '1 @1.37 middle',
  ],
  ['a lean of 15°', { leanDeg: 15 }, '1 @1.30 underside', '1 @1.37 underside', '1 @1.37 along', '1 @1.37 along'],
  [
    'a lean of 15° on a slope',
    { leanDeg: 15, ...slope(30) },
    '1 @1.30 underside',
    '1 @1.37 underside',
    '1 @1.37 along',
    '1 @1.37 along',
  ],
  ['a lean of 3°', { leanDeg: 3 }, '1 @1.30 level', '1 @1.37 level', '1 @1.37 level', '1 @1.37 level'],
  [
    'a lean of 4° on a slope',
    { leanDeg: 4, ...slope(20) },
    '1 @1.30 uphill',
    '1 @1.37 uphill',
    '1 @1.37 middle',
    '1 @1.37 middle',
  ],
  [
    'a branch on a leaning stem',
    { leanDeg: 20, ...lump('branch', 1.3, 1.4) },
    '1 @1.40 underside',
    '1 @1.40 underside',
    '1 narrowest 0.30-1.37 along',
    '1 narrowest 0.30-1.37 along',
  ],
  [
    'a leaning stem that forks at 2 m',
    { leanDeg: 30, ...fork(2) },
    '1 @1.30 underside',
    '1 @1.37 underside',
    '1 @1.37 along',
    '1 @1.37 along',
  ],
  [
    'snow of 0.4 m',
    { ground: { slopePct: 0, snowM: 0.4 } },
    '1 @1.30 level',
    '1 @1.37 level',
    '1 @1.37 level',
    '1 @1.37 level',
  ],
  [
    'snow of 0.6 m on a slope',
    { ground: { slopePct: 30, snowM: 0.6 } },
    '1 @1.30 uphill',
    '1 @1.37 uphill',
    '1 @1.37 middle',
    '1 @1.37 middle',
  ],
  [
    'two trees grown together',
    together,
    '2 trees @1.30 level',
    '2 trees @1.37 level',
    '2 trees @1.37 level',
    '2 trees @1.37 level',
  ],
  [
    'two trees grown together on a slope',
    { ...together, ...slope(20) },
    '2 trees @1.30 uphill',
    '2 trees @1.37 uphill',
    '2 trees @1.37 middle',
    '2 trees @1.37 middle',
  ],
  ['broken at 6 m', broken(6), '1 @1.30 level', '1 @1.37 level', '1 @1.37 level', '1 @1.37 level'],
  ['broken at 0.9 m', broken(0.9), '0 @1.30 level', '0 @1.37 level', '0 @1.37 level', '0 @1.37 level'],
  ['broken at 1.30 m', broken(1.3), '1 @1.30 level', '0 @1.37 level', '0 @1.37 level', '0 @1.37 level'],
  [
    'coppice of seven with ivy on a slope',
    { ...fork(0.05, 7), ...climber, ...slope(35) },
    '7 stems @1.30 uphill',
    '6 stems @1.37 uphill',
    '7 trees @1.37 middle',
    '7 trees @1.37 middle',
  ],
];

describe('the rule book', () => {
  it.each(BOOK)('%s', (_words, over, timber, urban, street, record) => {
    const answers = SETS.map((set) => whereToTape(tree(over), RULE_SETS[set].rules));
    expect(answers.map(short)).toEqual([timber, urban, street, record]);
    for (const { plane, recorded, sentences } of answers) {
      expect(plane).toBe('square to the stem');
      expect(inEnglish(recorded[0])).toBe('height of the measuring point');
      expect(sentences.length).toBeGreaterThan(0);
    }
  });

  it('says what each set does about a climber', () => {
    const words = SETS.map((set) => inEnglish(whereToTape(tree(climber), RULE_SETS[set].rules).sentences).join(' '));
    expect(words[0]).toContain('removed, or the tape passed under them');
    expect(words[1]).toContain('removed if possible, otherwise noted');
    expect(words[2]).toContain('pulled tight, noted, no deduction');
    expect(words[3]).toContain('passed under the climber');
  });

  it('takes the snow off, and records it', () => {
    const { sentences, recorded } = whereToTape(tree({ ground: { slopePct: 0, snowM: 0.4 } }), RULE_SETS.timber.rules);
    expect(inEnglish(sentences[0])).toContain('0.40 m deep');
    expect(inEnglish(recorded)).toContain('snow depth');
  });

  it('keeps every stem’s own height of measurement where there are several', () => {
    const { recorded } = whereToTape(tree(fork(0.1, 3)), RULE_SETS.urban.rules);
    expect(inEnglish(recorded)).toContain('every stem with its measuring height');
  });
});

describe('two schools on a slope', () => {
  it('lie 12 cm apart on a 60 cm stem at 40 %, worth 0.18 cm of dbh at 1.5 cm a metre', () => {
    const { apartM, dbhDifferenceCm } = slopeSchools({ dbhCm: 60, slopePct: 40, taperCmPerM: 1.5 });
    expect(apartM).toBeCloseTo(0.12, 12);
    expect(dbhDifferenceCm).toBeCloseTo(0.18, 12);
  });
});

describe('the four sets', () => {
  it('use choices that are explained, every one of them', () => {
    for (const { rules } of Object.values(RULE_SETS)) {
      for (const [key, { choices }] of Object.entries(DECISIONS)) {
        const chosen = rules[key as keyof typeof DECISIONS];
        expect((choices as Record<string, { why: string }>)[chosen]?.why, `${key} ${chosen}`).toBeTruthy();
      }
      expect(STEMS_RULES[rules.severalStems].why).toBeTruthy();
    }
  });

  it('take 4.5 ft for 1.3716 m where they mean feet, and 1.30 m in the forest', () => {
    expect(RULE_SETS.timber.rules.breastHeightM).toBe(1.3);
    expect(RULE_SETS.street.rules.breastHeightM).toBe(1.3716);
  });
});

describe('a lean on a slope', () => {
  const tree: TapedTree = {
    ground: { slopePct: 30 },
    leanDeg: 15,
    trunks: { kind: 'one' },
    swelling: { kind: 'none' },
  };
  it('says on which side the ground counts, and which way to measure from there', () => {
    const first = (rules: FieldRules, found: TapedTree = tree) => whereToTape(found, rules).sentences[0];
    expect(inEnglish(first(RULE_SETS.timber.rules))).toBe(
      'Use the ground on the uphill side of the stem and measure parallel to the underside of the lean to 1.30 m.',
    );
    expect(inEnglish(first(RULE_SETS.street.rules))).toMatch(
      /^Use the ground in the middle of the slope and measure along the stem/,
    );
    expect(inEnglish(first(RULE_SETS.timber.rules, { ...tree, ground: { slopePct: 0 } }))).toBe(
      'Measure along the underside of the lean to 1.30 m.',
    );
  });
});

describe('a guide in feet', () => {
  it('says every length in feet: 4.50 ft, and 5.25 ft for a scar that ends at 1.60 m', () => {
    const plain: TapedTree = {
      ground: { slopePct: 0, snowM: 0.3048 },
      leanDeg: 0,
      trunks: { kind: 'one' },
      swelling: { kind: 'scar', fromM: 1.2, toM: 1.6 },
    };
    const { sentences } = whereToTape(plain, rulesOfSet('timber', 'imperial'), 'imperial');
    expect(inEnglish(sentences).join(' ')).toContain('to 5.25 ft');
    expect(inEnglish(sentences).join(' ')).toContain('1.00 ft deep');
    expect(inEnglish(sentences).join(' ')).not.toMatch(/\d m\b/);
  });
});
