import { type AskedTree, asksHeight, type HeightRule, heightRuleWords, type PlotShape } from '../protocol/index.ts';
import { expansionFactorPerHa, plotAreaM2 } from './expansion-factor.ts';
import { isAlongGround, limitingDistanceM } from './limiting-distance.ts';
import { shapeWords } from './plot-shape-words.ts';
import { describe, expect, it } from 'vitest';
import { inEnglish } from '../testing/english.ts';

const LEVEL = { slopeRadius: 'level', slopePct: 30 } as const;
const nested: PlotShape = {
  kind: 'nested',
  rings: [
    { fromCm: 7, areaM2: 100 },
    { fromCm: 20, areaM2: 500 },
  ],
};
const factorFour: PlotShape = { kind: 'variable-radius', factorM2PerHa: 4 };
const strip: PlotShape = { kind: 'rectangle', widthM: 10, lengthM: 50 };
const whole: PlotShape = { kind: 'complete-tally', areaM2: 23_000 };

describe('what a tallied tree stands for', () => {
  it('hangs on the circle that its dbh puts it on: 100 stems a hectare below 20 cm, 20 from there', () => {
    expect([6.9, 7, 19.9, 20, 61].map((dbhCm) => expansionFactorPerHa(nested, dbhCm))).toEqual([0, 100, 100, 20, 20]);
    expect(expansionFactorPerHa(nested, null)).toBeNull();
  });
  it('hangs on its basal area at a point: 4 ÷ (π × 0.46² ÷ 4) = 24.07', () => {
    expect(expansionFactorPerHa(factorFour, 46)).toBeCloseTo(24.0688, 4);
    expect(expansionFactorPerHa(factorFour, null)).toBeNull();
  });
  it('is the same for all on a strip and in a whole tally', () => {
    expect(expansionFactorPerHa(strip, null)).toBe(20);
    expect(expansionFactorPerHa(whole, 30)).toBeCloseTo(1 / 2.3, 12);
  });
  it('ends along the ground where one longer radius is laid out: r ÷ √cos a for circles, level for all else', () => {
    const circle: PlotShape = { kind: 'circle', areaM2: 500 };
    const ground = { slopeRadius: 'circle', slopePct: 50 } as const;
    // cos a = 1 ÷ √1.25; 12.6157 × 1.25^¼
    expect(limitingDistanceM(circle, 30, ground)).toBeCloseTo(13.3393, 3);
    expect(limitingDistanceM(circle, 30, { ...ground, slopeRadius: 'level' })).toBeCloseTo(12.6157, 4);
    expect(limitingDistanceM(factorFour, 46, ground)).toBeCloseTo(11.5, 9);
    expect(isAlongGround(circle, ground)).toBe(true);
    expect(isAlongGround(nested, ground)).toBe(false);
  });
  it('ends where it reaches: 11.50 m for 46 cm and factor 4, 5.64 m and 12.62 m on the two circles', () => {
    expect(limitingDistanceM(factorFour, 46, LEVEL)).toBeCloseTo(11.5, 9);
    expect(limitingDistanceM(nested, 10, LEVEL)).toBeCloseTo(5.6419, 4);
    expect(limitingDistanceM(nested, 30, LEVEL)).toBeCloseTo(12.6157, 4);
    expect(limitingDistanceM(strip, 30, LEVEL)).toBeNull();
    expect(limitingDistanceM(nested, 5, LEVEL)).toBeNull();
  });
  it('has an area to name, but at a point', () => {
    expect([nested, strip, whole, factorFour].map(plotAreaM2)).toEqual([500, 500, 23_000, null]);
  });
});

describe('shapes in words', () => {
  it.each([
    [{ kind: 'circle', areaM2: 500 }, 'metric', 'circle of 500 m²'],
    [{ kind: 'circle', areaM2: 404.68564224 }, 'imperial', 'circle of 0.1 ac'],
    [strip, 'metric', '10 × 50 m'],
    [factorFour, 'metric', 'factor 4 m²/ha'],
    [{ kind: 'variable-radius', factorM2PerHa: 2.295684113865932 }, 'imperial', 'factor 10 ft²/ac'],
    [whole, 'metric', 'complete tally of 2.3 ha'],
    [nested, 'metric', '100 m² from 7 cm, 500 m² from 20 cm'],
  ] as const)('%o', (shape, system, words) => {
    expect(inEnglish(shapeWords(shape, system))).toBe(words);
  });
});

describe('which heights are asked for', () => {
  const tree = (dbhCm: number | null, speciesCode = 'sp', diameterClass = 30): AskedTree => ({
    speciesCode,
    dbhCm,
    hasHeight: false,
    diameterClass,
  });
  const trees = [tree(31), tree(28), tree(44, 'bt', 45), tree(30), tree(null)];
  const asked = (rule: HeightRule) => trees.flatMap((_, i) => (asksHeight(rule, trees, i) ? [i] : []));
  it.each([
    [{ ask: 'none' }, [], 'no heights required'],
    [{ ask: 'every', n: 1 }, [0, 1, 2, 3, 4], 'height of every tree'],
    [{ ask: 'every', n: 3 }, [0, 3], 'height of every 3rd tree'],
    [{ ask: 'every', n: 12 }, [0], 'height of every 12th tree'],
    [{ ask: 'class', n: 2 }, [0, 1, 2, 4], 'heights of 2 trees per dbh class and species of a plot'],
    [{ ask: 'largest', n: 2 }, [0, 2], 'heights of the 2 thickest trees of a plot'],
  ] as const)('%o', (rule, expected, words) => {
    // The fourth of 30 cm is the third of its class.
    const found = asked(rule).filter((i) => rule.ask !== 'class' || i < 4);
    expect(found).toEqual(rule.ask === 'class' ? [0, 1, 2] : expected);
    expect(inEnglish(heightRuleWords(rule))).toBe(words);
  });
});
