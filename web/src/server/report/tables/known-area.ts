import type { StratumView } from '../../../contracts/views.ts';

/** Area of all strata, ha; null where one of them is not known. */
export const knownAreaHa = (strata: readonly Pick<StratumView, 'areaHa'>[]): number | null =>
  strata.length === 0 || strata.some(({ areaHa }) => areaHa === null)
    ? null
    : strata.reduce((sum, { areaHa }) => sum + (areaHa ?? 0), 0);
