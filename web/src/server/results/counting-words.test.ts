import { describe, expect, it } from 'vitest';
import type { StandSummary } from '../../contracts/views.ts';
import { leftOutWords, placementWords } from './counting-words.ts';

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

describe('what is said of plots that are not finished', () => {
  const wordsOf = (plots: number): string | null => {
    const list = Array.from({ length: plots }, (_, i) => ({ id: `id-${String(i)}`, label: String(i + 1) }));
    const summary = {
      plots: list,
      plotsLeftOut: list.map(({ id }) => id),
      options: { unfinished: false },
      survey: { design: { shape: CIRCLE } },
    };
    return leftOutWords(summary as unknown as StandSummary);
  };

  it('names few plots, and counts the rest of many', () => {
    expect(wordsOf(2)).toBe('2 plots are not finished and are left out: 1, 2.');
    expect(wordsOf(23)).toMatch(/^23 plots .* 18, 19, 20 and 3 more\.$/u);
  });
});
