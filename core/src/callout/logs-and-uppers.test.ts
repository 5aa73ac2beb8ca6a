import { describe, expect, it } from 'vitest';
import { RULE_SETS, USUAL_LOGS } from '../protocol/index.ts';
import { findingsOfTree } from '../tree/index.ts';
import { inEnglish } from '../testing/english.ts';
import { evaluateForm, type FormProtocol } from './evaluate-form.ts';
import { parseCallout } from './parse.ts';
import { parseTreeForm } from './parse-tree-form.ts';
import { printCallout } from './print.ts';
import { nextForm } from './tree-form.ts';

const FEET = {
  unitSystem: 'imperial' as const,
  slopeUnit: 'pct' as const,
  species: [{ code: 'to', name: 'Red oak', crown: 'dome' as const }],
  formFactor: { value: 0.45, standardError: 0.05 },
  fieldRules: RULE_SETS.timber.rules,
  stumpM: 0.3048,
};
const METRES = { ...FEET, unitSystem: 'metric' as const, stumpM: 0.3 };

const resultOf = (line: string, protocol: (FormProtocol & typeof FEET) | (FormProtocol & typeof METRES) = FEET) => {
  const { draft, ok, tokens } = parseCallout(line, protocol);
  expect(inEnglish(tokens.flatMap(({ problem }) => problem ?? []))).toEqual([]);
  expect(ok).toBe(true);
  expect(parseCallout(printCallout(draft, protocol), protocol).draft).toEqual(draft);
  return evaluateForm(draft, protocol);
};

describe('logs of a tree on the line', () => {
  it('97 ft above the stump are 6 logs of 16 ft without trim, and 5½ with 0.3 ft of trim each', () => {
    const without = { ...FEET, logs: { ...USUAL_LOGS, trimM: 0 } };
    expect(resultOf('#1 to 24 mh97', without).logs?.logs).toBe(6);
    expect(resultOf('#1 to 24 mh97').logs?.logs).toBe(5.5);
  });

  it('each piece has its trim: 2½ logs of 16 ft with 0.3 ft are 40.9 ft long', () => {
    const { logs } = resultOf('#1 to 24 l2.5');
    expect((logs?.lengthM ?? 0) / 0.3048).toBeCloseTo(2.5 * 16 + 3 * 0.3, 9);
  });

  it('a merchantable height above the ground loses its stump: 98 ft with a stump of 1 ft', () => {
    const { draft } = parseCallout('#1 to 24', FEET);
    const height = { methodId: 'height.known', entries: { height: { text: '98', unit: 'ft' as const } } };
    const form = { ...draft, moreHeights: [{ heightNo: 2, of: 'merchantable' as const, sameStation: false, height }] };
    const { logs } = evaluateForm(form, FEET);
    expect([logs?.from, logs?.logs]).toEqual(['measured-height', 5.5]);
    expect(logs?.lengthM).toBeCloseTo(97 * 0.3048, 9);
  });

  it('five marks of a stick for 66 ft are 2½ logs and 40 ft from a distance of 33 ft', () => {
    const { logs } = resultOf('#1 to 24 logs5 loglen16 mf66 stood33');
    expect([logs?.from, logs?.logs]).toEqual(['stick', 2.5]);
    expect((logs?.lengthM ?? 0) / 0.3048).toBeCloseTo(40, 9);
  });

  it('32 in and 5 logs hold 1,748 bf by International and 1,626 bf by Scribner at form class 80', () => {
    const by = (rule: 'international-1/4' | 'scribner') =>
      resultOf('#1 to 32 l5', { ...FEET, logs: { ...USUAL_LOGS, rule, formClass: 80 } }).logs?.boardFeet;
    expect(by('international-1/4')?.value).toBeCloseTo(1748.4839, 3);
    expect(by('scribner')?.value).toBeCloseTo(1626.3907, 3);
    expect(by('scribner')?.beyond).toEqual([]);
    // A tenth for the table, two points of form class of 3 % each at 78, a fifth of a log: more than a tenth in all.
    const { value = 1, standardError = 0 } = by('scribner') ?? {};
    expect(standardError / value).toBeGreaterThan(0.11);
    expect(standardError / value).toBeLessThan(0.16);
  });

  it('says what is outside the formula: six logs', () => {
    expect(resultOf('#1 to 32 l6').logs?.boardFeet?.beyond).toEqual(['logs']);
  });

  it('asks about logs that do not fit the tree', () => {
    const codes = (line: string) => findingsOfTree(resultOf(line)).map(({ code }) => code);
    expect(codes('#1 to 10 l8')).toContain('logs.dbh');
    expect(codes('#1 to 24 l5 =70')).toContain('logs.above-height');
    expect(codes('#1 to 24 l3 =80')).not.toContain('logs.above-height');
  });

  it('takes halves only, within limits, once', () => {
    const problems = (line: string) =>
      inEnglish(parseCallout(line, FEET).tokens.flatMap(({ problem }) => problem ?? []));
    expect(problems('#1 to 24 l2.3')).toEqual(['Logs must be 0.5 to 15, in halves.']);
    expect(problems('#1 to 24 l0')).toEqual(['Logs must be 0.5 to 15, in halves.']);
    expect(problems('#1 to 24 l2 l3')).toEqual(['The number of logs is entered twice.']);
    expect(problems('#1 to 24 mh400')).toEqual(['Merchantable length must be 1.6 ft to 295 ft.']);
  });
});

