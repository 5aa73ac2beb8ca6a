import fc from 'fast-check';
import { describe, expect, it } from 'vitest';
import { grouped } from './group-by.ts';

describe('items by a key', () => {
  it('keep their order, and the groups that of their first', () => {
    const groups = grouped(['pine', 'beech', 'pear', 'birch', 'poplar'], (name) => name.charAt(0));
    expect([...groups]).toEqual([
      ['p', ['pine', 'pear', 'poplar']],
      ['b', ['beech', 'birch']],
    ]);
  });

  it('are each in one group, and none is lost', () => {
    fc.assert(
      fc.property(fc.array(fc.integer()), (items) => {
        const groups = grouped(items, (item) => item % 3);
        expect([...groups.values()].flat().sort()).toEqual([...items].sort());
        for (const [key, own] of groups) expect(own.every((item) => item % 3 === key)).toBe(true);
      }),
    );
  });
});
