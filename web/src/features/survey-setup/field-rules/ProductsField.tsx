import { CirclePlus, X } from 'lucide-react';
import { type ProductPiece, PRODUCTS_LIMIT } from '@arbolito/core/protocol';
import { t } from '../../../messages/text.ts';
import type { WithErrors } from './rule-part.ts';
import { RuleProblem } from './RuleProblem.tsx';
import { RuleQuantity } from './RuleQuantity.tsx';

/** A piece as it is being typed: one figure may still be missing. */
const pieceOf = (lengthM: number | undefined, topCm: number | undefined): ProductPiece | undefined =>
  lengthM === undefined && topCm === undefined ? undefined : { lengthM: lengthM ?? NaN, topCm: topCm ?? NaN };

const typed = (value: number | undefined): number | undefined =>
  value === undefined || Number.isNaN(value) ? undefined : value;

/** Products by dbh, and by the piece that a stem must give. */
export function ProductsField({ rules: { products }, change, system, errors }: WithErrors) {
  const setProduct = (at: number, part: Partial<(typeof products)[number]>): void => {
    change({ products: products.map((product, i) => (i === at ? { ...product, ...part } : product)) });
  };
  return (
    <div className="grid gap-2">
      <p>
        {t(
          'survey-setup.products-by-dbh-and-piece',
          'Products by dbh. A stem belongs to the last product whose limit it reaches. Length and top are optional: the piece that the stem must give from its stump.',
        )}
      </p>
      {products.map(({ name, fromCm, piece }, i) => (
        <div key={i} className="flex flex-wrap items-start gap-3">
          <label className="flex items-center gap-2">
            <span className="sr-only">{t('survey-setup.product', 'Product {i}', { i: i + 1 })}</span>
            <input
              className="field !w-52"
              maxLength={40}
              value={name}
              aria-invalid={errors.has(`/fieldRules/products/${i}/name`)}
              onChange={(event) => {
                setProduct(i, { name: event.target.value });
              }}
            />
          </label>
          <RuleQuantity
            id={`product-${i}`}
            of="diameter"
            label={t('survey-setup.from', 'from')}
            value={fromCm}
            system={system}
            problem={errors.get(`/fieldRules/products/${i}/fromCm`)}
            onValue={(limit) => {
              setProduct(i, { fromCm: limit ?? NaN });
            }}
          />
          <RuleQuantity
            id={`product-length-${i}`}
            of="length"
            label={t('survey-setup.piece-length', 'length')}
            value={typed(piece?.lengthM)}
            system={system}
            isOptional
            problem={errors.get(`/fieldRules/products/${i}/piece/lengthM`)}
            onValue={(lengthM) => {
              setProduct(i, { piece: pieceOf(lengthM, typed(piece?.topCm)) });
            }}
          />
          <RuleQuantity
            id={`product-top-${i}`}
            of="diameter"
            label={t('survey-setup.piece-top', 'top')}
            value={typed(piece?.topCm)}
            system={system}
            isOptional
            problem={errors.get(`/fieldRules/products/${i}/piece/topCm`)}
            onValue={(topCm) => {
              setProduct(i, { piece: pieceOf(typed(piece?.lengthM), topCm) });
            }}
          />
          <button
            type="button"
            className="min-h-11 min-w-11 place-content-center"
            aria-label={t('survey-setup.remove', 'Remove {value}', {
              value: name === '' ? t('survey-setup.product', 'Product {i}', { i: i + 1 }) : name,
            })}
            onClick={() => {
              change({ products: products.filter((_, at) => at !== i) });
            }}
          >
            <X aria-hidden="true" size={20} />
          </button>
          <RuleProblem id={`product-name-${i}`} words={errors.get(`/fieldRules/products/${i}/name`)} />
        </div>
      ))}
      <RuleProblem id="products-problem" words={errors.get('/fieldRules/products')} />
      {products.length < PRODUCTS_LIMIT && (
        <button
          type="button"
          className="btn justify-self-start"
          onClick={() => {
            const last = products.at(-1)?.fromCm ?? 0;
            change({ products: [...products, { name: '', fromCm: last + 10 }] });
          }}
        >
          <CirclePlus aria-hidden="true" size={18} /> {t('survey-setup.add-product', 'Add product')}
        </button>
      )}
    </div>
  );
}
