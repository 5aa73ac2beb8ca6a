import { type FieldRules, PRODUCTS_LIMIT } from '@arbolito/core/protocol';
import { fieldRulesRules, productRules, rulesPreviewRules } from '../../../contracts/generated/rules.ts';
import { fieldProblem } from '../../../contracts/rules/field-rule.ts';

function productProblems({ products }: FieldRules): readonly (readonly [string, string | null])[] {
  const names = products.map(({ name }) => name);
  const list =
    products.length > PRODUCTS_LIMIT
      ? `There may be at most ${String(PRODUCTS_LIMIT)} products.`
      : new Set(names).size < names.length
        ? 'Two products have the same name.'
        : null;
  return [
    ['/fieldRules/products', list],
    ...products.flatMap(({ name, fromCm }, i) => [
      [`/fieldRules/products/${String(i)}/name`, fieldProblem('This', productRules.name, name)] as const,
      [`/fieldRules/products/${String(i)}/fromCm`, fieldProblem('This', productRules.fromCm, fromCm)] as const,
    ]),
  ];
}

/** What the contract refuses of field rules, by JSON pointer; said before anything is sent. */
export function checkRules(rules: FieldRules): ReadonlyMap<string, string> {
  const found: readonly (readonly [string, string | null])[] = [
    ['/breastHeightM', fieldProblem('This', rulesPreviewRules.breastHeightM, rules.breastHeightM)],
    ['/fieldRules/smallestDbhCm', fieldProblem('This', fieldRulesRules.smallestDbhCm, rules.smallestDbhCm)],
    ...productProblems(rules),
  ];
  return new Map(found.flatMap(([pointer, words]) => (words === null ? [] : [[pointer, words] as const])));
}
