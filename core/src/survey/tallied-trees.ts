import { basalAreaM2 } from '../diameter/index.ts';
import { sum } from './statistics.ts';
import type { TalliedTree } from './sums.ts';

/**
 * What the sums count of a tree: one tree, or each of its stems where the rules keep them apart. The stems share its
 * volume by basal area; its height was measured once and counts once.
 */
export function talliedTrees(tree: {
  readonly speciesCode: string;
  readonly diametersCm: readonly number[];
  readonly heightM: number | null;
  readonly volumeM3: number | null;
}): TalliedTree[] {
  const { speciesCode, diametersCm, heightM, volumeM3 } = tree;
  if (diametersCm.length === 0) return [{ speciesCode, dbhCm: null, heightM, volumeM3 }];
  const whole = sum(diametersCm.map(basalAreaM2));
  return diametersCm.map((dbhCm, i) => ({
    speciesCode,
    dbhCm,
    heightM: i === 0 ? heightM : null,
    // The whole is handed over as it is: dividing by itself would cost its last digit.
    volumeM3: volumeM3 === null || diametersCm.length === 1 ? volumeM3 : (volumeM3 * basalAreaM2(dbhCm)) / whole,
  }));
}
