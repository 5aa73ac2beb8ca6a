import { describe, expect, it } from 'vitest';
import type { Estimate } from '../uncertainty/index.ts';
import type { UnitId } from '../units/index.ts';
import { ormerodProfile } from '../taper/profile.ts';
import { EQUATIONS } from './equation.ts';
import type { VolumeEquation, VolumeModel } from '../protocol/index.ts';
import { stemVolumeM3, treeVolume, volumeBark, volumeModelProblem } from './tree-volume.ts';
import { inEnglish } from '../testing/english.ts';

const estimate = (value: number, standardError: number, unit: UnitId, printed: string): Estimate => ({
  methodId: 'given',
  methodVersion: 1,
  value,
  unit,
  standardError,
  printed: { value: printed, standardError: '', unit },
  workings: [],
  errorWorkings: [],
  contributions: [],
  findings: [],
});
const TREE = {
  dbh: estimate(36, 0.4, 'cm', '36.0'),
  height: estimate(24, 0.6, 'm', '24.0'),
  upper: [],
  breastHeightM: 1.3,
};
const FACTOR = { value: 0.45, standardError: 0.05 };
const OWN: VolumeEquation = {
  id: 'own',
  name: 'Our beech',
  of: { form: 'schumacher-hall', a: 4e-5, b: 1.9, c: 1.1 },
  species: 'beech',
  region: 'this survey',
  bark: 'over',
  rangeCm: [15, 50],
  confidence: 'own',
  source: 'our own stems',
};
const by = (equation: VolumeEquation, errorShare = 0.08): VolumeModel => ({ by: 'equation', equation, errorShare });

function volumeOf(model: VolumeModel | undefined, tree: Parameters<typeof treeVolume>[0] = TREE): Estimate {
  const outcome = treeVolume(tree, model, FACTOR, 'metric');
  if (!outcome.ok) throw new Error(inEnglish(outcome.findings[0]?.message ?? ''));
  return outcome.estimate;
}

describe('the volume of a tree by its survey’s way', () => {
  it('is by the form factor where nothing is chosen: 0.45 × π ÷ 4 × 0.36² × 24 = 1.099 m³', () => {
    expect(volumeOf(undefined).value).toBeCloseTo(1.0993, 4);
  });

  it('is by an equation, its error joined with those of dbh and height', () => {
    // ln V = ln 4e-5 + 1.9 ln 36 + 1.1 ln 24 = −10.12663 + 6.80869 + 3.49586
    const { value, standardError, contributions, workings } = volumeOf(by(OWN));
    expect(value).toBeCloseTo(Math.exp(-10.126631 + 6.808686 + 3.495859), 4);
    // Shares: 1.9 × 0.4 ÷ 36, 1.1 × 0.6 ÷ 24, 0.08
    expect(standardError / value).toBeCloseTo(Math.hypot((1.9 * 0.4) / 36, (1.1 * 0.6) / 24, 0.08), 5);
    expect(inEnglish(contributions.map(({ label }) => label))).toEqual(['dbh', 'height', 'volume equation']);
    expect(inEnglish(workings[0]?.expression)).toBe('0.00004 × 36.0^1.9 × 24.0^1.1');
  });

  it('is the same by size alone, or the reason why there is none', () => {
    expect(stemVolumeM3(by(OWN), FACTOR, 36, 24, 1.3)).toBeCloseTo(volumeOf(by(OWN)).value, 12);
    expect(stemVolumeM3(undefined, FACTOR, 36, 24, 1.3)).toBeCloseTo(1.0993, 4);
    const solids: VolumeModel = { by: 'profile', taper: { model: 'solids' }, errorShare: 0.1 };
    expect(stemVolumeM3(solids, FACTOR, 36, 24, 1.3)).toBeCloseTo(volumeOf(solids).value, 12);
    expect(inEnglish(stemVolumeM3(solids, FACTOR, 36, 1, 1.3))).toContain('above breast height');
    expect(inEnglish(stemVolumeM3(by(OWN), FACTOR, 0, 20, 1.3))).toContain('Dbh must be above 0');
  });

  it('says that it is beyond its range, and that coefficients want checking', () => {
    const thick = { ...TREE, dbh: estimate(80, 0.4, 'cm', '80.0') };
    expect(inEnglish(volumeOf(by(OWN), thick).findings[0])).toMatchObject({ code: 'volume.range', severity: 'note' });
    const honer = EQUATIONS.find(({ id }) => id === 'honer-beech');
    if (honer === undefined) throw new Error('no beech');
    const { findings, workings } = volumeOf(by(honer));
    expect(findings).toEqual([]);
    expect(inEnglish(workings[0]?.source)).toContain('check against your local table');
    expect(volumeBark(by(honer))).toBe('under');
  });

  it('is that of a profile, or of its own upper diameters where it has some', () => {
    const ormerod: VolumeModel = { by: 'profile', taper: { model: 'ormerod', p: 0.75 }, errorShare: 0.1 };
    const profile = ormerodProfile({ dbhCm: 36, heightM: 24 }, { p: 0.75 }, 1.3);
    const whole = profile.ok ? profile.profile.volumeM3(0, 24) : NaN;
    expect(volumeOf(ormerod).value).toBeCloseTo(whole, 9);
    // A fuller stem than the model’s: 30 cm at 10 m, 14 cm at 19 m.
    const upper = [
      { heightM: 10, diameterCm: 30 },
      { heightM: 19, diameterCm: 14 },
    ];
    const own = volumeOf(ormerod, { ...TREE, upper });
    expect(own.methodId).toBe('volume.profile.own');
    expect(own.value).toBeGreaterThan(whole * 1.05);
    expect(own.standardError / own.value).toBeLessThan(0.06);
    const thicker = treeVolume({ ...TREE, upper: [{ heightM: 8, diameterCm: 41 }] }, ormerod, FACTOR, 'metric');
    expect(inEnglish(thicker.ok ? '' : thicker.findings[0]?.message)).toContain('thicker than below');
  });

  it('is in cubic feet for a survey in feet, the same wood', () => {
    const outcome = treeVolume(TREE, by(OWN), FACTOR, 'imperial');
    const found = outcome.ok ? outcome.estimate : null;
    expect(found?.value).toBeCloseTo(volumeOf(by(OWN)).value, 9);
    expect(Number(found?.printed.value)).toBeCloseTo((found?.value ?? 0) * 35.3147, 1);
    expect(found?.printed.unit).toBe('ft3');
  });

  it('is none, with the reason, where the way gives none', () => {
    const less: VolumeEquation = { ...OWN, of: { form: 'combined-variable', a: -9, b: 0.00001 } };
    const outcome = treeVolume(TREE, by(less), FACTOR, 'metric');
    expect(inEnglish(outcome.ok ? null : outcome.findings[0])).toMatchObject({
      code: 'volume.none',
      severity: 'check',
      message: 'Our beech gives a negative volume for this tree: the tree is too small for the equation.',
    });
    const short = { ...TREE, height: estimate(5, 0.1, 'm', '5.0') };
    const classed: VolumeModel = { by: 'profile', taper: { model: 'behre', formClassPct: 78 }, errorShare: 0.1 };
    expect(treeVolume(short, classed, FACTOR, 'metric').ok).toBe(false);
  });
});

