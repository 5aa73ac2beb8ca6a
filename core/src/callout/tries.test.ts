import { describe, expect, it } from 'vitest';
import { assembleTree, evaluateTree, findingsOfTree, placedReadings } from '../tree/index.ts';
import { PINE_PROTOCOL, PINE_SURVEY } from '../testing/pine-survey.ts';
import { inEnglish } from '../testing/english.ts';
import { parseCallout } from './parse.ts';
import { parseTreeForm } from './parse-tree-form.ts';
import { printCallout } from './print.ts';
import { printTreeForm } from './print-tree-form.ts';
import { readTries } from './tries.ts';

const valuesOf = (text: string, unit: 'pct' | 'm' | 'in' | 'ft' = 'm') => {
  const read = readTries(text, { unit, units: ['pct', 'deg', 'm', 'cm', 'in', 'ft'] });
  return read.ok ? read.tries.map(({ value, isExcluded }) => (isExcluded ? [value] : value)) : read.code;
};
const treeOf = (line: string) => parseTreeForm(parseCallout(line, PINE_SURVEY).draft, PINE_SURVEY).tree;
const resultOf = (line: string) => evaluateTree(treeOf(line), PINE_PROTOCOL);

describe('several tries in a field', () => {
  it('are numbers with blanks between them; in brackets they are left out', () => {
    expect(valuesOf('122.4 122.6 122.3')).toEqual([122.4, 122.6, 122.3]);
    expect(valuesOf('122.4 (130.2) 122.6')).toEqual([122.4, [130.2], 122.6]);
    expect(valuesOf('122.4 m 122.6 m')).toEqual([122.4, 122.6]);
  });

  it('have the sign of the first', () => {
    expect(valuesOf('-1.5 1.4', 'pct')).toEqual([-1.5, -1.4]);
    expect(valuesOf('+18 18.5 -2', 'pct')).toEqual([18, 18.5, -2]);
  });

  it('are one number where feet, inches and fractions are written', () => {
    expect(valuesOf('44 1/2', 'in')).toEqual([44.5]);
    expect(valuesOf('3 ft 8.5 in', 'in')).toEqual([44.5]);
    expect(valuesOf('18 %', 'pct')).toEqual([18]);
  });

  it('are refused where one is no number, where none counts, and from ten on', () => {
    expect(valuesOf('122.4 x')).toBe('unit');
    expect(valuesOf('(122.4)')).toBe('tries');
    expect(valuesOf('1 2 3 4 5 6 7 8 9 10')).toBe('tries');
  });
});

describe('several tries on the call-out line', () => {
  it('stand directly behind a reading: +18 18.5 is the mean 18.25', () => {
    const { tokens, draft, ok } = parseCallout('#1 sp 34.5 34.7 +18 18.5 -1.5 @20', PINE_SURVEY);
    expect(ok).toBe(true);
    expect(draft.diameter.entries.diameter?.text).toBe('34.5 34.7');
    expect([draft.height.entries.top?.text, draft.height.entries.base?.text]).toEqual(['+18 18.5', '-1.5']);
    expect(tokens.map(({ chip }) => inEnglish(chip))).toContain('top 18.5 %, try 2');
    const { dbh, height } = resultOf('#1 sp 34.5 34.7 +18 18.5 -1.5 @20');
    expect(dbh?.value).toBeCloseTo(34.6, 9);
    // 20 × (0.1825 + 0.015)
    expect(height?.ok === true ? height.estimate.value : null).toBeCloseTo(3.95, 9);
  });

  it('leave a diameter that follows a distance a diameter', () => {
    const { draft } = parseCallout('#1 sp +60 -8 @20 34.5', PINE_SURVEY);
    expect([draft.diameter.entries.diameter?.text, draft.height.entries.distance?.text]).toEqual(['34.5', '20']);
    const again = parseCallout('#1 sp 34.5 +60 -8 @20 20.2', PINE_SURVEY).draft;
    expect(again.height.entries.distance?.text).toBe('20 20.2');
  });

  it('read back the same from the printed line and from the record', () => {
    const line = '#1 sp 34.5 34.7 (43.7) +18 18.5 -1.5 1.4 @20';
    const { draft } = parseCallout(line, PINE_SURVEY);
    expect(printCallout(draft, PINE_SURVEY)).toBe(line);
    const printed = printTreeForm(treeOf(line));
    expect(printed.diameter.entries.diameter?.text).toBe('34.5 34.7 (43.7)');
    expect(printed.height.entries.base?.text).toBe('−1.5 −1.4');
  });
});

