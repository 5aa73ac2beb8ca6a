import type { WoodSettings } from '@arbolito/core/protocol';
import { fitLocalTable } from '@arbolito/core/volume';
import { felledBeeches } from './measured-stems.ts';
import type { Random } from '@arbolito/core/statistics';

const FELLED = 30;

/**
 * How the demo survey works out its wood: beech by a table from its felled stems, pine by a taper, prices of an invented
 * autumn sale.
 */
export function valdeliroWood(random: Random): WoodSettings {
  const outcome = fitLocalTable(felledBeeches(random, FELLED), 'combined-variable', 'Beech');
  return {
    species: [
      {
        speciesCode: 'bt',
        barkRatio: 0.95,
        ...(outcome.ok
          ? {
              volume: {
                by: 'equation',
                equation: { ...outcome.table.equation, id: 'local-bt' },
                errorShare: outcome.table.treeErrorShare,
              },
            }
          : {}),
      },
      {
        speciesCode: 'sp',
        barkRatio: 0.9,
        volume: { by: 'profile', taper: { model: 'ormerod', p: 0.72 }, errorShare: 0.1 },
      },
    ],
    stumpM: 0.3,
    topCm: 7,
    prices: {
      currency: 'EUR',
      pricesOf: '2026-03-15',
      products: [
        {
          name: 'sawlog',
          lengthsM: [4, 5],
          trimM: 0.1,
          smallestTopCm: 24,
          allows: ['sweep'],
          unit: 'm3',
          price: 92,
        },
        {
          name: 'pallet wood',
          lengthsM: [2.5, 3],
          trimM: 0.1,
          smallestTopCm: 16,
          allows: ['sweep', 'branches'],
          unit: 'm3',
          price: 54,
        },
        {
          name: 'firewood',
          lengthsM: [1],
          trimM: 0,
          smallestTopCm: 7,
          allows: ['rot', 'sweep', 'crook', 'branches'],
          unit: 'm3',
          price: 38,
        },
      ],
      costs: [
        { name: 'felling and limbing', per: 'm3', amount: 13.5 },
        { name: 'skidding', per: 'm3', amount: 9 },
        { name: 'marking', per: 'tree', amount: 0.6 },
      ],
    },
  };
}
