import type { FieldRules } from '@arbolito/core/protocol';

/** Rules as a contract writes them: without the breast height, which stands beside. */
export const rulesBody = ({ breastHeightM, ...fieldRules }: FieldRules) => ({
  breastHeightM,
  fieldRules: { ...fieldRules, products: fieldRules.products.map((product) => ({ ...product })) },
});
