import { describe, expect, it } from 'vitest';
import { placementWords } from './counting-words.ts';

const CIRCLE = { kind: 'circle', areaM2: 500 } as const;
const POINT = { kind: 'variable-radius', factorM2PerHa: 4 } as const;

describe('what is said of how plots were placed', () => {
  it('warns of plots that were chosen by eye, and of half plots', () => {
    expect(placementWords({ layout: 'chosen', edge: 'half', shape: CIRCLE })).toHaveLength(2);
    expect(placementWords({ layout: 'chosen', edge: 'mirage', shape: CIRCLE })[0]).toContain(
      'not by probability sampling',
    );
    expect(placementWords({ layout: 'chosen', edge: 'none', shape: POINT })[0]).toContain('The points were chosen');
    expect(placementWords({ layout: 'systematic', edge: 'mirage', shape: CIRCLE })).toEqual([]);
  });
});
