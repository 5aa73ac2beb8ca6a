import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { SLOPE_UNITS, slopeReading, type SlopeUnit, type UnitId } from '../units/index.ts';
import { estimateFrom, exampleNamed, findingIn, givenOutcome } from '../testing/given.ts';
import examples from './examples/two-angles.json';
import { inEnglish } from '../testing/english.ts';

const TWO_ANGLES = 'height.two-angles';
const given = (top: number, base: number, unit: SlopeUnit, distance: number, lengthUnit: UnitId = 'm') => ({
  top: [top, unit] as const,
  base: [base, unit] as const,
  distance: [distance, lengthUnit] as const,
});
const heightM = (top: number, base: number, unit: SlopeUnit, distanceM: number): number =>
  estimateFrom(TWO_ANGLES, given(top, base, unit, distanceM)).value;
const example = (name: string) => exampleNamed(examples, name);

describe('height from two angles and a distance: published cases', () => {
  it.each([
    ['percent_opposite_signs', 'pct'],
    ['percent_both_down', 'pct'],
    ['degree_both_up', 'deg'],
    // The wrong figure that degrees give when they are entered as percent.
    ['degree_read_as_percent_trap', 'pct'],
    ['scale_1_15_at_15', 'm15'],
    ['scale_1_20_at_33p4_base_up', 'm20'],
  ] as const)('%s', (name, unit) => {
    const { inputs, expected, tolerance } = example(name);
    const { top = NaN, base = NaN, dist = NaN } = inputs;
    expect(Math.abs(heightM(top, base, unit, dist) - expected)).toBeLessThanOrEqual(tolerance);
  });

  it('sigma_H: the standard error of degrees and a taped distance', () => {
    const { inputs, expected, tolerance } = example('sigma_H');
    const { dist = NaN, top = NaN, base = NaN, sigma_angle = NaN, sigma_dist = NaN } = inputs;
    const { standardError } = estimateFrom(TWO_ANGLES, {
      top: [top, 'deg', sigma_angle],
      base: [base, 'deg', sigma_angle],
      distance: [dist, 'm', sigma_dist],
    });
    // Central differences: good to seven digits, finer than anything that is printed.
    expect(Math.abs(standardError - expected)).toBeLessThanOrEqual(tolerance + 1e-7);
  });

  it('dH_dbase_per_deg: what one degree on the base is worth', () => {
    const { inputs, expected } = example('dH_dbase_per_deg');
    const { dist = NaN, top = NaN, base = NaN } = inputs;
    const { contributions } = estimateFrom(TWO_ANGLES, {
      ...given(top, base, 'deg', dist),
      base: [base, 'deg', 1],
    });
    expect(contributions.find(({ reading }) => reading === 'base')?.effect).toBeCloseTo(Math.abs(expected), 6);
  });
});

describe('height from two angles and a distance: by hand', () => {
  it.each([
    // 25 × (62 + 8) ÷ 100, 25 × (12.4 + 1.6) ÷ 20, 30 × (62 − 5) ÷ 100, 25 × (62 − 8) ÷ 100, 20 × (18 + 1.5) ÷ 15
    [62, -8, 'pct', 25, '17.50'],
    [12.4, -1.6, 'm20', 25, '17.50'],
    [-5, -62, 'pct', 30, '17.10'],
    [62, 8, 'pct', 25, '13.50'],
    [18, -1.5, 'm15', 20, '26.00'],
  ] as const)('%d and %d on the %s scale from %d m', (top, base, unit, distanceM, printed) => {
    expect(estimateFrom(TWO_ANGLES, given(top, base, unit, distanceM)).printed).toMatchObject({
      value: printed,
      unit: 'm',
    });
  });

  it('agrees in degrees and percent within a centimetre: arctan 0.62 is 31.80°, arctan 0.08 is 4.57°', () => {
    expect(Math.abs(heightM(31.8, -4.57, 'deg', 25) - 17.5)).toBeLessThan(0.01);
  });

  it('answers in feet to an imperial survey: 100 ft × 85 % is 85 ft', () => {
    const { printed, value } = estimateFrom(TWO_ANGLES, given(80, -5, 'pct', 100, 'ft'), { unitSystem: 'imperial' });
    expect(printed).toMatchObject({ value: '85.0', unit: 'ft' });
    expect(value).toBeCloseTo(85 * 0.3048, 10);
  });

  it('reads top and base on two scales: 20 × (tan 45° + 5 ÷ 100) is 21 m', () => {
    const { value } = estimateFrom(TWO_ANGLES, { top: [45, 'deg'], base: [-5, 'pct'], distance: [20, 'm'] });
    expect(value).toBeCloseTo(21, 10);
  });

  it('names the sign rule that it used', () => {
    const rules = (top: number, base: number) =>
      estimateFrom(TWO_ANGLES, given(top, base, 'pct', 25)).workings.map(({ rule }) => rule);
    expect(inEnglish(rules(62, -8))).toContain('base below the eye: add');
    expect(inEnglish(rules(62, 8))).toContain('base above the eye: subtract');
    expect(inEnglish(rules(-5, -62))).toContain('both below the eye: the difference');
  });
});

