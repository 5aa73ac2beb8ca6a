import { describe, expect, it } from 'vitest';
import { canonicalText } from './canonical-text.ts';
import { changedFacts, type FactReading, mergeChange, type TreeContent, treeFacts, withFacts } from './facts.ts';

const diameter = (value: number, over: Partial<FactReading> = {}): FactReading => ({
  measure: 'diameter',
  methodId: 'diameter.tape',
  key: 'diameter',
  value,
  unit: 'cm',
  try: 1,
  ...over,
});
const height = (key: string, value: number, heightNo?: number): FactReading => ({
  measure: key === 'distance' ? 'distance' : 'height',
  methodId: key === 'distance' ? 'distance.tape' : 'height.two-angles',
  key,
  value,
  unit: key === 'distance' ? 'm' : 'pct',
  try: 1,
  ...(heightNo === undefined ? {} : { heightNo }),
});
const tree: TreeContent = { tag: '7', speciesCode: 'sp', readings: [diameter(34.5)] };
/** What is left of two changes of one tree that are made at once, the second one merged into the first. */
const both = (first: TreeContent, second: TreeContent) => {
  const merge = mergeChange(changedFacts(tree, second), treeFacts(second), treeFacts(first));
  return { ...merge, after: treeFacts(withFacts(first, second, merge.taken)) };
};

describe('the facts of a tree', () => {
  it('name each thing that is measured or noted', () => {
    const named = treeFacts({
      ...tree,
      readings: [
        diameter(34.5),
        diameter(20, { stem: 2 }),
        height('top', 62),
        height('distance', 25),
        height('top', 40, 2),
      ],
      heights: { others: [{ heightNo: 2, of: 'crown-base', sameStation: true }], kept: 'mean' },
      notes: { bearingDeg: 20, awayM: 7.5, conditions: ['dt'] },
      taping: { mark: 'nail' },
    });
    expect(Object.keys(named).sort()).toEqual([
      'diameter 1',
      'diameter 2',
      'height 1',
      'height 2',
      'heights kept',
      'notes conditions',
      'position',
      'species',
      'tag',
      'taping',
    ]);
  });

  it('are equal where two people read the same, whoever they are and in whatever order', () => {
    const one = { ...tree, readings: [diameter(34.5), height('top', 62), height('base', -8)] };
    const other = {
      ...tree,
      readings: [height('base', -8), height('top', 62), { ...diameter(34.5), id: 'x', observer: 'B' }],
    };
    expect(treeFacts(one)).toEqual(treeFacts(other));
  });

  it('differ by value, unit, method, try and whether a reading counts', () => {
    const texts = [
      diameter(34.5),
      diameter(34.6),
      diameter(34.5, { unit: 'in' }),
      diameter(34.5, { methodId: 'diameter.caliper' }),
      diameter(34.5, { try: 2 }),
      diameter(34.5, { excluded: true }),
      diameter(34.5, { standardError: 0.2 }),
    ].map((reading) => treeFacts({ ...tree, readings: [reading] })['diameter 1']);
    expect(new Set(texts).size).toBe(texts.length);
  });
});

describe('two changes of one tree', () => {
  it('are both taken where they change different things', () => {
    const { taken, disputed, after } = both(
      { ...tree, readings: [diameter(36)] },
      { ...tree, speciesCode: 'fi', readings: [diameter(34.5), height('top', 62), height('distance', 25)] },
    );
    expect({ taken: [...taken].sort(), disputed }).toEqual({ taken: ['height 1', 'species'], disputed: [] });
    expect(after).toEqual(
      treeFacts({ tag: '7', speciesCode: 'fi', readings: [diameter(36), height('top', 62), height('distance', 25)] }),
    );
  });

  it('come to the same in either order', () => {
    const one: TreeContent = { ...tree, tag: '8', notes: { logs: 2 } };
    const other: TreeContent = { ...tree, readings: [], notes: { bearingDeg: 20, awayM: 7 } };
    expect(both(one, other).after).toEqual(both(other, one).after);
  });

  it('dispute a reading that both change, and nothing else', () => {
    const { taken, disputed, after } = both(
      { ...tree, readings: [diameter(36)] },
      { ...tree, readings: [diameter(35)], notes: { logs: 2 } },
    );
    expect({ taken, disputed }).toEqual({ taken: ['notes logs'], disputed: ['diameter 1'] });
    expect(after).toEqual(treeFacts({ ...tree, readings: [diameter(36)], notes: { logs: 2 } }));
  });

  it('dispute nothing where both read the same', () => {
    const { taken, disputed } = both({ ...tree, readings: [diameter(36)] }, { ...tree, readings: [diameter(36)] });
    expect({ taken, disputed }).toEqual({ taken: [], disputed: [] });
  });

  it('never mix the distance of one person with the angles of another', () => {
    const from25 = { ...tree, readings: [height('top', 62), height('base', -8), height('distance', 25)] };
    const farther = { ...from25, readings: [height('top', 62), height('base', -8), height('distance', 26)] };
    const higher = { ...from25, readings: [height('top', 65), height('base', -8), height('distance', 25)] };
    const { disputed } = mergeChange(changedFacts(from25, higher), treeFacts(higher), treeFacts(farther));
    expect(disputed).toEqual(['height 1']);
  });

  it('never mix the bearing of one person with the distance of another', () => {
    const { disputed } = both({ ...tree, notes: { bearingDeg: 20, awayM: 7 } }, { ...tree, notes: { awayM: 9 } });
    expect(disputed).toEqual(['position']);
  });

  it('dispute a reading that one deletes and the other changes', () => {
    expect(both({ ...tree, readings: [] }, { ...tree, readings: [diameter(36)] }).disputed).toEqual(['diameter 1']);
    expect(both({ ...tree, readings: [diameter(36)] }, { ...tree, readings: [] }).disputed).toEqual(['diameter 1']);
  });

  it('take away what a change deletes, notes and other heights too', () => {
    const full: TreeContent = {
      ...tree,
      readings: [diameter(34.5), height('top', 40, 2)],
      heights: { others: [{ heightNo: 2, of: 'crown-base', sameStation: true }] },
      notes: { logs: 2, fork: 2 },
    };
    const less: TreeContent = { ...full, readings: [diameter(34.5)], heights: null, notes: { logs: 2 } };
    const names = Object.keys(changedFacts(full, less));
    expect(names.sort()).toEqual(['height 2', 'notes fork']);
    expect(withFacts(full, less, names)).toEqual({ ...less, taping: null });
  });
});

describe('the text of a value', () => {
  it('has the keys in order and leaves out what is undefined', () => {
    expect(canonicalText({ b: [2, { d: 1, c: null }], a: undefined, aa: 'x' })).toBe(
      '{"aa":"x","b":[2,{"c":null,"d":1}]}',
    );
  });
});
