import { CirclePlus, X } from 'lucide-react';
import { useState } from 'react';
import {
  type Cost,
  COST_UNITS,
  DEFECT_KINDS,
  isLogRuleId,
  PRICE_LIST_LIMITS,
  type PriceList,
  type Product,
  UNITS_OF_PRICE,
} from '@arbolito/core/protocol';
import { priceDoubt, priceListProblems } from '@arbolito/core/bucking';
import { LOG_RULES } from '@arbolito/core/log-rules';
import { readQuantity } from '@arbolito/core/units';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import { DEFECT_WORDS } from '../defect-words.ts';
import { asTyped, type WoodUnits } from './wood-units.ts';
import { t, say } from '../../../messages/text.ts';
import { message, type Text } from '@arbolito/core/message';

const PRICE_UNITS = UNITS_OF_PRICE.map((id) => ({
  id,
  words:
    id === 'm3'
      ? 'm³'
      : isLogRuleId(id)
        ? t('results.mbf', 'MBF {name}', { name: LOG_RULES[id].name })
        : t('results.piece', 'piece'),
}));
const COST_WORDS = { m3: message('results.m-of-logs', 'm³ of logs'), log: 'log', tree: 'tree' } as const;

const figureOf = (text: string): number => {
  const read = readQuantity(text, { unit: 'one' });
  return read.ok ? read.value : NaN;
};

interface FigureCellProps {
  readonly label: string;
  readonly value: number | undefined;
  readonly optional?: boolean;
  /** From what is kept to what is shown. */
  readonly show?: (value: number) => number;
  readonly read?: (text: string) => number;
  readonly onChange: (value: number | undefined) => void;
}

const same = (value: number): number => value;

/** A figure that is kept as it is typed until it can be read. */
function FigureCell({ label, value, optional = false, show = same, read = figureOf, onChange }: FigureCellProps) {
  const [text, setText] = useState(value === undefined ? '' : asTyped(show(value)));
  return (
    <label className="grid gap-0.5">
      <span className="text-[0.92rem] text-quiet">{label}</span>
      <input
        className="field figures"
        inputMode="decimal"
        autoComplete="off"
        value={text}
        aria-invalid={value !== undefined && Number.isNaN(value)}
        onChange={(event) => {
          setText(event.target.value);
          onChange(optional && event.target.value.trim() === '' ? undefined : read(event.target.value));
        }}
      />
    </label>
  );
}

/** Lengths with spaces between them. */
function LengthsCell({
  lengthsM,
  units,
  onChange,
}: {
  readonly lengthsM: readonly number[];
  readonly units: WoodUnits;
  readonly onChange: (lengths: number[]) => void;
}) {
  const [text, setText] = useState(lengthsM.map((length) => asTyped(units.lengthOf(length))).join(' '));
  return (
    <label className="grid gap-0.5">
      <span className="text-[0.92rem] text-quiet">
        {t('results.lengths', 'Lengths, {units}', { units: units.length })}
      </span>
      <input
        className="field figures"
        autoComplete="off"
        value={text}
        onChange={(event) => {
          setText(event.target.value);
          onChange(
            event.target.value
              .trim()
              .split(/[\s;]+/)
              .filter((part) => part !== '')
              .map(units.readLength),
          );
        }}
      />
    </label>
  );
}

const NEW: Product = {
  name: '',
  lengthsM: [3],
  trimM: 0.1,
  smallestTopCm: 12,
  allows: [],
  unit: 'm3',
  price: 40,
};

interface PriceListEditorProps {
  readonly list: PriceList;
  readonly units: WoodUnits;
  readonly onChange: (list: PriceList) => void;
}

