import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { FORM_CLASS_RULES, type FormClassRule } from '../protocol/index.ts';
import { huberM3, newtonM3, smalianM3 } from '../taper/index.ts';
import rules from './examples/log-rules.json';
import trees from './examples/tree-board-feet.json';
import { behreHeightFt, behreShare, formClassBoardFeet, formClassPct, logByLogBoardFeet } from './standing.ts';
import { boardFeetTable } from './table.ts';
import {
  cordsOf,
  cordsSolidM3,
  FT3_PER_HOPPUS_FT,
  hoppusFt,
  jasDiameterCm,
  jasM3,
  quarterGirthM3,
  STERES_PER_CORD,
} from './solid.ts';
import {
  crossoverIn,
  internationalClosedForm,
  internationalSection,
  LOG_RULES,
  overrunPct,
  ruleDoubt,
  scaledBoardFeet,
} from './rules.ts';
import type { LogRuleId } from '../protocol/index.ts';
import { inEnglish } from '../testing/english.ts';

type Inputs = Readonly<Record<string, number>>;
const FT3 = 0.3048 ** 3;
const bf = (id: LogRuleId, { D = 0, L = 0 }: Inputs): number => LOG_RULES[id].boardFeet(D, L);
const over = ({ D = 0, L = 0 }: Inputs): number => overrunPct(bf('international-1/4', { D, L }), bf('doyle', { D, L }));
const inM = (cm: number): number => cm / 100;

/** One way to work each case out, by the beginning of its name; the longest that fits is taken. */
const BY_NAME: Readonly<Record<string, (given: Inputs) => number>> = {
  doyle_int_crossover: () => crossoverIn('doyle', 'international-1/4', 16, [20, 40]) ?? NaN,
  doyle_: (given) => bf('doyle', given),
  int_quarter_general: (given) => bf('international-1/4', given),
  int_quarter_closed: ({ D = 0, L = 0 }) => internationalClosedForm(D, L as 8 | 12 | 16 | 20),
  int_quarter_4ft: ({ D = 0 }) => internationalSection(D, '1/4'),
  scribner_decimal_c: ({ D = 0, L = 0 }) => scaledBoardFeet('scribner-decimal-c', D, L) / 10,
  scribner_formula_decimalised: (given) => Math.round(bf('scribner', given) / 10),
  vermont: (given) => bf('vermont', given),
  smalian: ({ d_large = 0, d_small = 0, L = 0 }) => smalianM3(d_large, d_small, L),
  newton: ({ d_large = 0, d_mid = 0, d_small = 0, L = 0 }) => newtonM3(d_large, d_mid, d_small, L),
  huber_ft3: ({ d_mid = 0, L = 0 }) => huberM3(d_mid * 2.54, L * 0.3048) / FT3,
  hoppus_to_true: ({ girth = 0, L = 0 }) => hoppusFt(girth, L) * FT3_PER_HOPPUS_FT,
  quarter_girth: ({ girth = 0, L = 0 }) => quarterGirthM3(girth, L),
  jas_long: ({ d = 0, L = 0 }) => jasM3(d, L),
  cord_solid: ({ cords = 0, solid_per_cord = 0 }) => cordsSolidM3(cords, solid_per_cord),
  overrun_int: over,
  overrun_mill: ({ lumber_tally = 0, log_scale = 0 }) => overrunPct(lumber_tally, log_scale),
  girard: ({ dbh = 0, dib_top_first_log = 0 }) => formClassPct(dbh, dib_top_first_log),
  behre_half: ({ a = 0, b = 0, x = 0 }) => behreShare(x, { a, b }),
  behre_height: ({ dbh = 0, form_class = 0, H = 0, top_dib = 0, a = 0, b = 0 }) =>
    behreHeightFt({ dbhIn: dbh, formClass: form_class, heightFt: H }, top_dib, { a, b }),
};

const wiant = (name: string, { dbh = 0, logs16 = 0, form_class = 0 }: Inputs): number => {
  const rule: FormClassRule = name.includes('doyle')
    ? 'doyle'
    : name.includes('scribner')
      ? 'scribner'
      : 'international-1/4';
  return formClassBoardFeet(rule, { dbhIn: dbh, logs: logs16, formClass: form_class });
};

