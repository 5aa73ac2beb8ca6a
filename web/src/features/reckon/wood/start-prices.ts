import type { PriceList, Product } from '@arbolito/core/bucking';

const product = (
  name: string,
  lengthsM: readonly number[],
  smallestTopCm: number,
  price: number,
  allows: Product['allows'],
  trimM = 0,
): Product => ({ name, lengthsM, trimM, smallestTopCm, allows, unit: 'm3', price });

/** What one begins with: prices are made up, and there to be changed. */
export const START_PRICES: PriceList = {
  currency: 'EUR',
  pricesOf: '2026-01-01',
  products: [
    product('sawlog', [4, 5], 22, 85, ['sweep'], 0.1),
    product('short sawlog', [2.5, 3], 16, 58, ['sweep', 'branches'], 0.1),
    product('pulpwood', [2], 7, 32, ['sweep', 'crook', 'branches']),
    product('firewood', [1], 5, 20, ['rot', 'sweep', 'crook', 'branches']),
  ],
  costs: [],
};
