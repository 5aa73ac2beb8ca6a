import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { estimateFrom, findingIn, givenOutcome } from '../testing/given.ts';
import { combineStems, STEMS_RULES, type StemsRule } from './several-stems.ts';
import { diameterFromStickCm, stickMarkCm } from './stick-steps.ts';
import { tapedEllipseCm, tiltedTapeCm } from './oval-and-bark.ts';
import { inEnglish } from '../testing/english.ts';

const cm = fc.double({ min: 3, max: 200, noNaN: true });

describe('the scale stick', () => {
  it('shows 31.33 cm of a plain ruler on a 40.0 cm stem at 63.5 cm: 40 ÷ √(1 + 40 ÷ 63.5)', () => {
    expect(stickMarkCm(40, 63.5).toFixed(2)).toBe('31.33');
    expect(estimateFrom('diameter.stick', { seen: [31.33, 'cm'], reach: [63.5, 'cm'] }).printed.value).toBe('40.0');
  });

  it('takes that stem for 40.8 cm when it is held 5.5 cm too far, and says so', () => {
    const held = stickMarkCm(40, 69);
    expect(diameterFromStickCm(held, 63.5).toFixed(1)).toBe('40.8');
    const outcome = givenOutcome('diameter.graduated-stick', {
      shown: [40.8, 'cm'],
      made: [63.5, 'cm'],
      reach: [69, 'cm'],
    });
    expect(outcome.ok && outcome.estimate.printed.value).toBe('40.0');
    const note = findingIn(outcome, 'diameter.other-reach');
    expect(inEnglish(note?.message)).toContain('5.5 cm longer');
    expect(inEnglish(note?.message)).toContain('a stem of 40.0 cm reads 40.8 cm');
  });

  it('says nothing at the reach that it was made for', () => {
    const outcome = givenOutcome('diameter.graduated-stick', {
      shown: [40, 'cm'],
      made: [63.5, 'cm'],
      reach: [63.5, 'cm'],
    });
    expect(outcome.ok && outcome.estimate.printed.value).toBe('40.0');
    expect(outcome.ok && outcome.estimate.findings).toEqual([]);
  });

  it('reads back every mark at every reach', () => {
    fc.assert(
      fc.property(cm, fc.double({ min: 40, max: 90, noNaN: true }), (diameterCm, reachCm) => {
        const mark = stickMarkCm(diameterCm, reachCm);
        expect(mark).toBeLessThan(diameterCm);
        expect(diameterFromStickCm(mark, reachCm)).toBeCloseTo(diameterCm, 8);
      }),
    );
    expect(() => stickMarkCm(0, 63.5)).toThrow(RangeError);
    expect(() => diameterFromStickCm(20, -1)).toThrow(RangeError);
  });
});

describe('two faces', () => {
  const mean = (a: number, b: number, twoFaces: 'arithmetic' | 'geometric' | 'quadratic') =>
    estimateFrom('diameter.two-faces', { face: [a, 'cm'], cross: [b, 'cm'] }, { twoFaces });

  it('33 and 38 cm are 35.5 by the arithmetic mean and 35.41 by the geometric one', () => {
    expect(mean(33, 38, 'arithmetic').value).toBe(35.5);
    expect(mean(33, 38, 'geometric').value.toFixed(2)).toBe('35.41');
    expect(inEnglish(mean(33, 38, 'geometric').workings.at(-1)?.expression)).toBe('√(33 × 38)');
  });

  it('come in the order geometric, arithmetic, quadratic, and a tape shows no less than the geometric mean', () => {
    fc.assert(
      fc.property(cm, fc.double({ min: 1, max: 1.5, noNaN: true }), (a, ratio) => {
        const b = a * ratio;
        const g = mean(a, b, 'geometric').value;
        const m = mean(a, b, 'arithmetic').value;
        const q = mean(a, b, 'quadratic').value;
        const tape = tapedEllipseCm(a, b);
        expect(g).toBeLessThanOrEqual(m + 1e-9);
        expect(m).toBeLessThanOrEqual(q + 1e-9);
        expect(tape).toBeGreaterThanOrEqual(g - 1e-9);
        expect(tape).toBeGreaterThanOrEqual(m - 1e-9);
      }),
    );
  });

  it('far apart are asked about: 30 and 46 cm, and not 30 and 45', () => {
    const asked = (b: number) =>
      findingIn(givenOutcome('diameter.two-faces', { face: [30, 'cm'], cross: [b, 'cm'] }), 'diameter.faces-far-apart');
    expect(asked(46)?.severity).toBe('check');
    expect(asked(45)).toBeUndefined();
  });
});

