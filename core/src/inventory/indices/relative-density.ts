import type { StandIndex } from './stand-index.ts';
import { message } from '../../message/index.ts';

/**
 * Relative density: basal area over the root of the quadratic mean diameter.
 *
 * Source: Curtis 1982, Forest Science 28:92.
 *
 * @param basalAreaM2PerHa m²/ha, 0 or more
 * @param quadraticMeanDiameterCm above 0
 * @example relativeDensity(30, 25) // 6
 */
export const relativeDensity = (basalAreaM2PerHa: number, quadraticMeanDiameterCm: number): number =>
  basalAreaM2PerHa / Math.sqrt(quadraticMeanDiameterCm);

export const RELATIVE_DENSITY: StandIndex<'relativeDensity'> = {
  id: 'relativeDensity',
  quantity: 'number',
  decimals: 2,
  needsArea: true,
  label: () => 'relative density',
  explanation: () =>
    message('inventory.basal-area-in-m-ha', 'basal area in m²/ha ÷ √ of the quadratic mean dbh in cm (Curtis 1982)'),
  compute: ({ sums: { basalAreaM2PerHa, quadraticMeanDiameterCm: meanCm } }) =>
    meanCm === null || basalAreaM2PerHa === null ? null : relativeDensity(basalAreaM2PerHa.mean, meanCm),
};
