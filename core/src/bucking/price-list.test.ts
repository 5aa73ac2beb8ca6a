import { describe, expect, it } from 'vitest';
import { priceListProblems } from './price-list.ts';
import type { PriceList } from '../protocol/index.ts';

const list = (over: Partial<PriceList> = {}): PriceList => ({
  currency: 'EUR',
  pricesOf: '2024-02-29',
  products: [{ name: 'pulpwood', lengthsM: [2], trimM: 0, smallestTopCm: 7, allows: ['rot'], unit: 'm3', price: 30 }],
  costs: [{ name: 'haul', per: 'm3', amount: 0 }],
  ...over,
});
const pathsOf = (of: PriceList): string[] => priceListProblems(of).map(({ path }) => path.join('.'));

describe('a price list', () => {
  it('is fine with a day, a currency and costs of 0 or more', () => {
    expect(pathsOf(list())).toEqual([]);
  });

  it.each(['', '2026-1', '2026-02-29', '2026-13-01', '03.06.2026', '2026-06-03T10:00:00Z'])(
    'needs a day of the calendar for its prices, which “%s” is not',
    (pricesOf) => {
      expect(pathsOf(list({ pricesOf }))).toEqual(['pricesOf']);
    },
  );

  it('names the field of each cost that cannot be', () => {
    const costs = [
      { name: 'haul', per: 'm3', amount: -1 },
      { name: 'haul', per: 'm3', amount: 2 },
      { name: ' ', per: 'm3', amount: Number.NaN },
    ] as PriceList['costs'];
    expect(pathsOf(list({ costs }))).toEqual(['costs.0.amount', 'costs.1.name', 'costs.2.name', 'costs.2.amount']);
  });

  it('needs a currency', () => {
    expect(pathsOf(list({ currency: '  ' }))).toEqual(['currency']);
  });
});
