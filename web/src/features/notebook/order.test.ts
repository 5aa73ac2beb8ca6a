import { describe, expect, it } from 'vitest';
import type { NotebookView } from '../../contracts/notebook.ts';
import { matches, sorted } from './order.ts';

const tree = (name: string, over: Partial<NotebookView> = {}): NotebookView =>
  ({
    name,
    place: null,
    note: null,
    speciesName: null,
    speciesCode: '',
    madeAt: '2026-01-01',
    stringKept: false,
    dbh: null,
    height: null,
    ...over,
  }) as NotebookView;
const estimate = (value: number) => ({ value }) as NotebookView['dbh'];

describe('the trees of a notebook', () => {
  it('are found by words of name, place, note and species, in any order, without accents', () => {
    const oak = tree('Árbol viejo', { place: 'Valdeliro', note: 'hollow', speciesName: 'Red oak' });
    expect(matches(oak, 'valdeliro arbol')).toBe(true);
    expect(matches(oak, 'OAK hollow')).toBe(true);
    expect(matches(oak, 'pine')).toBe(false);
    expect(matches(oak, '  ')).toBe(true);
  });

  it('stand by name as people number them, by size, by date; strings to measure first', () => {
    const trees = [
      tree('Tree 10', { dbh: estimate(30), madeAt: '2026-03-01' }),
      tree('Tree 2', { dbh: estimate(50), madeAt: '2026-02-01' }),
      tree('String', { stringKept: true }),
    ];
    const names = (order: Parameters<typeof sorted>[1]) => sorted(trees, order).map(({ name }) => name);
    expect(names('name')).toEqual(['String', 'Tree 2', 'Tree 10']);
    expect(names('dbh')).toEqual(['String', 'Tree 2', 'Tree 10']);
    expect(names('latest')).toEqual(['String', 'Tree 10', 'Tree 2']);
  });
});
