import type { PriceList } from '../protocol/index.ts';
import { productProblems } from './products.ts';
import { message, type Text } from '../message/index.ts';

/** What is wrong with a list, at which of its fields. */
export interface PriceListProblem {
  readonly path: readonly (string | number)[];
  readonly message: Text;
}

const LARGEST_COST = 1e6;

/** What is wrong with a price list that has its shape, two prices for one thing among it; nothing where all can be. */
export function priceListProblems({ currency, products, costs }: PriceList): PriceListProblem[] {
  return [
    ...(currency.trim() === ''
      ? [
          {
            path: ['currency'],
            message: message('bucking.enter-the-currency-of-the', 'Enter the currency of the prices, such as EUR.'),
          },
        ]
      : []),
    ...productProblems(products).map(({ product, field, message: words }) => ({
      path: ['products', product, field],
      message: words,
    })),
    ...costs.flatMap(({ name, amount }, i): PriceListProblem[] => [
      ...(name.trim() === ''
        ? [
            {
              path: ['costs', i, 'name'],
              message: message('bucking.enter-the-name-of-the', 'Enter the name of the cost.'),
            },
          ]
        : []),
      ...(amount >= 0 && amount <= LARGEST_COST
        ? []
        : [{ path: ['costs', i, 'amount'], message: message('bucking.cost-must-be-0-or', 'Cost must be 0 or more.') }]),
      ...(costs.findIndex((cost) => cost.name === name) < i
        ? [
            {
              path: ['costs', i, 'name'],
              message: message('bucking.is-listed-twice', '{name} is listed twice.', { name }),
            },
          ]
        : []),
    ]),
  ];
}
