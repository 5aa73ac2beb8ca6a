import type { PriceList, Product } from '@arbolito/core/protocol';
import { convert, type UnitSystem } from '@arbolito/core/units';

const product = (
  name: string,
  lengthsM: readonly number[],
  smallestTopCm: number,
  price: number,
  allows: Product['allows'],
  trimM = 0,
): Product => ({ name, lengthsM, trimM, smallestTopCm, allows, unit: 'm3', price });

const feet = (...lengths: readonly number[]): number[] => lengths.map((each) => convert(each, 'ft', 'm'));
const inches = (length: number): number => convert(length, 'in', 'cm');

/** What one begins with, in the lengths and the money of the units: the prices are examples, and named so where they are used. */
export const START_PRICES: Readonly<Record<UnitSystem, PriceList>> = {
  metric: {
    currency: 'EUR',
    pricesOf: '2026-01-01',
    products: [
      product('sawlog', [4, 5], 22, 85, ['sweep'], 0.1),
      product('short sawlog', [2.5, 3], 16, 58, ['sweep', 'branches'], 0.1),
      product('pulpwood', [2], 7, 32, ['sweep', 'crook', 'branches']),
      product('firewood', [1], 5, 20, ['rot', 'sweep', 'crook', 'branches']),
    ],
    costs: [],
  },
  imperial: {
    currency: 'USD',
    pricesOf: '2026-01-01',
    products: [
      { ...product('sawlog', feet(16, 8), inches(10), 400, ['sweep'], inches(4) / 100), unit: 'international-1/4' },
      product('pulpwood', feet(8), inches(4), 14, ['sweep', 'crook', 'branches'], inches(2) / 100),
    ],
    costs: [],
  },
};