describe('a way to a volume that came over the wire', () => {
  it.each([
    ['the library’s equations', EQUATIONS.map((equation) => by(equation))],
    ['a text', [by({ ...OWN, of: { form: 'user', text: '4e-5 * D^1.9 * H^1.1' } })]],
    [
      'profiles',
      [
        { by: 'profile', taper: { model: 'solids' }, errorShare: 0.1 },
        { by: 'profile', taper: { model: 'kozak', b1: -1.7, b2: 0.6 }, errorShare: 0.1 },
        { by: 'profile', taper: { model: 'behre', formClassPct: 78 }, errorShare: 0 },
      ],
    ],
  ])('is known: %s', (_words, models) => {
    for (const model of models) expect(volumeModelProblem(model)).toBeNull();
  });

  it.each([
    ['nothing', null, 'needs an equation or a taper'],
    ['an unknown variable', by({ ...OWN, of: { form: 'user', text: 'D * W' } }), 'W'],
    [
      'a form without its coefficients',
      by({ ...OWN, of: { form: 'schumacher-hall', a: 1 } as never }),
      'takes a, b, c',
    ],
    ['a form of elsewhere', by({ ...OWN, of: { form: 'cube' } as never }), 'must be one of'],
    ['no name', by({ ...OWN, name: ' ' }), 'name must be text'],
    ['a range upside down', by({ ...OWN, rangeCm: [50, 10] }), 'A range needs'],
    ['an error above 1', by(OWN, 3), '0 to 1'],
    [
      'a taper that would go negative',
      { by: 'profile', taper: { model: 'kozak', b1: 1, b2: 1 }, errorShare: 0.1 },
      'below 0',
    ],
    [
      'a taper with more than its own',
      { by: 'profile', taper: { model: 'solids', p: 1 }, errorShare: 0.1 },
      'nothing else',
    ],
    ['both at once', { ...by(OWN), taper: { model: 'solids' } }, 'needs an equation or a taper'],
    ['a field too many', { ...by(OWN), colour: 'red' }, 'colour'],
    ['a prototype', { ...by(OWN), equation: { ...OWN, of: { form: 'constructor' } } }, 'must be one of'],
  ])('is refused: %s', (_words, model, words) => {
    expect(inEnglish(volumeModelProblem(model))).toContain(words);
  });
});
