import { describe, expect, it } from 'vitest';
import { combinedDbh, combineStems, STEMS_RULES, type StemsRule } from '../diameter/index.ts';
import { type ChosenRule, DECISIONS, type FieldRules, RULE_SETS, type RuleSetId } from './field-rules/field-rules.ts';
import { effectCase, effectWords, ruleBook } from './field-rules/effects.ts';
import { estimateFrom } from '../testing/given.ts';
import { wrongLines } from '../testing/redo.ts';
import { inEnglish } from '../testing/english.ts';

/** The rule book as it was agreed: one line to a decision, one column to a set. */
const BOOK: Readonly<Partial<Record<keyof FieldRules, readonly [unknown, unknown, unknown, unknown]>>> = {
  breastHeightM: [1.3, 1.37, 1.3716, 1.3716],
  slope: ['uphill', 'uphill', 'middle', 'middle'],
  lean: ['underside', 'underside', 'along', 'along'],
  obstacle: ['regular-above', 'above-or-below', 'narrowest-below', 'narrowest-below'],
  swollenButt: ['above-swelling', 'above-swelling', 'narrowest-below', 'as-measured'],
  forkAtGround: ['separate', 'separate-up-to-six', 'each-on-its-own', 'one-pith-one-tree'],
  forkBelowBreastHeight: ['separate', 'one-below-fork', 'one-narrowest-below-fork', 'one-narrowest-below-fork'],
  climber: ['removed-or-passed', 'removed-if-possible', 'pulled-tight', 'passed-under'],
  rounding: ['to-graduation', 'to-graduation', 'girth-up', 'to-graduation'],
  severalStems: ['root-sum-of-squares', 'root-sum-of-squares', 'kept-apart', 'largest'],
};
const SETS: readonly RuleSetId[] = ['timber', 'urban', 'street', 'record'];

describe('the four sets', () => {
  it.each(Object.entries(BOOK))('%s', (rule, line) => {
    SETS.forEach((set, column) => {
      expect(RULE_SETS[set].rules[rule as keyof FieldRules], set).toEqual(line[column]);
    });
  });

  it('say in words what is decided', () => {
    const words = Object.fromEntries(
      ruleBook(RULE_SETS.timber.rules, 'metric').map((line) => [line.key, inEnglish(line.words)]),
    );
    expect(words).toMatchObject({
      slope: 'from the uphill side',
      severalStems: 'root of the sum of squares',
      classes: '2 cm, named by the lower limit',
      products: 'small roundwood from 7 cm, small sawlog from 20 cm, sawlog from 30 cm',
      smallestDbhCm: '7 cm',
    });
    const inches = ruleBook(RULE_SETS.timber.rules, 'imperial').find(({ key }) => key === 'products');
    // 7 cm = 2.76 in, 20 cm = 7.87 in, 30 cm = 11.81 in
    expect(inEnglish(inches?.words)).toBe('small roundwood from 2.8 in, small sawlog from 7.9 in, sawlog from 11.8 in');
  });

  it('state for which tree each effect holds', () => {
    const tree = { dbhCm: 30, slopePct: 20, taperCmPerM: 1 };
    for (const rule of Object.keys(DECISIONS) as ChosenRule[]) {
      expect(inEnglish(effectCase(rule, tree, 'metric'))).toContain('a stem of 30 cm with a taper of 1 cm per m');
      // 1 cm a metre is 0.3937 in in 3.281 ft: 0.12 in per ft.
      expect(inEnglish(effectCase(rule, tree, 'imperial'))).toContain('a stem of 12 in with a taper of 0.12 in per ft');
      expect(inEnglish(effectCase(rule, tree, 'imperial'))).not.toMatch(/\d (m|cm)\b/);
    }
    expect(inEnglish(effectCase('slope', tree, 'metric'))).toContain('on a slope of 20 %');
    // 0.254 cm = 0.1 in
    expect(inEnglish(effectWords({ dbhChangeCm: 0.254, basalAreaChange: 0.017 }, 'imperial'))).toBe(
      'dbh +0.10 in, basal area +1.7 %',
    );
    expect(inEnglish(effectWords({ dbhChangeCm: 0, basalAreaChange: -0.51 }, 'metric'))).toBe(
      'dbh unchanged, basal area −51.0 %',
    );
  });
});

describe('one dbh for several stems', () => {
  const stem = (cm: number, error = 0.3) => estimateFrom('diameter.tape', { diameter: [cm, 'cm', error] });

  it('carries the errors of its stems: for the sum of two, √(0.3² + 0.4²)', () => {
    expect(combinedDbh([stem(28, 0.3), stem(21, 0.4)], 'plain-sum', 'metric').standardError).toBeCloseTo(0.5, 6);
    expect(combinedDbh([stem(28, 0.3), stem(21, 0.4)], 'arithmetic-mean', 'metric').standardError).toBeCloseTo(0.25, 6);
    // Of the largest alone.
    expect(combinedDbh([stem(28, 0.3), stem(21, 0.4)], 'largest', 'metric').standardError).toBeCloseTo(0.3, 6);
  });

  it('is the same in inches: 35 cm are 13.8 in', () => {
    const { printed, value } = combinedDbh([stem(28), stem(21)], 'root-sum-of-squares', 'imperial');
    expect(printed).toMatchObject({ value: '13.8', unit: 'in' });
    expect(value).toBeCloseTo(35, 9);
  });

  it('shows workings that can be redone, by every rule and for up to six stems', () => {
    const stems = [31.2, 24.5, 19.9, 14.3, 12.1, 8.8];
    for (const rule of Object.keys(STEMS_RULES) as StemsRule[]) {
      if (rule === 'kept-apart') continue;
      for (let count = 2; count <= stems.length; count += 1) {
        const own = stems.slice(0, count);
        const { workings, value } = combinedDbh(
          own.map((cm) => stem(cm)),
          rule,
          'metric',
        );
        expect(wrongLines(workings)).toEqual([]);
        expect(value).toBeCloseTo(combineStems(own, rule).diametersCm[0] ?? NaN, 9);
      }
    }
  });

  it('loses or adds basal area by its rule: 28 and 21 cm have 784 + 441 = 1225', () => {
    const change = (rule: StemsRule) => combineStems([28, 21], rule).basalAreaChange;
    // 24.5² = 600.25; 49² = 2401; 38.5² = 1482.25; (√2 × 24.5)² = 1200.5
    expect(change('arithmetic-mean')).toBeCloseTo(600.25 / 1225 - 1, 9);
    expect(change('plain-sum')).toBeCloseTo(2401 / 1225 - 1, 9);
    expect(change('largest-plus-half')).toBeCloseTo(1482.25 / 1225 - 1, 9);
    expect(change('root-n-mean')).toBeCloseTo(1200.5 / 1225 - 1, 9);
    expect(change('kept-apart')).toBeCloseTo(0, 12);
    expect(Math.round(change('arithmetic-mean') * 100)).toBe(-51);
  });
});
