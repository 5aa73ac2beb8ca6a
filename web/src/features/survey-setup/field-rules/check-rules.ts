import { type FieldRules, PRODUCTS_LIMIT } from '@arbolito/core/protocol';
import {
  fieldRulesRules,
  productPieceRules,
  productRules,
  rulesPreviewRules,
} from '../../../contracts/generated/rules.ts';
import { fieldProblem } from '../../../contracts/rules/field-rule.ts';
import { t } from '../../../messages/text.ts';

function productProblems({ products }: FieldRules): readonly (readonly [string, string | null])[] {
  const names = products.map(({ name }) => name);
  const list =
    products.length > PRODUCTS_LIMIT
      ? t('survey-setup.at-most-products', 'At most {productsLimit} products.', {
          productsLimit: String(PRODUCTS_LIMIT),
        })
      : new Set(names).size < names.length
        ? t('survey-setup.two-products-have-the-same', 'Two products have the same name.')
        : null;
  return [
    ['/fieldRules/products', list],
    ...products.flatMap(({ name, fromCm, piece }, i) => [
      [
        `/fieldRules/products/${String(i)}/name`,
        fieldProblem(t('survey-setup.product-name', 'Product'), productRules.name, name),
      ] as const,
      [
        `/fieldRules/products/${String(i)}/fromCm`,
        fieldProblem(t('survey-setup.from-diameter', 'From diameter'), productRules.fromCm, fromCm),
      ] as const,
      ...(piece === undefined
        ? []
        : [
            [
              `/fieldRules/products/${String(i)}/piece/lengthM`,
              fieldProblem(t('survey-setup.piece-length-name', 'Length'), productPieceRules.lengthM, piece.lengthM),
            ] as const,
            [
              `/fieldRules/products/${String(i)}/piece/topCm`,
              fieldProblem(t('survey-setup.piece-top-name', 'Top diameter'), productPieceRules.topCm, piece.topCm),
            ] as const,
          ]),
    ]),
  ];
}

/** What the contract refuses of field rules, by JSON pointer; said before anything is sent. */
export function checkRules(rules: FieldRules): ReadonlyMap<string, string> {
  const found: readonly (readonly [string, string | null])[] = [
    [
      '/breastHeightM',
      fieldProblem(
        t('survey-setup.breast-height', 'Breast height'),
        rulesPreviewRules.breastHeightM,
        rules.breastHeightM,
      ),
    ],
    [
      '/fieldRules/smallestDbhCm',
      fieldProblem(t('survey-setup.smallest-dbh', 'Smallest dbh'), fieldRulesRules.smallestDbhCm, rules.smallestDbhCm),
    ],
    ...productProblems(rules),
  ];
  return new Map(found.flatMap(([pointer, words]) => (words === null ? [] : [[pointer, words] as const])));
}
