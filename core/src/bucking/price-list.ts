import {
  type Cost,
  COST_UNITS,
  DEFECT_KINDS,
  PRICE_LIST_LIMITS,
  type PriceList,
  type Product,
  UNITS_OF_PRICE,
} from '../protocol/index.ts';
import { productProblems } from './products.ts';

const isNumber = (value: unknown): value is number => typeof value === 'number' && Number.isFinite(value);
const isText = (value: unknown, longest: number): boolean => typeof value === 'string' && value.length <= longest;
const hasOnly = (value: object, fields: readonly string[]): boolean =>
  Object.keys(value).every((key) => fields.includes(key));

const PRODUCT_FIELDS = [
  'name',
  'lengthsM',
  'trimM',
  'smallestTopCm',
  'largestButtCm',
  'allows',
  'belowM',
  'unit',
  'price',
] as const;

function isProduct(value: unknown): value is Product {
  if (typeof value !== 'object' || value === null || !hasOnly(value, PRODUCT_FIELDS)) return false;
  const { name, lengthsM, trimM, smallestTopCm, largestButtCm, allows, belowM, unit, price } = value as Record<
    string,
    unknown
  >;
  return (
    isText(name, PRICE_LIST_LIMITS.name) &&
    Array.isArray(lengthsM) &&
    lengthsM.length <= PRICE_LIST_LIMITS.lengths &&
    lengthsM.every(isNumber) &&
    [trimM, smallestTopCm, price].every(isNumber) &&
    [largestButtCm, belowM].every((each) => each === undefined || isNumber(each)) &&
    Array.isArray(allows) &&
    allows.every((kind) => DEFECT_KINDS.some((each) => each === kind)) &&
    UNITS_OF_PRICE.some((each) => each === unit)
  );
}

function isCost(value: unknown): value is Cost {
  if (typeof value !== 'object' || value === null || !hasOnly(value, ['name', 'per', 'amount'])) return false;
  const { name, per, amount } = value as Record<string, unknown>;
  return isText(name, PRICE_LIST_LIMITS.name) && COST_UNITS.some((each) => each === per) && isNumber(amount);
}

const DAY = /^(19|20|21)\d\d-(0[1-9]|1[0-2])-(0[1-9]|[12]\d|3[01])$/;

/** Whether something that came over the wire, or out of a device’s memory, has the shape of a price list. */
export function isPriceList(value: unknown): value is PriceList {
  if (typeof value !== 'object' || value === null || !hasOnly(value, ['currency', 'pricesOf', 'products', 'costs']))
    return false;
  const { currency, pricesOf, products, costs } = value as Record<string, unknown>;
  return (
    isText(currency, PRICE_LIST_LIMITS.currency) &&
    typeof pricesOf === 'string' &&
    DAY.test(pricesOf) &&
    Array.isArray(products) &&
    products.length <= PRICE_LIST_LIMITS.products &&
    products.every(isProduct) &&
    Array.isArray(costs) &&
    costs.length <= PRICE_LIST_LIMITS.costs &&
    costs.every(isCost)
  );
}

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
