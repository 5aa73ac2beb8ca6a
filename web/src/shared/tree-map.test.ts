import { describe, expect, it } from 'vitest';
import { USUAL_DESIGN } from '@arbolito/core/protocol';
import { type PlacedTree, treeMap } from './tree-map.ts';

const survey = {
  unitSystem: 'metric',
  species: [
    { code: 'li', name: 'Lime', crown: 'dome' },
    { code: 'pl', name: 'Plane', crown: 'dome' },
  ],
  design: {
    ...USUAL_DESIGN,
    conditions: [
      { code: 'ivy', words: 'ivy on the stem' },
      { code: 'dead', words: 'dead, standing', condition: 'dead' },
    ],
  },
} as const;
const FRAME = { width: 400, height: 300 };

const tree = (id: string, over: Partial<PlacedTree> = {}): PlacedTree => ({
  id,
  tag: id,
  plotLabel: '1',
  speciesCode: 'li',
  dbhCm: 25,
  conditions: [],
  at: { latitude: 41.5, longitude: -4.7 },
  ...over,
});
/** Three trees along a street: the second 0.0009 degrees = 100 m north of the first. */
const street = [
  tree('1'),
  tree('2', { at: { latitude: 41.5009, longitude: -4.7 }, conditions: ['ivy'], dbhCm: 100 }),
  tree('3', { speciesCode: 'pl', at: { latitude: 41.50045, longitude: -4.7 }, conditions: ['ivy', 'dead'] }),
];

describe('map of trees', () => {
  it('lies north up and to scale', () => {
    const map = treeMap(street, survey, 'species', FRAME);
    const [first, second, third] = map?.trees ?? [];
    expect(second?.y).toBeLessThan(first?.y ?? 0);
    expect(third?.y).toBeCloseTo(((first?.y ?? 0) + (second?.y ?? 0)) / 2, 1);
    const pxPerM = ((first?.y ?? 0) - (second?.y ?? 0)) / 100;
    expect((map?.scaleBar.px ?? 0) / (map?.scaleBar.metres ?? 1)).toBeCloseTo(pxPerM, 1);
  });

  it('marks species by shape, the most frequent first, with their numbers', () => {
    const map = treeMap(street, survey, 'species', FRAME);
    expect(map?.legend).toMatchObject([
      { mark: 'circle', words: 'Lime', trees: 2 },
      { mark: 'square', words: 'Plane', trees: 1 },
    ]);
    expect(map?.trees.map(({ mark }) => mark)).toEqual(['circle', 'circle', 'square']);
    expect(map?.trees[1]?.words).toBe('1, tree 2: Lime, 100.0 cm');
  });

  it('says that a tree is dead before any other condition', () => {
    const map = treeMap(street, survey, 'condition', FRAME);
    expect(map?.legend.map(({ words, trees }) => [words, trees])).toEqual([
      ['no condition noted', 1],
      ['dead, standing', 1],
      ['ivy on the stem', 1],
    ]);
  });

  it('draws areas in the ratio of the diameters: 100 cm has twice the radius of 25 cm', () => {
    const map = treeMap(street, survey, 'size', FRAME);
    const [thin, thick] = map?.trees ?? [];
    expect((thick?.radiusPx ?? 0) / (thin?.radiusPx ?? 1)).toBeCloseTo(2, 6);
    expect(map?.legend.map(({ words }) => words)).toEqual(['20 cm', '50 cm', '100 cm']);
  });

  it('puts species beyond six under one mark, and is nothing without trees', () => {
    const many = Array.from({ length: 8 }, (_, i) => tree(String(i), { speciesCode: `s${String(i)}` }));
    expect(treeMap(many, survey, 'species', FRAME)?.trees.filter(({ mark }) => mark === 'other')).toHaveLength(2);
    expect(treeMap([], survey, 'species', FRAME)).toBeNull();
  });
});