describe('other ways round the stem', () => {
  it.each([
    ['a string of 113.1 cm', 'diameter.string', { string: [113.1, 'cm'] }, '36.0'],
    // (3 × 100 + 14.16) ÷ π
    [
      'three cords of a metre and 14.16 cm',
      'diameter.cord-lengths',
      { lengths: [3, 'one'], cord: [100, 'cm'], rest: [14.16, 'cm'] },
      '100.0',
    ],
    // 1.5 × 14 ÷ 50 = 0.42 m
    ['one and a half bands from 14 m', 'diameter.band-count', { bands: [1.5, 'one'], away: [14, 'm'] }, '42.0'],
    ['a caliper on one face', 'diameter.caliper', { face: [34.5, 'cm'] }, '34.5'],
  ] as const)('%s', (_words, id, given, printed) => {
    expect(estimateFrom(id, given).printed.value).toBe(printed);
  });

  it('a tape that slants reads too much, never too little', () => {
    fc.assert(
      fc.property(cm, fc.double({ min: 0, max: 40, noNaN: true }), (diameterCm, tiltDeg) => {
        expect(tiltedTapeCm(diameterCm, tiltDeg)).toBeGreaterThanOrEqual(diameterCm - 1e-9);
      }),
    );
    expect(tapedEllipseCm(40, 40)).toBeCloseTo(40, 10);
    expect(() => tiltedTapeCm(40, 80)).toThrow(RangeError);
  });

  it('a ruler at arm’s length passes its error on: one per cent of reach is one per cent of diameter', () => {
    const at = (reachCm: number) =>
      estimateFrom('diameter.ruler-at-arms-length', { seen: [2.4, 'cm'], reach: [reachCm, 'cm'], away: [12, 'm'] })
        .value;
    expect(at(60) / at(60.6) - 1).toBeCloseTo(0.01, 2);
  });
});

describe('several stems', () => {
  it('of 28 and 21 cm are one of 35.0 cm; the arithmetic mean loses 51 % of their basal area', () => {
    expect(combineStems([28, 21], 'root-sum-of-squares').diametersCm[0]).toBeCloseTo(35, 10);
    // (24.5² ÷ 35²) − 1 = −0.51
    expect(combineStems([28, 21], 'arithmetic-mean').basalAreaChange).toBeCloseTo(-0.51, 10);
  });

  it.each([
    ['kept-apart', 0],
    ['root-sum-of-squares', 0],
    // 28² ÷ 1225 − 1
    ['largest', -0.36],
    // (√2 × 24.5)² ÷ 1225 − 1
    ['root-n-mean', -0.02],
    // (28 + 10.5)² ÷ 1225 − 1
    ['largest-plus-half', 0.21],
    // 49² ÷ 1225 − 1
    ['plain-sum', 0.96],
  ] as const)('%s changes their basal area by %d', (rule, change) => {
    expect(combineStems([28, 21], rule).basalAreaChange).toBeCloseTo(change, 10);
  });

  it('are one stem under every rule where there is only one', () => {
    for (const rule of Object.keys(STEMS_RULES) as StemsRule[]) {
      expect(combineStems([30], rule).diametersCm[0]).toBeCloseTo(30, 10);
      expect(inEnglish(STEMS_RULES[rule].why)).not.toBe('');
    }
    expect(() => combineStems([], 'largest')).toThrow(RangeError);
    expect(() => combineStems([30, 0], 'largest')).toThrow(RangeError);
  });
});

describe('readings that make no stem together', () => {
  it.each([
    // 100 m × sin 45° fills more than any tree; 12 bands from 100 m are 24 m
    [
      'a ruler full of stem from afar',
      'diameter.ruler-at-arms-length',
      { seen: [60, 'cm'], reach: [30, 'cm'], away: [100, 'm'] },
      'seen',
    ],
    ['twelve bands from 100 m', 'diameter.band-count', { bands: [12, 'one'], away: [100, 'm'] }, 'bands'],
    [
      'thirty cords of 18 m',
      'diameter.cord-lengths',
      { lengths: [30, 'one'], cord: [18, 'm'], rest: [0, 'cm'] },
      'lengths',
    ],
  ] as const)('stop: %s', (_words, id, given, reading) => {
    const finding = findingIn(givenOutcome(id, given), 'diameter.impossible');
    expect(inEnglish(finding)).toMatchObject({ severity: 'stop', reading });
    expect(inEnglish(finding?.message)).toContain('600.0 cm');
  });

  it('count cords whole, with or without a rest: three metres round are 95.5 cm through', () => {
    const cords = (lengths: number) =>
      givenOutcome('diameter.cord-lengths', { lengths: [lengths, 'one'], cord: [1, 'm'], rest: [0, 'cm'] });
    const whole = cords(3);
    expect(whole.ok && whole.estimate.printed.value).toBe('95.5');
    expect(inEnglish(findingIn(cords(2.5), 'diameter.count-not-whole'))).toMatchObject({
      severity: 'stop',
      reading: 'lengths',
    });
  });
});
