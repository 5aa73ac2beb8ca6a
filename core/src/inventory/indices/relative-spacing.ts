import { DOMINANT_HEIGHT } from './dominant-height.ts';
import type { StandIndex } from './stand-index.ts';
import { message } from '../../message/index.ts';

/**
 * Relative spacing: mean distance between trees, as on a square grid, in percent of the dominant height.
 *
 * Source: Hart 1928; Becking 1954.
 *
 * @param stemsPerHa above 0
 * @param dominantM dominant height, above 0 m
 * @returns percent
 * @example relativeSpacingPct(400, 25) // 20
 */
export const relativeSpacingPct = (stemsPerHa: number, dominantM: number): number =>
  (100 * Math.sqrt(10_000 / stemsPerHa)) / dominantM;

export const RELATIVE_SPACING: StandIndex<'relativeSpacingPct'> = {
  id: 'relativeSpacingPct',
  quantity: 'number',
  decimals: 1,
  needsArea: true,
  label: () => message('inventory.relative-spacing', 'relative spacing, %'),
  explanation: () =>
    message(
      'inventory.mean-tree-spacing-on-a',
      'mean tree spacing on a square grid ÷ dominant height (Hart 1928, Becking 1954)',
    ),
  compute: (stand) => {
    const dominantM = DOMINANT_HEIGHT.compute(stand);
    const stems = stand.sums.stemsPerHa?.mean ?? 0;
    return dominantM === null || stems <= 0 ? null : relativeSpacingPct(stems, dominantM);
  },
};
