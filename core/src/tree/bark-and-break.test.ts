import { emptyForm, evaluateForm, type FormProtocol, type MeasurementForm, type TreeForm } from '../callout/index.ts';
import { describe, expect, it } from 'vitest';
import { DIAMETER_FINDINGS } from '../diameter/index.ts';
import { RULE_SETS, type TaperChoice } from '../protocol/index.ts';
import { EQUATIONS } from '../volume/index.ts';
import { findingsOfTree } from './evaluate-tree.ts';
import { inEnglish } from '../testing/english.ts';

const settings: FormProtocol = {
  unitSystem: 'metric',
  formFactor: { value: 0.45, standardError: 0.05 },
  slopeUnit: 'pct',
  fieldRules: RULE_SETS.timber.rules,
};
const HEIGHT: MeasurementForm = { methodId: 'height.known', entries: { height: { text: '24', unit: 'm' } } };
const TAPED: MeasurementForm = { methodId: 'diameter.tape', entries: { diameter: { text: '40', unit: 'cm' } } };
const BARKED: MeasurementForm = {
  methodId: 'diameter.under-bark',
  entries: { over: { text: '40', unit: 'cm' }, bark: { text: '15', unit: 'mm' } },
};
const treeOf = (diameter: MeasurementForm): TreeForm => ({
  ...emptyForm(),
  speciesCode: 'bf',
  diameter,
  height: HEIGHT,
});

describe('a broken stem', () => {
  const broken: TreeForm = { ...treeOf(TAPED), broken: true };
  it('has no volume by the height of its break, and says what is missing', () => {
    const { volume, volumeFindings } = evaluateForm(broken, settings);
    expect(volume).toBeNull();
    expect(volumeFindings.map(({ code, severity }) => [code, severity])).toEqual([['volume.broken', 'note']]);
    expect(evaluateForm({ ...treeOf(TAPED), notes: { conditions: ['brk'] } }, settings).volume).toBeNull();
  });
  it('without a height of its break is said to count whole', () => {
    const { volumeFindings } = evaluateForm({ ...broken, height: { methodId: 'height.known', entries: {} } }, settings);
    expect(volumeFindings.map(({ code }) => code)).toEqual(['volume.break-height']);
  });
});

describe('a dbh that was measured under bark', () => {
  it('is over bark, and keeps the bark as a ratio: 37 ÷ 40', () => {
    const { dbh, basalAreaM2, stems, diametersCm } = evaluateForm(treeOf(BARKED), settings);
    expect(dbh?.printed.value).toBe('40.0');
    expect(diametersCm).toEqual([40]);
    expect(basalAreaM2).toBeCloseTo(Math.PI * 0.04, 9);
    expect(stems[0]?.barkRatio).toBeCloseTo(0.925, 12);
  });

  it('has its bark taken off once by an equation under bark', () => {
    const equation = EQUATIONS.find(({ id }) => id === 'honer-balsam-fir');
    if (equation === undefined) throw new Error('no such equation');
    const honer: FormProtocol = { ...settings, volumes: { bf: { by: 'equation', equation, errorShare: 0.1 } } };
    const volumeOf = (diameter: MeasurementForm): number | undefined =>
      evaluateForm(treeOf(diameter), honer).volume?.value;
    expect(volumeOf(BARKED)).toBe(volumeOf(TAPED));
  });

  it('goes before the bark of the species where a form class asks for it', () => {
    const taper: TaperChoice = { model: 'behre', formClassPct: 78, barkRatio: 0.85 };
    const classed: FormProtocol = { ...settings, volumes: { bf: { by: 'profile', taper, errorShare: 0.1 } } };
    const thinner = evaluateForm(treeOf(TAPED), classed).volume?.value ?? NaN;
    // 0.925 instead of 0.85 under bark at breast height: more wood in the butt log.
    expect(evaluateForm(treeOf(BARKED), classed).volume?.value).toBeGreaterThan(thinner * 1.02);
  });

  it('says both diameters, and still asks about thick bark', () => {
    const notes = findingsOfTree(evaluateForm(treeOf(BARKED), settings));
    expect(inEnglish(notes.find(({ code }) => code === DIAMETER_FINDINGS.underBark)?.message)).toBe(
      '37.0 cm is the diameter under bark, 0.925 of the diameter over bark; 14 % of the cross section is bark. The dbh of the tree is over bark, 40.0 cm.',
    );
    const thick = { ...BARKED, entries: { ...BARKED.entries, bark: { text: '70', unit: 'mm' as const } } };
    expect(findingsOfTree(evaluateForm(treeOf(thick), settings)).map(({ code }) => code)).toContain(
      DIAMETER_FINDINGS.barkTooThick,
    );
  });

  it('is in doubt where only the end of a log was measured', () => {
    const end: MeasurementForm = {
      methodId: 'diameter.log-end',
      entries: { face: { text: '30', unit: 'cm' }, cross: { text: '33', unit: 'cm' } },
    };
    expect(inEnglish(findingsOfTree(evaluateForm(treeOf(end), settings)))).toContainEqual(
      expect.objectContaining({ code: DIAMETER_FINDINGS.underBark, severity: 'check' }),
    );
  });
});
