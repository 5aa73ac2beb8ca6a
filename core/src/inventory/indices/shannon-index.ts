import type { StandIndex } from './stand-index.ts';
import { message } from '../../message/index.ts';

/**
 * Shannon's index of species from their shares, whatever they are shares of: −Σ p ln p.
 *
 * Source: Shannon 1948, Bell System Technical Journal 27:379.
 *
 * @param amounts of each species, 0 or more
 * @returns 0 for one species, ln n for n equal ones
 * @example shannonIndex([1, 1]) // 0.693
 */
export function shannonIndex(amounts: readonly number[]): number {
  const whole = amounts.reduce((sum, each) => sum + each, 0);
  return amounts.reduce((sum, each) => (each > 0 ? sum - (each / whole) * Math.log(each / whole) : sum), 0);
}

export const SHANNON_INDEX: StandIndex<'shannon'> = {
  id: 'shannon',
  quantity: 'number',
  decimals: 2,
  needsArea: false,
  label: () => message('inventory.shannon-index-of-species', 'Shannon index of species'),
  explanation: () => message('inventory.by-basal-area-natural-logarithm', 'by basal area, natural logarithm'),
  compute: ({ sums }) => {
    const amounts = sums.species.map(({ basalAreaM2PerHa }) => basalAreaM2PerHa).filter((each) => each > 0);
    return amounts.length === 0 ? null : shannonIndex(amounts);
  },
};
