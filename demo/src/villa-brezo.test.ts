import { describe, expect, it } from 'vitest';
import { evaluateTree } from '@arbolito/core/tree';
import { RULE_SETS, USUAL_FORM_FACTOR } from '@arbolito/core/protocol';
import { seededRandom } from '@arbolito/core/statistics';
import { demoRecord } from './demo-record.ts';
import { villaBrezo } from './villa-brezo.ts';

const STAMP = { plotId: 'list', observer: 'Crew Heron', device: 'test', takenAt: '2026-04-14T07:00:00Z' };
const PROTOCOL = { unitSystem: 'metric', fieldRules: RULE_SETS.timber.rules, formFactor: USUAL_FORM_FACTOR } as const;

describe('Villa Brezo', () => {
  const { plots, strata, species } = villaBrezo(seededRandom(2026));
  const trees = plots.flatMap((plot) => plot.trees);

  it('has eighty street trees of four species in lists without an area', () => {
    expect(trees).toHaveLength(80);
    expect(new Set(trees.map(({ speciesCode }) => speciesCode))).toEqual(new Set(species.map(({ code }) => code)));
    expect(plots.every(({ shape }) => shape.kind === 'tree-list')).toBe(true);
    expect(strata).toEqual([{ name: 'town' }]);
  });

  it('has a position of its own for each tree, and forks and conditions among them', () => {
    expect(new Set(trees.map(({ notes }) => JSON.stringify(notes?.place))).size).toBe(80);
    expect(trees.some(({ readings }) => readings.some(({ stem }) => stem === 2))).toBe(true);
    expect(trees.filter(({ notes }) => notes?.conditions !== undefined).length).toBeGreaterThan(15);
  });

  it('has heights that a street tree can have: 3 to 35 m', () => {
    for (const tree of trees) {
      const { height } = evaluateTree(demoRecord(tree, { ...STAMP, id: (what) => what }), PROTOCOL);
      if (height?.ok !== true) throw new Error(`tree ${tree.tag} has no height`);
      expect(height.estimate.value).toBeGreaterThan(3);
      expect(height.estimate.value).toBeLessThan(35);
    }
  });
});
