import { describe, expect, it } from 'vitest';
import { spansOf, toggled } from './taken-rows.ts';

describe('rows that are not taken', () => {
  it('go out as spans', () => {
    expect(spansOf([9, 3, 7, 8])).toBe('3,7-9');
    expect(spansOf([])).toBe('');
  });

  it('come and go one by one', () => {
    const two = toggled(new Set([1]), 2, true);
    expect([...two]).toEqual([1, 2]);
    expect([...toggled(two, 1, false)]).toEqual([2]);
  });
});
