import { describe, expect, it } from 'vitest';
import { RULE_SETS } from '@arbolito/core/protocol';
import { findingsOf } from '@arbolito/core/uncertainty';
import { evaluateTree, type TreeProtocol } from '@arbolito/core/tree';
import { recordOf } from '../../core/src/testing/tree.ts';
import { isInside, mapAbout } from '@arbolito/core/layout';
import { harrowCreek } from './harrow-creek.ts';
import { monteValdeliro } from './monte-valdeliro.ts';
import { seededRandom } from '@arbolito/core/statistics';
import type { PlantedError } from './demo-survey.ts';

const settings: TreeProtocol = {
  unitSystem: 'metric',
  formFactor: { value: 0.45, standardError: 0.05 },
  fieldRules: RULE_SETS.timber.rules,
};

const codesOf = (tree: Parameters<typeof recordOf>[0]): string[] => {
  const { diameter, height } = evaluateTree(recordOf(tree), settings);
  return [diameter, height].flatMap((outcome) => (outcome === null ? [] : findingsOf(outcome))).map(({ code }) => code);
};

const CAUGHT_BY: Readonly<Partial<Record<PlantedError, string>>> = {
  'base sign': 'height.base-sign',
  'girth as diameter': 'diameter.girth-entered-as-diameter',
  'wrong scale': 'height.wrong-scale',
  'percent as degrees': 'height.other-scale',
  'too close': 'height.too-close',
};

