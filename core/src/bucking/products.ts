import { type DefectKind, isLogRuleId, type LogRuleId, type Product } from '../protocol/index.ts';
import { LOG_RULES } from '../log-rules/index.ts';
import { convert } from '../units/index.ts';
import { smalianM3, type StemProfile } from '../taper/index.ts';
import { message, type Text } from '../message/index.ts';

/** A part of the stem with a defect, in m above the ground. */
export interface Defect {
  readonly kind: DefectKind;
  readonly fromM: number;
  readonly toM: number;
}

/** What is wrong with a product list, at which product. */
export interface ProductProblem {
  readonly product: number;
  readonly field: string;
  readonly message: Text;
}

const LONGEST_M = 30;

/** What is wrong with a list of products; nothing where all can be. */
export function productProblems(products: readonly Product[]): ProductProblem[] {
  return products.flatMap((product, i): ProductProblem[] => {
    const found: ProductProblem[] = [];
    const say = (field: string, message: Text): void => {
      found.push({ product: i, field, message });
    };
    if (product.name.trim() === '')
      say('name', message('bucking.enter-the-name-of-the-product', 'Enter the name of the product.'));
    if (products.findIndex(({ name, unit }) => name === product.name && unit === product.unit) < i)
      say(
        'name',
        message('bucking.is-listed-twice-with-two', '{name} is listed twice with two prices.', { name: product.name }),
      );
    if (product.lengthsM.length === 0 || !product.lengthsM.every((length) => length > 0 && length <= LONGEST_M))
      say(
        'lengthsM',
        message('bucking.lengths-must-be-above-0', 'Lengths must be above 0 and up to {longestM} m ({longestM2} ft).', {
          longestM: String(LONGEST_M),
          longestM2: String(Math.floor(LONGEST_M / 0.3048)),
        }),
      );
    if (!(product.trimM >= 0 && product.trimM <= 1))
      say('trimM', message('bucking.trim-must-be-0-to', 'Trim must be 0 to 1 m (3.3 ft).'));
    if (!(product.smallestTopCm >= 0 && product.smallestTopCm <= 200))
      say(
        'smallestTopCm',
        message('bucking.smallest-small-end-must-be', 'Smallest small end must be 0 to 200 cm (78 in).'),
      );
    if (product.largestButtCm !== undefined && !(product.largestButtCm > product.smallestTopCm))
      say(
        'largestButtCm',
        message('bucking.largest-butt-must-be-larger', 'Largest butt must be larger than the smallest small end.'),
      );
    if (product.belowM !== undefined && !(product.belowM > 0 && product.belowM <= 130))
      say(
        'belowM',
        message('bucking.the-height-limit-must-be', 'The height limit must be above 0 and up to 130 m (426 ft).'),
      );
    if (!(product.price >= 0 && product.price < 1e9))
      say('price', message('bucking.price-must-be-0-or', 'Price must be 0 or more.'));
    return found;
  });
}

/** Prices that somebody may well pay, by their unit, in euros, dollars or a currency like them. */
const PLAUSIBLE_PRICES: Readonly<Record<'m3' | 'piece' | 'mbf', readonly [number, number]>> = {
  m3: [1, 2_000],
  piece: [0.1, 20_000],
  mbf: [20, 10_000],
};

/**
 * What is odd about a price: a price per board foot entered for a thousand of them, or a misplaced decimal mark.
 *
 * @returns null for a price within the plausible range of its unit, and for 0: a product without a price
 * @example priceDoubt({ unit: 'international-1/4', price: 0.42 }) // asks whether 420 was meant
 */
export function priceDoubt({ unit, price }: Pick<Product, 'unit' | 'price'>): Text | null {
  const kind = unit === 'm3' || unit === 'piece' ? unit : 'mbf';
  const [low, high] = PLAUSIBLE_PRICES[kind];
  if (price === 0 || (price >= low && price <= high)) return null;
  const range = message('bucking.prices-are-usually-to', 'Prices are usually {low} to {high}.', {
    low: String(low),
    high: String(high),
  });
  return kind === 'mbf' && price * PER_MBF >= low && price * PER_MBF <= high
    ? message('bucking.the-price-is-per-1', 'The price is per 1,000 board feet. {range} Did you mean {toFixed}?', {
        range,
        toFixed: String(Number((price * PER_MBF).toFixed(2))),
      })
    : message('bucking.check-this-price', 'Check this price. {range}', { range });
}

const INCHES_PER_CM = convert(1, 'cm', 'in');
const FEET_PER_M = convert(1, 'm', 'ft');
const PER_MBF = 1000;

/** Board feet of a log by a rule: its small end in inches, its length in feet. */
export const logBoardFeet = (rule: LogRuleId, topCm: number, lengthM: number): number =>
  LOG_RULES[rule].boardFeet(topCm * INCHES_PER_CM, lengthM * FEET_PER_M);

/** What a log is worth: its cubic metres after Smalian, its board feet by the rule, or one. Diameters in cm, length in m. */
export function logValue({ unit, price }: Product, buttCm: number, topCm: number, lengthM: number): number {
  if (unit === 'm3') return price * smalianM3(buttCm, topCm, lengthM);
  if (unit === 'piece') return price;
  return isLogRuleId(unit) ? (price * logBoardFeet(unit, topCm, lengthM)) / PER_MBF : 0;
}

/** A stem to be cut: its profile under bark, where the saw begins, where it ends, and what is wrong with it. */
export interface StemToCut {
  readonly profile: StemProfile;
  readonly stumpM: number;
  /** Thinner than this nothing is taken. */
  readonly topCm: number;
  readonly defects: readonly Defect[];
}

/** A log as it is cut. */
export interface Cut {
  readonly product: number;
  readonly fromM: number;
  /** Without trim. */
  readonly lengthM: number;
  readonly buttCm: number;
  readonly topCm: number;
  readonly value: number;
}

/** Ends of logs and defects that lie nearer than this meet, in m. */
export const TOUCHING_M = 1e-9;

/** The log of a product from a height up; null where the stem does not give it. */
export function cutAt(
  stem: StemToCut,
  products: readonly Product[],
  at: Omit<Cut, 'buttCm' | 'topCm' | 'value'>,
): Cut | null {
  const product = products[at.product];
  const { fromM, lengthM } = at;
  if (product === undefined) return null;
  const toM = fromM + lengthM;
  const { profile, defects } = stem;
  if (toM + product.trimM > profile.heightM + TOUCHING_M || toM > (product.belowM ?? Infinity) + TOUCHING_M)
    return null;
  const topCm = profile.diameterCm(toM);
  if (topCm < Math.max(product.smallestTopCm, stem.topCm)) return null;
  const buttCm = profile.diameterCm(fromM);
  if (buttCm > (product.largestButtCm ?? Infinity)) return null;
  const isMarred = defects.some(
    ({ kind, fromM: low, toM: high }) =>
      !product.allows.includes(kind) && low < toM - TOUCHING_M && high > fromM + TOUCHING_M,
  );
  if (isMarred) return null;
  return { ...at, buttCm, topCm, value: logValue(product, buttCm, topCm, lengthM) };
}
