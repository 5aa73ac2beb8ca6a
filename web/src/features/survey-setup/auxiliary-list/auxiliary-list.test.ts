import { describe, expect, it } from 'vitest';
import { auxiliaryLines, readAuxiliaryList } from './read-auxiliary-list.ts';

const plots = [
  { id: 'a', label: '1', auxiliary: 24 },
  { id: 'b', label: '2', auxiliary: null },
  { id: 'c', label: 'N-3', auxiliary: null },
];

describe('quick figures as a list', () => {
  it('read what they print: nothing is changed', () => {
    expect(readAuxiliaryList(auxiliaryLines(plots), plots)).toEqual({ changed: [], problems: [] });
  });
  it('hold what is new and what is changed', () => {
    expect(readAuxiliaryList('1 26\n2;0\n\nN-3 18,5', plots).changed).toEqual([
      { plotId: 'a', auxiliary: 26 },
      { plotId: 'b', auxiliary: 0 },
      { plotId: 'c', auxiliary: 18.5 },
    ]);
  });
  it.each([
    ['9 12', 'which is not in this survey'],
    ['2 12\n2 13', 'twice'],
    ['2 12 13', 'one value'],
    ['2 many', 'plot 2'],
    ['2 -4', 'from 0'],
    ['1', 'not removed'],
  ])('say what is wrong with %j', (text, words) => {
    const { problems } = readAuxiliaryList(text, plots);
    expect(problems).toHaveLength(1);
    expect(problems[0]?.message).toContain(words);
  });
});