describe('the mean of several tries', () => {
  it('has the standard error of a mean: three shots of 122.4, 122.6 and 122.3 ft', () => {
    const imperial = { ...PINE_SURVEY, unitSystem: 'imperial' } as const;
    const { tree } = parseTreeForm(parseCallout('#1 sp = 122.4 122.6 122.3', imperial).draft, imperial);
    const { height } = evaluateTree(tree, { ...PINE_PROTOCOL, unitSystem: 'imperial' });
    // 367.3 ÷ 3 = 122.433
    expect(height?.ok === true ? height.estimate.printed.value : null).toBe('122.4');
    expect(tree.heights[0]?.measurement.readings.height?.map(({ value, try: number }) => [value, number])).toEqual([
      [122.4, 1],
      [122.6, 2],
      [122.3, 3],
    ]);
  });

  it('has the spread of the tries where that is larger than the error of one reading: ± 2 ÷ √2 for 38 and 42', () => {
    const [finding] = findingsOfTree(resultOf('#1 sp 38 42')).filter(({ code }) => code === 'reading.tries');
    expect(inEnglish(finding?.message)).toBe('Mean 40.00 ± 2.0 cm; tries from 38 to 42.');
  });

  it('points out a try that is far off, and leaves it to a person to exclude it', () => {
    const asked = (line: string) => findingsOfTree(resultOf(line)).filter(({ code }) => code === 'reading.tries-apart');
    const [finding] = asked('#1 sp 34.5 34.7 43.7');
    expect(finding?.suggestedFixes[0]?.changes).toEqual([
      { reading: 'diameter', text: '34.5 34.7 (43.7)', unit: 'cm' },
    ]);
    expect(asked('#1 sp 34.5 34.7 (43.7)')).toEqual([]);
    expect(resultOf('#1 sp 34.5 34.7 (43.7)').dbh?.value).toBeCloseTo(34.6, 9);
    expect(asked('#1 sp 34.5 34.7 34.4')).toEqual([]);
    expect(asked('#1 sp 34.5 43.7')[0]?.suggestedFixes).toEqual([]);
  });
});

describe('several tries of a height', () => {
  it('are judged as one reading is, and a fix of the sign keeps every try', () => {
    const known = {
      heightContext: {
        eyeM: 1.6,
        expected: [{ from: 'curve' as const, words: 'the curve', heightM: 20, standardErrorM: 1 }],
      },
    };
    // 20 × (0.92 − 0.08) = 16.8 m instead of 20 m; from above the base lies below the eye.
    const [first] = findingsOfTree(evaluateTree(treeOf('#1 sp 30 +92 +8 8.2 (2) @20 above'), PINE_PROTOCOL, known));
    expect(first?.code).toBe('height.base-sign');
    expect(first?.suggestedFixes[0]?.changes).toEqual([{ reading: 'base', text: '−8 −8.2 (−2)', unit: 'pct' }]);
  });

  it('of two units name the unit that is not the last', () => {
    expect(printTreeForm(treeOf('#1 sp 13.6in 34.7cm')).diameter.entries.diameter).toMatchObject({
      text: '13.6 in 34.7',
      unit: 'cm',
    });
  });

  it('stand in the order of their numbers, however they come from the record', () => {
    const tree = treeOf('#1 sp 34.5 34.7 34.6');
    const back = assembleTree({
      id: tree.id,
      tag: tree.tag,
      speciesCode: tree.speciesCode,
      readings: [...placedReadings(tree)].reverse(),
    });
    expect(printTreeForm(back).diameter.entries.diameter?.text).toBe('34.5 34.7 34.6');
  });
});
