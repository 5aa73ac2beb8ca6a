import { convert } from '../../units/index.ts';

/** Width of the classes with its unit: `2cm`, `0.5cm`, `1in`. */
export type ClassWidth = `${number}${'cm' | 'in'}`;

/** How a survey sorts its diameters. */
export interface ClassRule {
  readonly width: ClassWidth;
  /** `down`: a class is named by its lower limit; `centred`: by its middle. */
  readonly place: 'down' | 'centred';
}

/** The widths of classes that crews use. */
export const USUAL_CLASS_WIDTHS = ['1in', '2in', '2cm', '4cm', '5cm'] as const satisfies readonly ClassWidth[];

/** Widths that a survey may choose, in their own unit. */
export const CLASS_WIDTH_LIMITS = { cm: { low: 0.5, high: 10 }, in: { low: 0.25, high: 4 } } as const;

const CLASS_WIDTH = /^(\d{1,2}(?:\.\d{1,2})?)(cm|in)$/;

/** A width of classes as a number with its unit. @throws RangeError for a text that is none */
export function classWidth(id: ClassWidth): { readonly width: number; readonly unit: 'cm' | 'in' } {
  const [, width, unit] = CLASS_WIDTH.exec(id) ?? [];
  if (width === undefined || (unit !== 'cm' && unit !== 'in')) throw new RangeError(`${id} is no width of classes`);
  return { width: Number(width), unit };
}

/** Whether a text is a width that a survey may choose. */
export function isClassWidth(value: unknown): value is ClassWidth {
  if (typeof value !== 'string' || !CLASS_WIDTH.test(value)) return false;
  const { width, unit } = classWidth(value as ClassWidth);
  const { low, high } = CLASS_WIDTH_LIMITS[unit];
  return width >= low && width <= high;
}

/** Digits that tell a diameter on the edge of a class from the noise of a conversion. */
const EDGE_DIGITS = 12;

/** The multiple of `width` that is not above the diameter: 10 in are 10 in, also when they come as 25.4 cm. */
export const downTo = (diameter: number, width: number): number =>
  Number((Math.floor(Number((diameter / width).toPrecision(EDGE_DIGITS))) * width).toPrecision(EDGE_DIGITS));

/**
 * The class that a diameter falls in, named by its lower limit or by its middle. The lower limit belongs to the class.
 *
 * @param dbhCm 0 or more
 * @param rule width of the classes, and whether they are named by their lower limit or their middle
 * @returns in the unit of the class
 * @example diameterClass(34.7, { width: '2cm', place: 'down' }) // 34
 * @example diameterClass(34.7, { width: '5cm', place: 'centred' }) // 35
 */
export function diameterClass(dbhCm: number, { width: id, place }: ClassRule): number {
  const { width, unit } = classWidth(id);
  const diameter = convert(dbhCm, 'cm', unit);
  return place === 'down' ? downTo(diameter, width) : downTo(diameter + width / 2, width);
}

/** The limits of a class: lower one in, upper one out. */
export function classLimits(
  named: number,
  { width: id, place }: ClassRule,
): { readonly from: number; readonly to: number } {
  const { width } = classWidth(id);
  const from = place === 'down' ? named : named - width / 2;
  return { from, to: from + width };
}

/** A piece that a stem must give from its stump up. */
export interface ProductPiece {
  readonly lengthM: number;
  /** Smallest diameter under bark at its small end, cm. */
  readonly topCm: number;
}

/** A product by the dbh from which a stem belongs to it, and by the piece that it must give where one is asked for. */
export interface ProductLimit {
  readonly name: string;
  readonly fromCm: number;
  readonly piece?: ProductPiece | undefined;
}

/** Pieces that a product may ask for. */
export const PRODUCT_PIECE_LIMITS = { lengthM: { low: 0.5, high: 30 }, topCm: { low: 1, high: 200 } } as const;

/** Most products that a survey may tell apart. */
export const PRODUCTS_LIMIT = 12;

/**
 * The product of a stem: the last whose lower limit it reaches and whose piece it gives.
 *
 * @param gives whether the stem is long enough for a piece; where its height is not known, every piece counts as given
 * @returns its name, or null where it reaches none
 * @example productOf(34, [{ name: 'pulpwood', fromCm: 10 }, { name: 'sawlog', fromCm: 30 }]) // 'sawlog'
 */
export function productOf(
  dbhCm: number,
  products: readonly ProductLimit[],
  gives: (piece: ProductPiece) => boolean = () => true,
): string | null {
  const reached = products.filter(({ fromCm, piece }) => dbhCm >= fromCm && (piece === undefined || gives(piece)));
  return (
    reached.reduce<ProductLimit | null>(
      (best, each) => (best === null || each.fromCm > best.fromCm ? each : best),
      null,
    )?.name ?? null
  );
}