describe('upper diameters on the line', () => {
  // π ÷ 40000 × 20 × (40² + 4 × 30² + 18²) ÷ 6, × 30², × (40² + 18²) ÷ 2, and both halves after Smalian.
  const LINE = '#1 to u40@0 u30@10 u18@20';

  it('40, 30 and 18 cm over 20 m are 1.446 m³ by Newton, 1.414 by Huber, 1.511 by Smalian', () => {
    const { stemVolumes } = resultOf(LINE, METRES);
    const by = Object.fromEntries(stemVolumes?.volumes.map(({ way, volumeM3 }) => [way, volumeM3]) ?? []);
    expect(by.newton).toBeCloseTo(1.44618, 5);
    expect(by.huber).toBeCloseTo(1.41372, 5);
    expect(by.smalian).toBeCloseTo(1.51111, 5);
    expect(by.sections).toBeCloseTo(1.46241, 5);
    // The curve through a stem that thins evenly lies between Huber and the pieces after Smalian.
    expect(by.taper).toBeGreaterThan(1.414);
    expect(by.taper).toBeLessThan(1.463);
    expect(stemVolumes?.isMiddleMeasured).toBe(true);
  });

  it('carry the errors of diameters and heights', () => {
    const { stemVolumes } = resultOf(LINE, METRES);
    const newton = stemVolumes?.volumes.find(({ way }) => way === 'newton');
    // One centimetre of the middle alone is 4 × 2 × 30 × 20 × π ÷ 40000 ÷ 6 = 0.063 m³; a tape reads to a few millimetres.
    expect(newton?.standardErrorM3).toBeGreaterThan(0.01);
    expect(newton?.standardErrorM3).toBeLessThan(0.06);
  });

  it('take a cylinder for a cylinder by every way', () => {
    const { stemVolumes } = resultOf('#1 to u30@2 u30@7 u30@12', METRES);
    for (const { volumeM3 } of stemVolumes?.volumes ?? []) expect(volumeM3).toBeCloseTo((Math.PI / 4) * 0.09 * 10, 6);
  });

  it('can be relascope bands and angles: 1.5 bands from 12 m are 36 cm', () => {
    const { uppers } = resultOf('#1 to 44 ub1.5/12@6 ua2/10@8', METRES);
    expect(uppers.map(({ diameterCm }) => Math.round(diameterCm * 10) / 10)).toEqual([36, 34.9]);
  });

  it('count for the volume only where the survey says so', () => {
    const line = '#1 to 40 =25 u30@8 u20@16';
    const plain = resultOf(line, METRES).volume;
    const counted = resultOf(line, { ...METRES, upperDiametersCount: true }).volume;
    expect(plain?.methodId).toBe('volume.form-factor');
    expect(counted?.methodId).toBe('volume.profile.own');
    // With straight squares between 0, 1.3, 8, 16 and 25 m: (1736 + 1600) ÷ 2 × 1.3 + … = 17,543 × π ÷ 40,000 = 1.378.
    expect(counted?.value).toBeGreaterThan(1.33);
    expect(counted?.value).toBeLessThan(1.43);
  });

  it('ask about a stem that is thicker than below, and about a diameter above the tip', () => {
    const codes = (line: string) => findingsOfTree(resultOf(line, METRES)).map(({ code }) => code);
    expect(codes('#1 to 30 u38@5')).toContain('upper.thicker');
    expect(codes('#1 to 30 =20 u8@21')).toContain('upper.above-tip');
    expect(codes('#1 to 30 =20 u22@8')).not.toContain('upper.thicker');
  });

  it('are refused in words', () => {
    const problems = (line: string) =>
      inEnglish(parseCallout(line, METRES).tokens.flatMap(({ problem }) => problem ?? []));
    expect(problems('#1 to 30 u22')).not.toEqual([]);
    expect(problems('#1 to 30 u22@200')).toEqual(['Height of an upper diameter must be 0 to 100 m.']);
  });
});

describe('settings of an instrument', () => {
  const { draft } = parseCallout('#1 to 24 logs3 loglen16 mf66 stood50', FEET);

  it('stay for the next tree; what was read of the tree does not', () => {
    const next = nextForm(draft, '2');
    expect(next.height.methodId).toBe('height.log-stick');
    expect(Object.keys(next.height.entries).sort()).toEqual(['logLength', 'madeFor']);
  });

  it('are no measurement as long as nothing else was read', () => {
    const { tree } = parseTreeForm(nextForm(draft, '2'), FEET);
    expect(tree.heights[0]?.measurement.readings).toEqual({});
    expect(evaluateForm(nextForm(draft, '2'), FEET).height).toBeNull();
  });
});
