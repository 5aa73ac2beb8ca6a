import { describe, expect, it } from 'vitest';
import { placementWords } from './counting-words.ts';

describe('what is said of how plots were placed', () => {
  it('warns of plots that were chosen by eye, and of half plots', () => {
    expect(placementWords({ layout: 'chosen', edge: 'half' })).toHaveLength(2);
    expect(placementWords({ layout: 'chosen', edge: 'mirage' })[0]).toContain('not a probability sample');
    expect(placementWords({ layout: 'systematic', edge: 'mirage' })).toEqual([]);
  });
});