describe('published board feet and logs', () => {
  it.each([...rules, ...trees].map((example) => [example.case, example] as const))('%s', (name, example) => {
    const [key = ''] = Object.keys(BY_NAME)
      .filter((each) => name.startsWith(each))
      .sort((a, b) => b.length - a.length);
    const inputs = example.inputs as unknown as Inputs;
    const dibs = (example.inputs as { readonly dibs?: readonly number[] }).dibs;
    const found =
      dibs !== undefined
        ? logByLogBoardFeet('scribner', dibs)
        : name.startsWith('wiant')
          ? wiant(name, inputs)
          : (BY_NAME[key]?.(inputs) ?? NaN);
    expect(Math.abs(found - example.expected), String(found)).toBeLessThanOrEqual(example.tolerance);
  });
});

describe('a log of 16 ft and 14 in', () => {
  it('has 100 bf by Doyle, 122.84 by the Scribner formula, 135.5 by International 1/4', () => {
    expect(LOG_RULES.doyle.boardFeet(14, 16)).toBe(100);
    expect(LOG_RULES.scribner.boardFeet(14, 16)).toBeCloseTo(122.84, 9);
    // 0.796 × 196 − 1.375 × 14 − 1.23 as printed; without its rounding 0.03 more
    expect(internationalClosedForm(14, 16)).toBeCloseTo(135.536, 9);
    expect(LOG_RULES['international-1/4'].boardFeet(14, 16)).toBeCloseTo(135.5695, 3);
    expect(scaledBoardFeet('international-1/4', 14, 16)).toBe(135);
    expect(scaledBoardFeet('scribner-decimal-c', 14, 16)).toBe(110);
  });

  it('goes on above the table of Decimal C by the formula: (0.79 × 34² − 2 × 34 − 4) × 16 ÷ 16 = 841', () => {
    expect(LOG_RULES['scribner-decimal-c'].boardFeet(34, 16)).toBeCloseTo(841.24, 9);
    expect(scaledBoardFeet('scribner-decimal-c', 34, 16)).toBe(840);
    expect(scaledBoardFeet('scribner-decimal-c', 30, 16)).toBe(660);
  });

  it('has the table of 16-ft logs by Decimal C, in tens from 12 in on', () => {
    const tens = [8, 10, 11, 14, 16, 18, 21, 24, 28];
    expect(tens.map((_, i) => scaledBoardFeet('scribner-decimal-c', 12 + i, 16) / 10)).toEqual(tens);
  });
});

