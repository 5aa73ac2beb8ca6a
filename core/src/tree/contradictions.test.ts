import { emptyForm, evaluateForm, type TreeForm } from '../callout/index.ts';
import { describe, expect, it } from 'vitest';
import { rulesOfSet } from '../protocol/index.ts';
import type { LastVisit } from './re-measurement.ts';
import type { UnitSystem } from '../units/index.ts';
import { lookalikeTag } from './contradictions.ts';
import { type CheckedTree, checkSurvey } from '../quality/index.ts';
import { findingsOfTree, type TreeContext } from './evaluate-tree.ts';
import { inEnglish } from '../testing/english.ts';

const settingsIn = (unitSystem: UnitSystem) => ({
  unitSystem,
  slopeUnit: 'pct' as const,
  formFactor: { value: 0.45, standardError: 0.05 },
  fieldRules: rulesOfSet('timber', unitSystem),
});
const codesOf = (draft: TreeForm, unitSystem: UnitSystem = 'metric', known: TreeContext = {}): readonly string[] =>
  findingsOfTree(evaluateForm(draft, settingsIn(unitSystem), known)).map(({ code }) => code);

const TREE: TreeForm = {
  ...emptyForm(),
  tag: '7',
  speciesCode: 'sp',
  diameter: { methodId: 'diameter.tape', entries: { diameter: { text: '34.5', unit: 'cm' } } },
  // 20 × (60 + 10) ÷ 100 = 14 m
  height: {
    methodId: 'height.two-angles',
    entries: {
      top: { text: '60', unit: 'pct' },
      base: { text: '-10', unit: 'pct' },
      distance: { text: '20', unit: 'm' },
    },
  },
};
/** A further height from the same stand, by its sight alone: 20 × (sight + 10) ÷ 100 m. */
const withPart = (of: 'crown-base' | 'merchantable' | 'stump', sightPct: string): TreeForm => ({
  ...TREE,
  moreHeights: [
    {
      heightNo: 2,
      of,
      sameStation: true,
      height: { methodId: 'height.two-angles', entries: { top: { text: sightPct, unit: 'pct' } } },
    },
  ],
});
const tapedAt = (text: string, unit: 'm' | 'ft'): TreeForm => ({
  ...TREE,
  point: { methodId: 'point.tape', entries: { point: { text, unit } } },
});

describe('what the readings of one tree say against each other', () => {
  it('a crown base or a merchantable height above the total height', () => {
    // 20 × (65 + 10) ÷ 100 = 15 m, above 14 m
    for (const of of ['crown-base', 'merchantable'] as const) {
      expect(codesOf(withPart(of, '65'))).toContain('height.part-above-total');
      expect(codesOf(withPart(of, '25'))).not.toContain('height.part-above-total');
    }
  });

  it('a stump of 6 m', () => {
    // 20 × (20 + 10) ÷ 100 = 6 m
    expect(codesOf(withPart('stump', '20'))).toContain('height.high-stump');
    // 20 × (−8.5 + 10) ÷ 100 = 0.3 m
    expect(codesOf(withPart('stump', '-8.5'))).not.toContain('height.high-stump');
  });

  it.each([
    ['1.3', 'ft', 'imperial', 'point.far-from-breast-height'],
    ['4.3', 'ft', 'imperial', 'point.other-breast-height'],
    ['4.5', 'm', 'metric', 'point.far-from-breast-height'],
    ['0.4', 'm', 'metric', 'point.far-from-breast-height'],
    ['1.37', 'm', 'metric', 'point.other-breast-height'],
  ] as const)('a point at %s %s in a %s survey', (text, unit, system, code) => {
    expect(codesOf(tapedAt(text, unit), system)).toContain(code);
    // Somebody who says why is not asked.
    const explained = { ...tapedAt(text, unit), taping: { reason: 'burl' } };
    expect(codesOf(explained, system)).not.toContain(code);
  });

  it('no point at breast height, or where a fork or a swelling puts it', () => {
    for (const [text, unit, system] of [
      ['4.5', 'ft', 'imperial'],
      ['1.3', 'm', 'metric'],
      ['0.9', 'm', 'metric'],
      ['2.2', 'm', 'metric'],
    ] as const)
      expect(codesOf(tapedAt(text, unit), system).filter((code) => code.startsWith('point.'))).toEqual([]);
  });

  it('another species than at the last visit', () => {
    const lastVisit: LastVisit = {
      on: '2021-06-14',
      years: 5,
      stems: [{ ordinal: 1, dbhCm: 33, pointM: 1.3 }],
      speciesCode: 'ns',
      side: '',
      mark: '',
    };
    expect(codesOf(TREE, 'metric', { lastVisit })).toContain('tree.other-species');
    expect(codesOf(TREE, 'metric', { lastVisit: { ...lastVisit, speciesCode: 'sp' } })).not.toContain(
      'tree.other-species',
    );
  });
});

describe('tags that look alike', () => {
  it('differ by zeros in front of a number', () => {
    expect(lookalikeTag('0901', ['12', '901'])).toBe('901');
    expect(lookalikeTag('A07', ['a7'])).toBe('a7');
    expect(lookalikeTag('901', ['901', '9010', '91'])).toBeUndefined();
    expect(lookalikeTag('0', ['00', 'x'])).toBe('00');
  });

  it('are on the list of the survey, once for each pair, and only on one plot', () => {
    const tree = (id: string, tag: string, plotId: string): CheckedTree => ({
      id,
      plotId,
      tag,
      speciesCode: 'sp',
      observer: 'Crew Badger',
      dbhCm: null,
      heightM: null,
      inDoubt: false,
      diameterClass: null,
      notes: null,
      readings: [],
    });
    const trees = [tree('a', '901', 'p'), tree('b', '0901', 'p'), tree('c', '0901', 'q')];
    const plots = ['p', 'q'].map((id) => ({
      id,
      label: id,
      shape: { kind: 'circle', areaM2: 500 } as const,
      slopePct: 0,
      finished: false,
      empty: false,
    }));
    const points = checkSurvey(plots, trees, { heights: { ask: 'none' }, slopeRadius: 'level' }, 1.3);
    expect(points.map(({ treeId }) => treeId)).toEqual(['b']);
    expect(inEnglish(points[0]?.message)).toContain('tree 901 and tree 0901');
  });
});
