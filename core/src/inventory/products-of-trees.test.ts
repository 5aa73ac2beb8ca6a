import { describe, expect, it } from 'vitest';
import type { ProductPiece } from '../protocol/index.ts';
import { type ProductRules, withProduct } from './products-of-trees.ts';
import type { TalliedTree } from './tallied.ts';

/** A cone above breast height: 40 cm and 25.3 m are 40 × (25.3 − h) ÷ 24 at the height h. */
const CONE = { by: 'profile', errorShare: 0.1, taper: { model: 'ormerod', p: 1 } } as const;
const TREE: TalliedTree = { speciesCode: 'sp', dbhCm: 40, heightM: 25.3, volumeM3: null };

const rulesFor = (piece: ProductPiece): ProductRules => ({
  products: [
    { name: 'pulpwood', fromCm: 10 },
    { name: 'sawlog', fromCm: 30, piece },
  ],
  volumeOf: () => CONE,
  barkRatioOf: () => 0.9,
  stumpM: 0.3,
  breastHeightM: 1.3,
});
const productBy = (piece: ProductPiece, over: Partial<TalliedTree> = {}) =>
  withProduct({ ...TREE, ...over }, rulesFor(piece)).product;

describe('the product of a tree by the piece that its stem gives', () => {
  // Over bark 40 × 15 ÷ 24 = 25 cm at 10.3 m, so 22.5 cm of wood.
  it.each([
    ['10 m to a 22.4 cm top', { lengthM: 10, topCm: 22.4 }, 'sawlog'],
    ['10 m to a 22.6 cm top', { lengthM: 10, topCm: 22.6 }, 'pulpwood'],
    ['a piece longer than the tree', { lengthM: 25.1, topCm: 1 }, 'pulpwood'],
  ])('asks for %s', (_words, piece, product) => {
    expect(productBy(piece)).toBe(product);
  });

  it('takes the height of the curve where none was measured', () => {
    const piece = { lengthM: 10, topCm: 22.4 };
    expect(productBy(piece, { heightM: null, curveHeightM: 25.3 })).toBe('sawlog');
    // 40 × 5 ÷ 14 × 0.9 = 12.9 cm
    expect(productBy(piece, { heightM: null, curveHeightM: 15.3 })).toBe('pulpwood');
  });

  it('is none for a stem below every limit', () => {
    const { products: _all, ...rules } = rulesFor({ lengthM: 10, topCm: 20 });
    const products = [{ name: 'sawlog', fromCm: 30, piece: { lengthM: 20, topCm: 20 } }];
    expect(withProduct(TREE, { ...rules, products }).product).toBeNull();
  });

  it.each([
    ['a height', { heightM: null }],
    ['a diameter', { dbhCm: null }],
  ])('stays with the dbh alone without %s', (_words, over) => {
    expect(productBy({ lengthM: 10, topCm: 39 }, over)).toBeUndefined();
  });

  it('keeps the product that a code of the tree says', () => {
    expect(productBy({ lengthM: 2, topCm: 10 }, { product: 'pulpwood' })).toBe('pulpwood');
  });
});
