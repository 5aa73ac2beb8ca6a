import type { PriceList } from '../protocol/index.ts';
import { productProblems } from './products.ts';

/** What is wrong with a list, at which of its fields. */
export interface PriceListProblem {
  readonly path: readonly (string | number)[];
  readonly message: string;
}

const LARGEST_COST = 1e6;

/** What is wrong with a price list that has its shape, two prices for one thing among it; nothing where all can be. */
export function priceListProblems({ currency, products, costs }: PriceList): PriceListProblem[] {
  return [
    ...(currency.trim() === ''
      ? [{ path: ['currency'], message: 'Say in which money the prices are, such as EUR.' }]
      : []),
    ...productProblems(products).map(({ product, field, message }) => ({
      path: ['products', product, field],
      message,
    })),
    ...costs.flatMap(({ name, amount }, i): PriceListProblem[] => [
      ...(name.trim() === '' ? [{ path: ['costs', i, 'name'], message: 'Name the cost.' }] : []),
      ...(amount >= 0 && amount <= LARGEST_COST
        ? []
        : [{ path: ['costs', i, 'amount'], message: 'The cost must be a number from 0 on.' }]),
      ...(costs.findIndex((cost) => cost.name === name) < i
        ? [{ path: ['costs', i, 'name'], message: `${name} is in the list twice.` }]
        : []),
    ]),
  ];
}
