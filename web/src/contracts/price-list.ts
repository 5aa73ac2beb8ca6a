import 'reflect-metadata';
import {
  type Cost,
  COST_UNITS,
  DEFECT_KINDS,
  type DefectKind,
  PRICE_LIST_LIMITS,
  type PriceList,
  type PriceUnit,
  type Product,
  UNITS_OF_PRICE,
} from '@arbolito/core/protocol';
import { IsNumber, IsString, MaxLength } from 'class-validator';
import { IsDay, IsListOf, IsListOfValues, IsOmittable, IsOneOf } from './decorators.ts';

const { products, costs, lengths, name, currency } = PRICE_LIST_LIMITS;
/** The limits of each figure stand in core, with the sentence that is said at it. */
const FIGURE = [{ allowNaN: false, allowInfinity: false }, { message: 'must be a number' }] as const;
const text = (longest: number) => ({ message: `must be text of at most ${String(longest)} characters` });

class PricedProductDto implements Product {
  @IsString(text(name))
  @MaxLength(name, text(name))
  name!: string;

  @IsListOfValues((length) => typeof length === 'number' && Number.isFinite(length), {
    words: 'lengths in m',
    most: lengths,
  })
  lengthsM!: number[];

  @IsNumber(...FIGURE)
  trimM!: number;

  @IsNumber(...FIGURE)
  smallestTopCm!: number;

  @IsOmittable()
  @IsNumber(...FIGURE)
  largestButtCm?: number;

  /** Defects that it may have. */
  @IsListOfValues((kind) => DEFECT_KINDS.some((each) => each === kind), {
    words: `defects: ${DEFECT_KINDS.join(', ')}`,
    most: 2 * DEFECT_KINDS.length,
  })
  allows!: DefectKind[];

  @IsOmittable()
  @IsNumber(...FIGURE)
  belowM?: number;

  @IsOneOf(UNITS_OF_PRICE)
  unit!: PriceUnit;

  @IsNumber(...FIGURE)
  price!: number;
}

class CostDto implements Cost {
  @IsString(text(name))
  @MaxLength(name, text(name))
  name!: string;

  @IsOneOf(COST_UNITS)
  per!: Cost['per'];

  @IsNumber(...FIGURE)
  amount!: number;
}

/** Prices of products and costs, of one day. */
export class PriceListDto implements PriceList {
  @IsString(text(currency))
  @MaxLength(currency, text(currency))
  currency!: string;

  @IsDay()
  pricesOf!: string;

  @IsListOf(() => PricedProductDto, { words: 'products', most: products })
  products!: PricedProductDto[];

  @IsListOf(() => CostDto, { words: 'costs', most: costs })
  costs!: CostDto[];
}