describe('height from two angles and a distance: identities', () => {
  const tangent = fc.double({ min: -0.9, max: 2, noNaN: true });
  const rise = fc.double({ min: 0.05, max: 1.5, noNaN: true });
  const unit = fc.constantFrom(...SLOPE_UNITS);
  const distance = fc.double({ min: 5, max: 60, noNaN: true });

  it('is the same on whichever scale one geometry is read', () => {
    fc.assert(
      fc.property(tangent, rise, distance, unit, unit, (base, up, distanceM, from, to) => {
        const on = (scale: SlopeUnit) =>
          heightM(slopeReading(base + up, scale), slopeReading(base, scale), scale, distanceM);
        expect(on(from)).toBeCloseTo(on(to), 9);
      }),
    );
  });

  it('grows with the distance in proportion, and adds up from a mark on the trunk', () => {
    fc.assert(
      fc.property(tangent, rise, rise, distance, (a, lower, upper, distanceM) => {
        const base = a * 100;
        const mark = base + lower * 100;
        const top = mark + upper * 100;
        const whole = heightM(top, base, 'pct', distanceM);
        expect(heightM(top, base, 'pct', distanceM / 2)).toBeCloseTo(whole / 2, 9);
        expect(heightM(top, mark, 'pct', distanceM) + heightM(mark, base, 'pct', distanceM)).toBeCloseTo(whole, 9);
      }),
    );
  });
});

