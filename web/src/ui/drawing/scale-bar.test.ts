import { describe, expect, it } from 'vitest';
import { scaleBarLength } from './scale-bar.ts';

describe('a scale bar', () => {
  it.each([
    [0.4, 1],
    [1.99, 1],
    [2, 2],
    [49, 20],
    [733, 500],
    [1e6, 10_000],
  ])('of at most %d is %d long', (limit, length) => {
    expect(scaleBarLength(limit)).toBe(length);
  });
});
