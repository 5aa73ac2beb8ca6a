import { basalAreaM2 } from '../../diameter/index.ts';
import type { StandIndex } from './stand-index.ts';
import { message } from '../../message/index.ts';

/**
 * Mean height weighted by basal area, after Lorey: Σ w g h ÷ Σ w g.
 *
 * @param trees dbh in cm, height in m, weight in stems per ha or any other unit that they share; 1 each where left out
 * @returns m, or null without trees
 * @example loreyHeightM([{ dbhCm: 20, heightM: 15 }, { dbhCm: 40, heightM: 25 }]) // 23
 */
export function loreyHeightM(
  trees: readonly { readonly dbhCm: number; readonly heightM: number; readonly weight?: number }[],
): number | null {
  let areas = 0;
  let lifted = 0;
  for (const { dbhCm, heightM, weight = 1 } of trees) {
    areas += weight * basalAreaM2(dbhCm);
    lifted += weight * basalAreaM2(dbhCm) * heightM;
  }
  return areas > 0 ? lifted / areas : null;
}

export const LOREY_HEIGHT: StandIndex<'loreyHeightM'> = {
  id: 'loreyHeightM',
  quantity: 'height',
  decimals: 1,
  needsArea: false,
  label: ({ height }) => message('inventory.lorey-s-height', 'Lorey’s height, {height}', { height }),
  explanation: () => message('inventory.weighted-by-basal-area', 'weighted by basal area'),
  compute: ({ trees }) =>
    loreyHeightM(trees.flatMap(({ dbhCm, heightM, weight }) => (heightM === null ? [] : [{ dbhCm, heightM, weight }]))),
};
