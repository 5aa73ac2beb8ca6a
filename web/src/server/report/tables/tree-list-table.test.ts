import { describe, expect, it } from 'vitest';
import { USUAL_DESIGN, USUAL_WOOD } from '@arbolito/core/protocol';
import { standUnits } from '@arbolito/core/units';
import { type ListedTree, treeListTable } from './tree-list-table.ts';

const tree = (tag: string, speciesCode: string, ...diametersCm: readonly number[]): ListedTree => ({
  ...{ treeId: `tree-${tag}`, tag, speciesCode, plotLabel: '1', diametersCm: [...diametersCm] },
  ...{ heightM: null, volumeM3: null, notes: null },
});
const SPECIES = [
  { code: 'sp', name: 'Scots pine', crown: 'layered' },
  { code: 'bt', name: 'Beech', crown: 'dome' },
] as const;
const GROUPS = { ...USUAL_WOOD, species: [{ speciesCode: 'sp', barkRatio: 0.9, biomassGroup: 'pine' as const }] };
const TREES = [tree('1', 'sp', 30), tree('2', 'sp', 20, 1), tree('3', 'sp', 2), tree('4', 'bt', 40)];

const tableWith = (wood: typeof USUAL_WOOD) =>
  treeListTable(TREES, { species: SPECIES, design: USUAL_DESIGN, wood }, standUnits('metric', false), 'metric');

describe('the list of trees', () => {
  it('has the dry mass of each tree with its ±, and none of a tree without an equation or below 2.5 cm', () => {
    const { columns, rows } = tableWith(GROUPS);
    const at = columns.findIndex(({ name }) => name === 'dry mass, kg');
    // exp(−2.5356 + 2.4349 ln d): 312.9 kg at 30 cm, 116.6 kg at 20 cm; ± 25.8 %, √(exp(0.253781²) − 1).
    expect(rows.map((row) => row.slice(at, at + 2).map(({ text }) => text))).toEqual([
      ['313', '± 81'],
      ['117', '± 30'],
      ['—', '—'],
      ['—', '—'],
    ]);
  });

  it('has no mass where no species has an equation', () => {
    expect(tableWith(USUAL_WOOD).columns.map(({ name }) => name)).not.toContain('dry mass, kg');
  });
});