describe('Monte Valdeliro', () => {
  const scene = monteValdeliro(seededRandom(2026));
  const trees = scene.plots.flatMap((plot) => plot.trees);

  it.each([
    ['Monte Valdeliro', monteValdeliro(seededRandom(2026))],
    ['Harrow Creek Wood', harrowCreek(seededRandom(2026))],
  ])('has every plot inside its stratum, each in a place of its own: %s', (_, { plots, strata }) => {
    const map = mapAbout({ latitude: 41, longitude: -31 });
    for (const { label, stratum, position } of plots) {
      if (position === null) throw new Error(`plot ${label} has no position`);
      const outline = strata.find(({ name }) => name === stratum)?.outline ?? [];
      const rings = outline.map((ring) => ring.map(map.toMap));
      expect(isInside([{ rings }], map.toMap(position)), `plot ${label} of ${stratum}`).toBe(true);
    }
    expect(new Set(plots.map(({ position }) => JSON.stringify(position))).size).toBe(plots.length);
  });

  it.each([
    ['Monte Valdeliro', monteValdeliro(seededRandom(2026))],
    ['Harrow Creek Wood', harrowCreek(seededRandom(2026))],
  ])('keeps plots clear of the borders by the radius of 500 m²: %s', (_, { plots, strata }) => {
    const map = mapAbout({ latitude: 41, longitude: -31 });
    for (const { label, stratum, position } of plots) {
      if (position === null) throw new Error(`plot ${label} has no position`);
      const at = map.toMap(position);
      const [ring = []] = (strata.find(({ name }) => name === stratum)?.outline ?? []).map((each) =>
        each.map(map.toMap),
      );
      ring.forEach((a, i) => {
        const b = ring[(i + 1) % ring.length] ?? a;
        const length = Math.hypot(b.eastM - a.eastM, b.northM - a.northM);
        if (length === 0) return;
        const across =
          Math.abs((b.eastM - a.eastM) * (at.northM - a.northM) - (b.northM - a.northM) * (at.eastM - a.eastM)) /
          length;
        expect(across, `plot ${label} of ${stratum}`).toBeGreaterThan(12.62);
      });
    }
  });

  it('has two finished plots in every stratum', () => {
    for (const { name } of scene.strata)
      expect(
        scene.plots.filter(({ stratum, state }) => stratum === name && state === 'finished').length,
      ).toBeGreaterThan(1);
  });

  it('is the same forest from the same seed, and another from another', () => {
    expect(monteValdeliro(seededRandom(2026))).toEqual(scene);
    expect(monteValdeliro(seededRandom(2027))).not.toEqual(scene);
  });

  it('has 18 plots of 500 m² in three strata of 24 ha on slopes of 5 to 45 %, at least six with trees', () => {
    expect(scene.plots).toHaveLength(18);
    expect(scene.strata.reduce((sum, { areaHa = 0 }) => sum + areaHa, 0)).toBe(24);
    expect(
      scene.plots.every(
        ({ shape, slopePct }) => shape.kind === 'circle' && shape.areaM2 === 500 && slopePct >= 5 && slopePct <= 45,
      ),
    ).toBe(true);
    expect(scene.plots.filter((plot) => plot.trees.length > 0).length).toBeGreaterThanOrEqual(6);
  });

  it('was walked before, when its trees were thinner', () => {
    const { earlier } = scene;
    expect(earlier.plots.map(({ label }) => label)).toEqual(['1', '8', '15']);
    const dbhOf = (tree: (typeof trees)[number]) => evaluateTree(recordOf(tree), settings).diametersCm[0] ?? NaN;
    for (const plot of earlier.plots) {
      const now = scene.plots.find(({ label }) => label === plot.label)?.trees ?? [];
      expect(plot.trees.length).toBeGreaterThan(5);
      for (const tree of plot.trees) {
        const later = now.find(({ tag }) => tag === tree.tag);
        if (later === undefined) throw new Error(tree.tag);
        // Between half a millimetre and a centimetre a year.
        expect(dbhOf(later) - dbhOf(tree)).toBeGreaterThan(0.35);
        expect(dbhOf(later) - dbhOf(tree)).toBeLessThan(8);
      }
    }
  });

  it('has a coppiced chestnut of four stems: √(28.4² + 24.1² + 21² + 16.3²) = 45.8', () => {
    const [coppice] = trees.filter(({ readings }) => readings.some(({ stem }) => stem === 4));
    if (coppice === undefined) throw new Error('no coppice');
    expect(evaluateTree(recordOf(coppice), settings).dbh?.printed.value).toBe('45.8');
  });

  it('has trees that ask for more than two sights', () => {
    const many = (scene.plots.find(({ label }) => label === '10')?.trees ?? []).slice(-5);
    const heightsOf = (tree: (typeof trees)[number]) => evaluateTree(recordOf(tree), settings).heights;
    const printed = many.map((tree) =>
      heightsOf(tree).heights.map(({ outcome }) => (outcome?.ok === true ? outcome.estimate.printed.value : null)),
    );
    expect(printed).toEqual([
      // 25 m × (98, 78, 52, 34, 27, −4.8 and 6 below) ÷ 100
      ['26.00', '21.00', '14.50', '10.00', '8.25', '0.30'],
      // 32 paces of 0.78 m are 24.96 m, × 0.90; (26.6 + 0.1925) × 1.8 ÷ 2.16; the stick’s own distance
      ['22.46', '22.33', '22.90'],
      // 23.4 × 0.76 + 21 × 0.07
      ['19.25'],
      // 32 m × cos 33° × (tan 21° + tan 36°)
      ['29.80'],
      // 15 × 0.76
      ['11.40'],
    ]);
    expect(many.map((tree) => heightsOf(tree).combined?.agree)).toEqual([
      undefined,
      true,
      undefined,
      undefined,
      undefined,
    ]);
    expect(many.slice(0, 1).map((tree) => heightsOf(tree).crownLengthM)[0]).toBeCloseTo(16, 9);
  });

  it('plants slips that the checks find', () => {
    const planted = trees.filter((tree) => tree.planted !== null);
    expect(planted.map((tree) => tree.planted).sort()).toEqual(Object.keys(CAUGHT_BY).sort());
    for (const tree of planted)
      expect(codesOf(tree), tree.planted ?? '').toContain(CAUGHT_BY[tree.planted ?? 'too close']);
  });

  it('leaves the honest trees alone', () => {
    const accused = trees.filter((tree) => tree.planted === null && codesOf(tree).length > 0);
    expect(accused.length).toBeLessThanOrEqual(trees.length / 20);
  });
});
