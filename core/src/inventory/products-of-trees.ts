import { type ProductLimit, type ProductPiece, productOf, type VolumeModel } from '../protocol/index.ts';
import { profileByChoice, underBark } from '../taper/index.ts';
import { heightOfTallied, type TalliedTree } from './tallied.ts';

/** How a survey tells what a stem gives. */
export interface ProductRules {
  readonly products: readonly ProductLimit[];
  /** How the volume of a species is worked out; its taper is the usual one where it has none. */
  readonly volumeOf: (speciesCode: string) => VolumeModel | undefined;
  /** Diameter under bark over that over it, of a species. */
  readonly barkRatioOf: (speciesCode: string) => number;
  readonly stumpM: number;
  readonly breastHeightM: number;
}

/** Digits of a piece's small end that tell its limit from the noise of a taper, cm. */
const EDGE_CM = 1e-9;

/**
 * A tree with its product, where a product asks for a piece: the longest way up a stem to a diameter follows from dbh, height
 * and the taper of its species. A product by a code of the tree stays. Without a height the dbh alone decides.
 *
 * @param tree dbh in cm and height in m, measured or by the curve
 * @returns the same tree where no product asks for a piece
 */
export function withProduct(tree: TalliedTree, rules: ProductRules): TalliedTree {
  const { products, volumeOf, barkRatioOf, stumpM, breastHeightM } = rules;
  const heightM = heightOfTallied(tree);
  const { dbhCm, speciesCode } = tree;
  if (tree.product !== undefined || dbhCm === null || heightM === null) return tree;
  if (products.every(({ piece }) => piece === undefined)) return tree;
  const model = volumeOf(speciesCode);
  const taper = model?.by === 'profile' ? model.taper : ({ model: 'solids' } as const);
  const made = profileByChoice(taper, { dbhCm, heightM }, breastHeightM);
  if (!made.ok) return tree;
  const wood = underBark(made.profile, barkRatioOf(speciesCode));
  const gives = ({ lengthM, topCm }: ProductPiece): boolean => {
    const endM = stumpM + lengthM;
    return endM <= heightM && wood.diameterCm(endM) >= topCm - EDGE_CM;
  };
  return { ...tree, product: productOf(dbhCm, products, gives) };
}