describe('every board-foot rule', () => {
  const ids = Object.keys(LOG_RULES) as LogRuleId[];

  it.each(ids)('%s never gives less for a thicker or a longer log, and never less than nothing', (id) => {
    const { boardFeet } = LOG_RULES[id];
    fc.assert(
      fc.property(
        fc.double({ min: 0, max: 60, noNaN: true }),
        fc.double({ min: 0, max: 3, noNaN: true }),
        fc.integer({ min: 8, max: 30 }),
        (dibIn, more, lengthFt) => {
          const thin = boardFeet(dibIn, lengthFt);
          expect(thin).toBeGreaterThanOrEqual(0);
          expect(boardFeet(dibIn + more, lengthFt)).toBeGreaterThanOrEqual(thin - 1e-9);
          expect(boardFeet(dibIn, lengthFt + 1)).toBeGreaterThanOrEqual(thin - 1e-9);
        },
      ),
    );
  });

  it.each(ids)('%s has less than the solid wood', (id) => {
    for (const dibIn of [8, 12, 20, 30]) {
      expect(LOG_RULES[id].boardFeet(dibIn, 16)).toBeLessThanOrEqual(
        // The International rules count the taper, which the cylinder of the small end leaves out.
        LOG_RULES.constantine.boardFeet(dibIn, 16) + 1e-9,
      );
    }
  });

  it('says why a small log has nothing, and which tables to check', () => {
    expect(LOG_RULES.doyle.boardFeet(3, 16)).toBe(0);
    expect(inEnglish(ruleDoubt('doyle', 3))).toContain('gives no volume');
    expect(inEnglish(ruleDoubt('scribner-decimal-c', 40))).toBe(
      'Scribner Decimal C ends at 32 in; above it the Scribner formula applies.',
    );
    // 20 board feet: the table begins at 6 in.
    expect(scaledBoardFeet('scribner-decimal-c', 6, 16)).toBe(20);
    expect(inEnglish(ruleDoubt('scribner-decimal-c', 6))).toContain('check against your local table');
    expect(inEnglish(ruleDoubt('vermont', 12))).toContain('check against your local table');
    expect(ruleDoubt('doyle', 12)).toBeNull();
  });

  it('crosses Doyle and Scribner at 24.7 in, and not at all where it does not', () => {
    expect(crossoverIn('doyle', 'scribner', 16, [10, 40])).toBeCloseTo(24.7, 1);
    expect(crossoverIn('vermont', 'constantine', 16, [10, 40])).toBeNull();
  });

  it('builds International 1/4 of 16 ft from four sections, each half an inch thicker: 0.904762 (0.22 D² − 0.71 D)', () => {
    const sections = (kerf: '1/8' | '1/4') =>
      [0, 0.5, 1, 1.5].reduce((sum, more) => sum + internationalSection(14 + more, kerf), 0);
    expect(LOG_RULES['international-1/4'].boardFeet(14, 16)).toBeCloseTo(sections('1/4'), 2);
    expect(LOG_RULES['international-1/8'].boardFeet(14, 16)).toBeCloseTo(sections('1/8'), 2);
  });
});

describe('the measures of the trade', () => {
  it('round the diameter of JAS down: 13.9 to 13, 27.9 to 26', () => {
    expect([13.9, 14, 15.9, 27.9].map(jasDiameterCm)).toEqual([13, 14, 14, 26]);
    // 30² × 4 ÷ 10⁴
    expect(jasM3(31.9, 4)).toBeCloseTo(0.36, 12);
  });

  it('stack 3.6246 steres to the cord, and back', () => {
    expect(STERES_PER_CORD).toBeCloseTo(3.6246, 4);
    expect(cordsOf(cordsSolidM3(2.5, 85), 85)).toBeCloseTo(2.5, 12);
  });

  it('are 0.7854 of the cylinder by a quarter of the girth', () => {
    const girthCm = Math.PI * 40;
    expect(quarterGirthM3(girthCm, 5) / (Math.PI * inM(20) ** 2 * 5)).toBeCloseTo(Math.PI / 4, 12);
  });
});

describe('board feet of a standing tree', () => {
  it('are never negative, and grow with the form class by 3 % a point', () => {
    const tree = { dbhIn: 18, logs: 2, formClass: 78 };
    const at78 = formClassBoardFeet('international-1/4', tree);
    expect(formClassBoardFeet('international-1/4', { ...tree, formClass: 82 }) / at78).toBeCloseTo(1.12, 12);
    fc.assert(
      fc.property(
        fc.double({ min: 4, max: 40, noNaN: true }),
        fc.double({ min: 0.5, max: 6, noNaN: true }),
        (dbhIn, logs) => {
          for (const rule of FORM_CLASS_RULES)
            expect(formClassBoardFeet(rule, { dbhIn, logs, formClass: 78 })).toBeGreaterThanOrEqual(0);
        },
      ),
    );
  });

  it('stand in a table by dbh and half logs, whole board feet', () => {
    const { logs, rows } = boardFeetTable('doyle', 78);
    expect(logs).toEqual([1, 1.5, 2, 2.5, 3, 3.5, 4, 4.5, 5, 5.5, 6]);
    expect(rows.map(({ dbhIn }) => dbhIn)).toEqual(Array.from({ length: 16 }, (_, i) => 10 + 2 * i));
    // By hand for 20 in and 2 logs: 55.88187 − 14.94565 × 20 + 1.15949 × 400
    expect(rows[5]?.boardFeet[2]).toBe(221);
    expect(() => boardFeetTable('doyle', 60)).toThrow(RangeError);
  });
});
