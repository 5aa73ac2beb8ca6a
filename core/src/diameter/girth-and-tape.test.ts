import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { convert } from '../units/index.ts';
import { estimateFrom, exampleNamed, findingIn, givenOutcome } from '../testing/given.ts';
import examples from './examples/diameter.json';
import { basalAreaM2 } from './basal-area.ts';
import { LARGEST_DBH_CM } from './limits.ts';
import { inEnglish } from '../testing/english.ts';

describe('diameter from a girth', () => {
  it('girth_to_diameter_cm', () => {
    const { inputs, expected, tolerance } = exampleNamed(examples, 'girth_to_diameter_cm');
    const { value } = estimateFrom('diameter.girth', { girth: [inputs.girth ?? NaN, 'cm'] });
    expect(Math.abs(value - expected)).toBeLessThanOrEqual(tolerance);
  });

  it('is the stem that the diameter tape shows: 113.1 cm round is 36.0 cm through', () => {
    const girth = estimateFrom('diameter.girth', { girth: [113.1, 'cm'] });
    const tape = estimateFrom('diameter.tape', { diameter: [36, 'cm'] });
    expect(girth.printed.value).toBe('36.0');
    expect(girth.printed.value).toBe(tape.printed.value);
    expect(inEnglish(girth.workings.at(-1)?.expression)).toBe('113.1 ÷ π');
  });

  it('scales with the girth, in any unit', () => {
    const unit = fc.constantFrom('cm', 'mm', 'm', 'in', 'ft');
    fc.assert(
      fc.property(fc.double({ min: 5, max: 900, noNaN: true }), unit, (girthCm, inUnit) => {
        const { value } = estimateFrom('diameter.girth', { girth: [convert(girthCm, 'cm', inUnit), inUnit] });
        expect(value * Math.PI).toBeCloseTo(girthCm, 8);
      }),
    );
  });

  it('shows inches to an imperial survey: 44.5 in round is 14.2 in through', () => {
    const { printed } = estimateFrom('diameter.girth', { girth: [44.5, 'in'] }, { unitSystem: 'imperial' });
    expect(printed).toMatchObject({ value: '14.2', unit: 'in' });
  });
});

describe('basal area', () => {
  it('basal_area_in_to_ft2', () => {
    const { inputs, expected, tolerance } = exampleNamed(examples, 'basal_area_in_to_ft2');
    const areaFt2 = convert(basalAreaM2(convert(inputs.d ?? NaN, 'in', 'cm')), 'm2', 'ft2');
    expect(Math.abs(areaFt2 - expected)).toBeLessThanOrEqual(tolerance);
  });

  it('is a tenth of a square metre at 35.68 cm: d = √(0.4 ÷ π) m', () => {
    expect(basalAreaM2(35.6825)).toBeCloseTo(0.1, 6);
    expect(basalAreaM2(0)).toBe(0);
  });

  it.each([-1, NaN, Infinity])('does not take %d for a diameter', (dbhCm) => {
    expect(() => basalAreaM2(dbhCm)).toThrow(RangeError);
  });
});

describe('slips on the tape', () => {
  it('asks whether a 113 cm stem of a 22 m tree was its girth', () => {
    const outcome = givenOutcome('diameter.tape', { diameter: [113, 'cm'] }, { heightM: 22 });
    const finding = findingIn(outcome, 'diameter.girth-entered-as-diameter');
    expect(inEnglish(finding)).toMatchObject({ severity: 'check', reading: 'diameter' });
    // 113 ÷ π
    expect(inEnglish(finding?.suggestedFixes[0])).toMatchObject({
      methodId: 'diameter.girth',
      changes: [{ reading: 'girth', text: '113', unit: 'cm' }],
      becomes: '36.0 cm',
    });
  });

  it('asks about two metres even where no height is known, and not about one', () => {
    const code = 'diameter.girth-entered-as-diameter';
    expect(findingIn(givenOutcome('diameter.tape', { diameter: [200, 'cm'] }), code)).toBeDefined();
    expect(findingIn(givenOutcome('diameter.tape', { diameter: [100, 'cm'] }), code)).toBeUndefined();
  });

  it('asks whether a girth of 36 cm under 24 m of tree was the diameter', () => {
    const outcome = givenOutcome('diameter.girth', { girth: [36, 'cm'] }, { heightM: 24 });
    expect(inEnglish(findingIn(outcome, 'diameter.diameter-entered-as-girth')?.suggestedFixes[0])).toMatchObject({
      methodId: 'diameter.tape',
      becomes: '36.0 cm',
    });
  });

  it('leaves an ordinary tree alone', () => {
    const outcome = givenOutcome('diameter.tape', { diameter: [34.5, 'cm'] }, { heightM: 22 });
    expect(outcome.ok && outcome.estimate.findings).toEqual([]);
  });

  it.each([
    [0, 'cm'],
    [9, 'm'],
    [-34, 'cm'],
    [LARGEST_DBH_CM + 0.1, 'cm'],
  ] as const)('stops at %d %s, says the limits and which unit is meant', (value, unit) => {
    const outcome = givenOutcome('diameter.tape', { diameter: [value, unit] });
    const finding = findingIn(outcome, 'reading.range');
    expect(outcome.ok).toBe(false);
    expect(finding?.reading).toBe('diameter');
    expect(inEnglish(finding?.message)).toMatch(/must be .* to .*centimetres or inches/);
  });
});