describe('slips in two angles and a distance', () => {
  it('asks about a base above the eye and suggestedFixes its sign', () => {
    const outcome = givenOutcome(TWO_ANGLES, given(62, 8, 'pct', 25));
    const finding = findingIn(outcome, 'height.base-above-eye');
    expect(inEnglish(finding)).toMatchObject({
      severity: 'check',
      reading: 'base',
      title: 'The base is above the eye',
    });
    expect(inEnglish(finding?.suggestedFixes[0])).toMatchObject({
      measure: 'height',
      changes: [{ reading: 'base', text: '−8', unit: 'pct' }],
      becomes: '17.50 m',
    });
    expect(inEnglish(finding?.message)).toContain('+8 % to −8 %');
  });

  it('asks about a top below the eye: from 30 m, −5 % as +5 % is 20.10 m', () => {
    const finding = findingIn(givenOutcome(TWO_ANGLES, given(-5, -62, 'pct', 30)), 'height.top-below-eye');
    expect(inEnglish(finding?.suggestedFixes[0])).toMatchObject({
      changes: [{ reading: 'top', text: '+5' }],
      becomes: '20.10 m',
    });
  });

  it('stops at a top below the base, with the suggestedFixes that make a tree of it', () => {
    const outcome = givenOutcome(TWO_ANGLES, given(-20, 5, 'pct', 25));
    const finding = findingIn(outcome, 'height.top-below-base');
    expect(outcome.ok).toBe(false);
    expect(finding?.severity).toBe('stop');
    expect(finding?.suggestedFixes.map(({ becomes }) => becomes)).toEqual(['3.75 m', '6.25 m']);
  });

  it('stops at two equal sights', () => {
    expect(findingIn(givenOutcome(TWO_ANGLES, given(5, 5, 'pct', 25)), 'height.top-below-base')?.severity).toBe('stop');
  });

  it('says what standing too close costs: at 60° a degree is worth 1.05 m from 15 m, and 0.91 m from 26 m', () => {
    // 15 × (1 + tan² 60°) × π ÷ 180 = 1.047; the top 25.98 m above the eye: 25.96 × (1 + 1.0008²) × π ÷ 180 = 0.907
    const finding = findingIn(givenOutcome(TWO_ANGLES, given(60, -6, 'deg', 15)), 'height.too-close');
    expect(finding?.severity).toBe('check');
    expect(inEnglish(finding?.message)).toContain('changes the height by 1.05 m; from 26 m it is 0.91 m');
    expect(finding?.suggestedFixes[0]?.changes.map(({ reading }) => reading)).toEqual(['distance', 'top', 'base']);
  });

  it('gives no advice that gains nothing: at 50° a degree is worth 0.63 m from 15 m and from 18 m', () => {
    // 15 × (1 + tan² 50°) × π ÷ 180 = 0.634; 17.85 × (1 + 1.0015²) × π ÷ 180 = 0.624
    const finding = findingIn(givenOutcome(TWO_ANGLES, given(50, -6, 'deg', 15)), 'height.too-close');
    expect(inEnglish(finding)).toMatchObject({ severity: 'note', suggestedFixes: [] });
    expect(inEnglish(finding?.message)).not.toContain('read again');
  });

  it('lets 45° pass, and 100 %', () => {
    expect(findingIn(givenOutcome(TWO_ANGLES, given(45, -6, 'deg', 15)), 'height.too-close')).toBeUndefined();
    expect(findingIn(givenOutcome(TWO_ANGLES, given(100, -6, 'pct', 15)), 'height.too-close')).toBeUndefined();
  });

  it('offers degrees where percent gives a dwarf: 38 and −5 from 20 m are 17.38 m in degrees', () => {
    // 20 × (tan 38° + tan 5°) = 20 × (0.7813 + 0.0875)
    const outcome = givenOutcome(TWO_ANGLES, given(38, -5, 'pct', 20), { dbhCm: 45 });
    const finding = findingIn(outcome, 'height.wrong-scale');
    expect(finding?.suggestedFixes.find(({ label }) => inEnglish(label).includes('degrees'))?.becomes).toBe('17.38 m');
  });

  it('offers percent where degrees give a giant: 62° from 25 m', () => {
    const outcome = givenOutcome(TWO_ANGLES, given(62, -8, 'deg', 25), { dbhCm: 32 });
    const fix = findingIn(outcome, 'height.wrong-scale')?.suggestedFixes.find(({ label }) =>
      inEnglish(label).includes('percent'),
    );
    expect(fix?.becomes).toBe('17.50 m');
  });

  it('offers the 1:15 scale at 15 m, and the 1:20 scale at 20 m', () => {
    const at15 = givenOutcome(TWO_ANGLES, given(17, -1.5, 'm20', 15), { dbhCm: 30 });
    expect(inEnglish(findingIn(at15, 'height.wrong-scale')?.suggestedFixes[0])).toMatchObject({ becomes: '18.50 m' });
    const at20 = givenOutcome(TWO_ANGLES, given(17, -1.5, 'm15', 20), { dbhCm: 30 });
    expect(inEnglish(findingIn(at20, 'height.wrong-scale')?.suggestedFixes[0])).toMatchObject({ becomes: '18.50 m' });
  });

  it('says nothing about a scale that fits its stand-off', () => {
    const outcome = givenOutcome(TWO_ANGLES, given(17, -1.5, 'm20', 20), { dbhCm: 30 });
    expect(outcome.ok && outcome.estimate.findings).toEqual([]);
  });

  it('asks about a height that the dbh hardly carries, with the likeliest single change', () => {
    // A 12 cm stem of 36 m: 300 times as tall as thick. With 13 instead of 130 % it is 6.6 m.
    const outcome = givenOutcome(TWO_ANGLES, given(130, -10, 'pct', 25.8), { dbhCm: 12 });
    const finding = findingIn(outcome, 'height.unlikely-slenderness');
    expect(inEnglish(finding?.title)).toBe('Very tall for this dbh');
    expect(finding?.suggestedFixes.length).toBeGreaterThan(0);
  });

  it('does not doubt proportions that one sign explains', () => {
    // 7.5 m on 34 cm is odd; with the base at −7 it is 18.5 m: one finding is enough.
    const outcome = givenOutcome(TWO_ANGLES, given(30.5, 22, 'pct', 35), { dbhCm: 34 });
    expect(findingIn(outcome, 'height.base-above-eye')).toBeDefined();
    expect(findingIn(outcome, 'height.unlikely-slenderness')).toBeUndefined();
  });
});

describe('readings that cannot be', () => {
  it.each([
    ['a right angle', { ...given(90, -5, 'deg', 25) }, 'top', '−84° to +84°'],
    ['no distance', { ...given(62, -8, 'pct', 0) }, 'distance', '1 m to 200 m'],
    ['not a number', { ...given(NaN, -8, 'pct', 25) }, 'top', 'finite number'],
    ['more than any number', { ...given(62, -Infinity, 'pct', 25) }, 'base', 'finite number'],
    ['metres for a sight', { ...given(62, -8, 'pct', 25), top: [62, 'm'] as const }, 'top', 'percent'],
    ['a negative ±', { ...given(62, -8, 'pct', 25), base: [-8, 'pct', -1] as const }, 'base', '0 or more'],
  ])('%s stops at its field', (_words, readings, key, words) => {
    const outcome = givenOutcome(TWO_ANGLES, readings);
    expect(outcome.ok).toBe(false);
    const [finding, ...others] = outcome.ok ? [] : outcome.findings;
    expect(others).toEqual([]);
    expect(finding?.reading).toBe(key);
    expect(inEnglish(finding?.message)).toContain(words);
  });

  it('names every reading that is still missing, and strangers', () => {
    const outcome = givenOutcome(TWO_ANGLES, { top: [62, 'pct'], crown: [3, 'm'] });
    const found = outcome.ok ? [] : outcome.findings.map(({ code, reading }) => `${code} ${reading ?? ''}`);
    expect(found).toEqual(['reading.unknown crown', 'reading.missing base', 'reading.missing distance']);
  });
});
