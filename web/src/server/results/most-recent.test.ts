import { expect, it } from 'vitest';
import { mostRecent } from './most-recent.ts';

it('keeps the values that were set last, one that is set again among them', () => {
  const kept = mostRecent<number>(2);
  for (const [key, value] of [
    ['a', 1],
    ['b', 2],
    ['a', 3],
    ['c', 4],
  ] as const)
    kept.set(key, value);
  expect(['a', 'b', 'c'].map(kept.get)).toEqual([3, undefined, 4]);
});

it('keeps nothing where nothing is to be kept', () => {
  const kept = mostRecent<number>(0);
  kept.set('a', 1);
  expect(kept.get('a')).toBeUndefined();
});
