import { describe, expect, it } from 'vitest';
import { isInList } from './compare-file.ts';

describe('a list of numbers', () => {
  it.each([
    ['3,7-9', [3, 7, 8, 9]],
    ['5', [5]],
    ['2-2', [2]],
    ['', []],
    ['9-7', []],
    [undefined, []],
  ])('%s holds its numbers and no others', (list, numbers) => {
    expect([1, 2, 3, 4, 5, 6, 7, 8, 9, 10].filter(isInList(list))).toEqual(numbers);
  });
});
