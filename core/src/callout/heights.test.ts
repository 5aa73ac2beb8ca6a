import { evaluateForm } from './evaluate-form.ts';
import { describe, expect, it } from 'vitest';
import { COMMON_SPECIES, RULE_SETS } from '../protocol/index.ts';
import { formOf } from '../testing/tree.ts';
import { type CalloutContext, parseCallout } from './parse.ts';
import { printCallout } from './print.ts';
import { inEnglish } from '../testing/english.ts';

const context: CalloutContext = { unitSystem: 'metric', slopeUnit: 'pct', species: COMMON_SPECIES };
const settings = { ...context, formFactor: { value: 0.45, standardError: 0.05 }, fieldRules: RULE_SETS.timber.rules };
const heightOf = (line: string): string => {
  const { draft, tokens } = parseCallout(line, context);
  const problems = tokens.flatMap(({ text, problem }) => (problem === null ? [] : [`${text}: ${inEnglish(problem)}`]));
  if (problems.length > 0) return problems.join('; ');
  const { height } = evaluateForm(draft, settings);
  return height?.ok === true ? `${height.estimate.methodId} ${height.estimate.printed.value}` : 'no height';
};

describe('vertical distances by laser', () => {
  const imperial: CalloutContext = { ...context, unitSystem: 'imperial' };
  const reckoned = (line: string) =>
    evaluateForm(parseCallout(line, imperial).draft, { ...settings, unitSystem: 'imperial' });

  it.each(['up122.4 down47.2 lm5.3', 'up122.4 down-47.2 lm5.3', 'up122.4 down47.2ft lm5.3'])(
    '%s ft is 122.4 + 47.2 + 5.3 = 174.9 ft',
    (line) => {
      const { height } = reckoned(line);
      expect(height?.ok === true ? height.estimate.printed.value : null).toBe('174.9');
    },
  );

  it('are above the eye only with a plus, and then asked about', () => {
    const { height } = reckoned('up122.4 down+47.2 lm5.3');
    // 122.4 − 47.2 + 5.3
    expect(height?.ok === true ? height.estimate.printed.value : null).toBe('80.5');
    const finding = height?.ok === true ? height.estimate.findings[0] : undefined;
    expect([finding?.code, finding?.suggestedFixes[0]?.changes[0]?.text, finding?.suggestedFixes[0]?.becomes]).toEqual([
      'height.base-sign',
      '−47.2',
      '174.9 ft',
    ]);
  });

  it('read the same again from the record', () => {
    const readings = [
      { key: 'up', value: 40 },
      { key: 'down', value: -10 },
      { key: 'mark', value: 1 },
    ].map((each) => ({ ...each, measure: 'height' as const, methodId: 'height.laser-verticals', unit: 'm' as const }));
    const draft = formOf({ tag: '1', speciesCode: 'sp', readings });
    expect(draft.height.entries.down?.text).toBe('10');
    const { height } = evaluateForm(draft, settings);
    expect(height?.ok === true ? height.estimate.value : null).toBe(51);
  });
});

describe('a count of logs', () => {
  it('is a merchantable height, also where it was entered as the height of the tree', () => {
    const imperial: CalloutContext = { ...context, unitSystem: 'imperial' };
    const { draft } = parseCallout('rp 16 logs2.5 loglen16 mf66 stood66', imperial);
    const { height, heights, volume } = evaluateForm(draft, { ...settings, unitSystem: 'imperial' });
    expect([height, volume]).toEqual([null, null]);
    const [first] = heights.heights;
    // 2.5 × 16 ft
    expect(inEnglish([first?.name, first?.outcome?.ok === true ? first.outcome.estimate.printed.value : null])).toEqual(
      ['merchantable height', '40.0'],
    );
  });
});

describe('heights on the call-out line', () => {
  it.each([
    // 25 × (62 + 8) ÷ 100
    ['sp 34 +62 -8 @25', 'height.two-angles 17.50'],
    // 26.4 × cos 18° = 25.108; 100 %
    ['sp 34 +100% -0% tape26.4 along18°', 'height.slope-tape 25.11'],
    ['bt 40 +60% -8% vs20 vsa-16°', 'height.base-staff-vertical 12.57'],
    ['bt 40 +60% -8% hs20 hsa-16°', 'height.base-staff-horizontal 13.07'],
    ['bt 40 +37.9° -3.9° ms6.5° mark4', 'height.mark-on-stem 18.60'],
    ['po 30 back14.6 eye1.58', 'height.forty-five-level 16.18'],
    ['po 30 walk14.6 -20', 'height.forty-five-slope 17.52'],
    ['po 30 es21.7', 'height.equal-stick 21.70'],
    // 32 × 30 ÷ 64
    ['po 30 cov32 hold64 off30', 'height.stick-ratio 15.00'],
    // 3 × 28.7 ÷ 4.1
    ['sp 36 pole3 ps4.1 ts28.7', 'height.pole-at-tree 21.00'],
    ['sp 36 run24.18 tri2 line1.1', 'height.sighting-triangle 13.19'],
    // Half of 46 cm is added to the shadow.
    ['sp 46 sta1.8 ssh2.16 tsh19.2', 'height.shadow 16.19'],
    ['sp 46 up31.26 down-9.48 lm1.42', 'height.laser-verticals 42.16'],
    ['sp 46 up31.26 down9.48 lm1.42', 'height.laser-verticals 42.16'],
    // 3 m above the eye: 31.26 − 3 + 1.42
    ['sp 46 up31.26 down+3 lm1.42', 'height.laser-verticals 29.68'],
    ['sp 52 us21 usa-4° +38° hung1.3', 'height.ultrasonic 19.34'],
    ['sp 30 drop17 tip1.2', 'height.tape-drop 18.20'],
    ['sp 30 = 18.5', 'height.known 18.50'],
    // 24 × 0.70021 − … : tan 35° − tan(−4°), times 24
    ['sp 30 pt55 pb94 @24', 'height.protractor 18.48'],
  ])('“%s”', (line, expected) => {
    expect(heightOf(line)).toBe(expected);
  });

  it('of a forked tree belongs to the tree, wherever it stands on the line', () => {
    expect(heightOf('ch 28 &21 back14.6 eye1.58')).toBe('height.forty-five-level 16.18');
    expect(heightOf('ch 28 back14.6 &21 eye1.58')).toBe('height.forty-five-level 16.18');
  });

  it('print back as they were called', () => {
    for (const line of [
      'sp 46 up+31.26 down-9.48 lm1.42',
      'sp 46 up+31.26 down9.48 lm1.42',
      'sp 46 up+31.26 down+3 lm1.42',
      'po 30 back14.6 eye1.58',
      'bt 40 +60 -8 vs20 vsa-16',
    ])
      expect(printCallout(parseCallout(line, context).draft, context)).toBe(line);
  });
});
