import type { PriceList } from '../protocol/index.ts';
import { productProblems } from './products.ts';
import { message, type Text } from '../message/index.ts';

/** What is wrong with a list, at which of its fields. */
export interface PriceListProblem {
  readonly path: readonly (string | number)[];
  readonly message: Text;
}

const LARGEST_COST = 1e6;

const DAY = /^(19|20|21)\d\d-\d\d-\d\d$/;

function isRealDay(text: string): boolean {
  const day = DAY.test(text) ? new Date(`${text}T00:00:00Z`) : null;
  return day !== null && !Number.isNaN(day.getTime()) && day.toISOString().startsWith(text);
}

/** What is wrong with a price list that has its shape, two prices for one thing among it; nothing where all can be. */
export function priceListProblems({ currency, pricesOf, products, costs }: PriceList): PriceListProblem[] {
  return [
    ...(isRealDay(pricesOf)
      ? []
      : [
          {
            path: ['pricesOf'],
            message: message(
              'bucking.enter-the-day-of-the',
              'Enter the day of the prices as a date, such as 2026-06-03.',
            ),
          },
        ]),
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
