import { describe, expect, it } from 'vitest';
import { evaluateTree, findingsOfTree, type TreeContext, type TreeRecord } from '../../tree/index.ts';
import { parseCallout, parseTreeForm } from '../../callout/index.ts';
import { PINE_PROTOCOL, PINE_SURVEY } from '../../testing/pine-survey.ts';
import { groundAt } from './evidence.ts';
import { neighboursExchanged } from './digits-transposed.ts';

const treeOf = (line: string): TreeRecord => parseTreeForm(parseCallout(line, PINE_SURVEY).draft, PINE_SURVEY).tree;

/** What the curve of the survey gives for this tree, and how sure it is. */
const onCurve = (heightM: number): TreeContext => ({
  heightContext: {
    eyeM: 1.6,
    expected: [{ from: 'curve', words: 'the curve', heightM, standardErrorM: 0.1 * heightM }],
  },
});

const asked = (line: string, known: TreeContext = {}) =>
  findingsOfTree(evaluateTree(treeOf(line), PINE_PROTOCOL, known)).filter(({ severity }) => severity !== 'note');

/** Code of the first question, and what its fix writes. */
const firstOf = (line: string, known: TreeContext = {}) => {
  const [first] = asked(line, known);
  return [
    first?.code,
    first?.suggestedFixes[0]?.changes.map(({ reading, text, unit }) => `${reading} ${text} ${unit}`),
  ];
};

describe('a reading error, by the height curve', () => {
  it('is named with the reading that was meant', () => {
    // 20 × (18.5 + 1.5) ÷ 20 = 20 m on the scale of 20 m; 20 × (18.5 + 1.5) ÷ 100 = 4 m in percent.
    expect(firstOf('sp 30 +18.5% -1.5% @20', onCurve(20))).toEqual([
      'height.other-scale',
      ['top +18.5 m20', 'base −1.5 m20'],
    ]);
    // (0.92 + 0.08) × 20 = 20 m, from a distance of 200.
    expect(firstOf('sp 30 +92 -8 @200', onCurve(20))[0]).toBe('height.decimal-point');
    // (0.92 + 0.08) × 20 ft = 20 ft, 6.1 m.
    expect(firstOf('sp 30 +92 -8 @20ft', onCurve(20))).toEqual(['height.metres-as-feet', ['distance 20 m']]);
    // 33 m at 2 : 1 is 16.5 m above the line; the triangle upside down gives 66 m.
    expect(firstOf('sp 30 run33 tri0.5 line1.5', onCurve(18))[0]).toBe('height.ratio-inverted');
  });

  it('out of the range of a reading stops, and says the range and the fix', () => {
    const [first] = asked('sp 30 +92 -8 @209', onCurve(20));
    expect([first?.code, first?.severity, first?.suggestedFixes[0]?.changes[0]?.text]).toEqual([
      'height.decimal-point',
      'stop',
      '20.9',
    ]);
  });

  it('is not looked for where height and curve agree', () => {
    expect(asked('sp 30 +92 -8 @20', onCurve(20))).toEqual([]);
  });

  it('is one cause: a wrong height raises no question about the tape', () => {
    const codes = asked('sp 34 +18.5% -1.5% @20', onCurve(21)).map(({ code }) => code);
    expect(codes.filter((code) => code.startsWith('diameter.'))).toEqual([]);
  });

  it('is not asked by the band of any tree where the curve knows these trees', () => {
    // 4.5 m at 9 cm lies below the band (1.3 + 14 (1 − e^−0.27) = 4.6 m) and within one error of the curve.
    expect(asked('sp 9 +30 -10 @11.2').map(({ code }) => code)).not.toEqual([]);
    expect(asked('sp 9 +30 -10 @11.2', onCurve(4.7))).toEqual([]);
  });
});

describe('where the observer stands', () => {
  it('explains a base above the eye from below, and finds its dropped sign', () => {
    // From below the foot lies at +7 %: 20 × (1.07 − 0.07) = 20 m.
    expect(asked('sp 30 +107 +7 @20 below', onCurve(20))).toEqual([]);
    expect(asked('sp 30 +107 +7 @20 below')).toEqual([]);
    expect(firstOf('sp 30 +87 +13 @20 above', onCurve(20))).toEqual(['height.base-sign', ['base −13 pct']]);
  });

  it('is signed ground: 15 % where the slope is not known, else the slope of the plot', () => {
    expect([groundAt('above').value, groundAt('below').value, groundAt('level').value]).toEqual([0.15, -0.15, 0]);
    expect(groundAt('below', 0.3)).toEqual({
      value: -0.3,
      standardError: expect.closeTo(Math.hypot(0.15, 0.05), 9) as number,
    });
  });
});

describe('a girth that was entered as a diameter', () => {
  it('is asked about with a known height as well: 245 cm with 30 m', () => {
    expect(firstOf('sp 245 = 30')).toEqual(['diameter.girth-entered-as-diameter', ['girth 245 cm']]);
  });
});

describe('two digits exchanged', () => {
  it('are neighbours, once for each pair', () => {
    expect(neighboursExchanged(23.5)).toEqual([32.5, 25.3]);
    expect(neighboursExchanged(-14)).toEqual([-41]);
    expect(neighboursExchanged(22)).toEqual([]);
  });
});