/** What is bought, in which lengths and tops, what is paid for it, and what it costs to bring it out. */
export function PriceListEditor({ list, units, onChange }: PriceListEditorProps) {
  const { products, costs, currency, pricesOf } = list;
  // Cells keep their own text: when rows move up, they are made anew.
  const [moved, setMoved] = useState(0);
  const take = (over: Partial<PriceList>): void => {
    setMoved(moved + 1);
    onChange({ ...list, ...over });
  };
  const problems = priceListProblems(list);
  const problemOf = (...path: readonly (string | number)[]): Text | null =>
    problems.find((problem) => path.every((part, i) => problem.path[i] === part))?.message ?? null;
  const change = (at: number, over: Partial<Product>): void => {
    onChange({ ...list, products: products.map((product, i) => (i === at ? { ...product, ...over } : product)) });
  };
  const changeCost = (at: number, over: Partial<Cost>): void => {
    onChange({ ...list, costs: costs.map((cost, i) => (i === at ? { ...cost, ...over } : cost)) });
  };
  return (
    <div className="grid grid-cols-[minmax(0,1fr)] gap-3">
      <div className="flex flex-wrap items-center gap-4">
        <label className="flex items-center gap-2">
          {t('results.currency', 'Currency')}
          <input
            className="field !w-20"
            maxLength={PRICE_LIST_LIMITS.currency}
            value={currency}
            aria-invalid={problemOf('currency') !== null}
            onChange={(event) => {
              onChange({ ...list, currency: event.target.value });
            }}
          />
        </label>
        <label className="flex items-center gap-2">
          {t('results.prices-of', 'Prices of')}
          <input
            className="field figures !w-36"
            inputMode="numeric"
            maxLength={10}
            placeholder="2026-06-03"
            value={pricesOf}
            aria-invalid={problemOf('pricesOf') !== null}
            onChange={(event) => {
              onChange({ ...list, pricesOf: event.target.value });
            }}
          />
        </label>
      </div>
      {problemOf('currency') !== null && <FieldError>{say(problemOf('currency'))}</FieldError>}
      {problemOf('pricesOf') !== null && <FieldError>{say(problemOf('pricesOf'))}</FieldError>}
      {products.map((product, i) => (
        <fieldset
          // By its place: a name changes while it is typed.
          key={`${moved} ${i}`}
          className="grid grid-cols-2 items-end gap-2 rounded-lg border-[1.5px] border-line p-3 sm:grid-cols-3 lg:grid-cols-5"
        >
          <legend className="sr-only">{t('results.product', 'Product {i}', { i: i + 1 })}</legend>
          <label className="grid gap-0.5">
            <span className="text-[0.92rem] text-quiet">{t('results.product-2', 'product')}</span>
            <input
              className="field"
              maxLength={30}
              value={product.name}
              onChange={(event) => {
                change(i, { name: event.target.value });
              }}
            />
          </label>
          <LengthsCell
            units={units}
            lengthsM={product.lengthsM}
            onChange={(lengthsM) => {
              change(i, { lengthsM });
            }}
          />
          <FigureCell
            label={t('results.trim', 'trim, {units}', { units: units.length })}
            value={product.trimM}
            show={units.lengthOf}
            read={units.readLength}
            onChange={(trimM) => {
              change(i, { trimM: trimM ?? NaN });
            }}
          />
          <FigureCell
            label={t('results.smallest-small-end', 'smallest small end, {diameter}', { diameter: units.diameter })}
            value={product.smallestTopCm}
            show={units.diameterOf}
            read={units.readDiameter}
            onChange={(smallestTopCm) => {
              change(i, { smallestTopCm: smallestTopCm ?? NaN });
            }}
          />
          <FigureCell
            label={t('results.largest-butt', 'largest butt, {diameter}', { diameter: units.diameter })}
            optional
            value={product.largestButtCm}
            show={units.diameterOf}
            read={units.readDiameter}
            onChange={(largestButtCm) => {
              change(i, { largestButtCm });
            }}
          />
          <FigureCell
            label={t('results.only-below-height', 'only below height, {units}', { units: units.length })}
            optional
            value={product.belowM}
            show={units.lengthOf}
            read={units.readLength}
            onChange={(belowM) => {
              change(i, { belowM });
            }}
          />
          <FigureCell
            label={t('results.price', 'price, {currency}', { currency })}
            value={product.price}
            onChange={(price) => {
              change(i, { price: price ?? NaN });
            }}
          />
          <label className="grid gap-0.5">
            <span className="text-[0.92rem] text-quiet">{t('results.per', 'per')}</span>
            <select
              className="field"
              value={product.unit}
              onChange={(event) => {
                const unit = PRICE_UNITS.find(({ id }) => id === event.target.value);
                if (unit !== undefined) change(i, { unit: unit.id });
              }}
            >
              {PRICE_UNITS.map(({ id, words }) => (
                <option key={id} value={id}>
                  {words}
                </option>
              ))}
            </select>
          </label>
          <button
            type="button"
            className="btn"
            aria-label={t('results.remove-2', 'Remove {value}', {
              value: product.name === '' ? t('results.product', 'Product {i}', { i: i + 1 }) : product.name,
            })}
            onClick={() => {
              take({ products: products.filter((_, at) => at !== i) });
            }}
          >
            <X aria-hidden="true" size={18} />
          </button>
          {priceDoubt(product) !== null && (
            <p role="status" className="col-span-full font-semibold text-paint-ink">
              {say(priceDoubt(product))}
            </p>
          )}
          <div className="col-span-full flex flex-wrap items-center gap-x-4">
            <span className="text-[0.92rem] text-quiet">{t('results.defects-allowed', 'Defects allowed')}</span>
            {DEFECT_KINDS.map((kind) => (
              <label key={kind} className="flex min-h-11 items-center gap-1.5">
                <input
                  type="checkbox"
                  checked={product.allows.includes(kind)}
                  onChange={(event) => {
                    const others = product.allows.filter((each) => each !== kind);
                    change(i, { allows: event.target.checked ? [...others, kind] : others });
                  }}
                />
                {say(DEFECT_WORDS[kind])}
              </label>
            ))}
          </div>
          {problems
            .filter(({ path }) => path[0] === 'products' && path[1] === i)
            .map(({ path, message }) => (
              <FieldError key={path.join(' ')} className="col-span-full">
                {say(message)}
              </FieldError>
            ))}
        </fieldset>
      ))}
      <p>
        <button
          type="button"
          className="btn"
          disabled={products.length >= PRICE_LIST_LIMITS.products}
          onClick={() => {
            onChange({ ...list, products: [...products, NEW] });
          }}
        >
          <CirclePlus aria-hidden="true" size={18} /> {t('results.add-product', 'Add product')}
        </button>
      </p>
      <h3 className="text-lg font-bold">{t('results.costs-2', 'Costs')}</h3>
      {costs.map(({ name, per, amount }, i) => (
        <fieldset
          key={`${moved} ${i}`}
          className="grid grid-cols-2 items-end gap-2 rounded-lg border-[1.5px] border-line p-3 sm:grid-cols-[2fr_1fr_1fr_auto]"
        >
          <legend className="sr-only">{t('results.cost', 'Cost {i}', { i: i + 1 })}</legend>
          <label className="grid gap-0.5">
            <span className="text-[0.92rem] text-quiet">{t('results.cost-of', 'cost of')}</span>
            <input
              className="field"
              maxLength={PRICE_LIST_LIMITS.name}
              value={name}
              onChange={(event) => {
                changeCost(i, { name: event.target.value });
              }}
            />
          </label>
          <FigureCell
            label={t('results.amount', 'amount, {currency}', { currency })}
            value={amount}
            onChange={(value) => {
              changeCost(i, { amount: value ?? NaN });
            }}
          />
          <label className="grid gap-0.5">
            <span className="text-[0.92rem] text-quiet">{t('results.per', 'per')}</span>
            <select
              className="field"
              value={per}
              onChange={(event) => {
                const unit = COST_UNITS.find((each) => each === event.target.value);
                if (unit !== undefined) changeCost(i, { per: unit });
              }}
            >
              {COST_UNITS.map((each) => (
                <option key={each} value={each}>
                  {say(COST_WORDS[each])}
                </option>
              ))}
            </select>
          </label>
          <button
            type="button"
            className="btn"
            aria-label={t('results.remove-2', 'Remove {value}', {
              value: name === '' ? t('results.cost', 'Cost {i}', { i: i + 1 }) : name,
            })}
            onClick={() => {
              take({ costs: costs.filter((_, at) => at !== i) });
            }}
          >
            <X aria-hidden="true" size={18} />
          </button>
          {problems
            .filter(({ path }) => path[0] === 'costs' && path[1] === i)
            .map(({ path, message }) => (
              <FieldError key={path.join(' ')} className="col-span-full">
                {say(message)}
              </FieldError>
            ))}
        </fieldset>
      ))}
      <p>
        <button
          type="button"
          className="btn"
          disabled={costs.length >= PRICE_LIST_LIMITS.costs}
          onClick={() => {
            onChange({ ...list, costs: [...costs, { name: '', per: 'm3', amount: 0 }] });
          }}
        >
          <CirclePlus aria-hidden="true" size={18} /> {t('results.add-cost', 'Add cost')}
        </button>
      </p>
    </div>
  );
}
