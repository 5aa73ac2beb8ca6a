import { FIGURE } from '../plot-figures.ts';
import type { StandIndex } from './stand-index.ts';
import { message } from '../../message/index.ts';
import { reinekeShare } from './reineke.ts';

/**
 * Stand density index: trees a hectare that the stand would have at a mean diameter of 25.4 cm.
 *
 * Source: Reineke 1933, Journal of Agricultural Research 46:627.
 *
 * @param stemsPerHa 0 or more
 * @param quadraticMeanDiameterCm above 0
 * @returns stems per ha
 * @example standDensityIndex(500, 25.4) // 500
 */
export const standDensityIndex = (stemsPerHa: number, quadraticMeanDiameterCm: number): number =>
  stemsPerHa * reinekeShare(quadraticMeanDiameterCm);

export const STAND_DENSITY_INDEX: StandIndex<'densityIndex'> = {
  id: 'densityIndex',
  quantity: 'stems',
  decimals: 0,
  needsArea: true,
  label: ({ per }) => message('inventory.stand-density-index-stems', 'stand density index, stems{per}', { per }),
  explanation: (_, system) =>
    message('inventory.stems-of-the-stand-at', 'stems of the stand at a mean dbh of {value} (Reineke 1933)', {
      value: system === 'metric' ? '25.4 cm' : '10 in',
    }),
  compute: ({ sums: { stemsPerHa, quadraticMeanDiameterCm: meanCm } }) => {
    const stems = stemsPerHa?.mean ?? 0;
    return meanCm === null || stems <= 0 ? null : standDensityIndex(stems, meanCm);
  },
};

/** The same summed tree by tree, for stands of many ages; never above the one by the mean diameter. */
export const SUMMED_DENSITY_INDEX: StandIndex<'summedDensityIndex'> = {
  id: 'summedDensityIndex',
  quantity: 'stems',
  decimals: 0,
  needsArea: true,
  label: () => message('inventory.stand-density-index-summed-by', 'stand density index, summed by tree'),
  explanation: () =>
    message('inventory.for-uneven-aged-stands-never', 'for uneven-aged stands; never larger than the index above'),
  compute: ({ plots, meanOf }) =>
    plots.every(({ sized }) => sized.dbhCm.length === 0) ? null : meanOf(FIGURE.densityIndex),
};
