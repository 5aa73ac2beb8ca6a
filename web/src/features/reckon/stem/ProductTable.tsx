import { CirclePlus, X } from 'lucide-react';
import { useState } from 'react';
import { DEFECT_KINDS, productProblems, type PriceUnit, type Product } from '@arbolito/core/bucking';
import { isLogRuleId, LOG_RULES } from '@arbolito/core/logs';
import { readQuantity } from '@arbolito/core/quantity';

const UNITS: readonly { readonly id: PriceUnit; readonly words: string }[] = [
  { id: 'm3', words: 'm³' },
  { id: 'piece', words: 'piece' },
  ...Object.entries(LOG_RULES).flatMap(([id, { name }]) => (isLogRuleId(id) ? [{ id, words: `MBF ${name}` }] : [])),
];

const figureOf = (text: string): number => {
  const read = readQuantity(text, { unit: 'one' });
  return read.ok ? read.value : NaN;
};

interface FigureCellProps {
  readonly label: string;
  readonly value: number | undefined;
  readonly optional?: boolean;
  readonly onChange: (value: number | undefined) => void;
}

/** A figure that is kept as it is typed until it can be read. */
function FigureCell({ label, value, optional = false, onChange }: FigureCellProps) {
  const [text, setText] = useState(value === undefined ? '' : String(value));
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
          onChange(optional && event.target.value.trim() === '' ? undefined : figureOf(event.target.value));
        }}
      />
    </label>
  );
}

/** Lengths with spaces between them. */
function LengthsCell({ lengthsM, onChange }: { lengthsM: readonly number[]; onChange: (lengths: number[]) => void }) {
  const [text, setText] = useState(lengthsM.join(' '));
  return (
    <label className="grid gap-0.5">
      <span className="text-[0.92rem] text-quiet">lengths, m</span>
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
              .map(figureOf),
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

interface ProductTableProps {
  readonly products: readonly Product[];
  readonly money: string;
  readonly onChange: (products: readonly Product[]) => void;
  readonly onMoney: (money: string) => void;
}

/** What is bought, in which lengths and tops, and what is paid for it. */
export function ProductTable({ products, money, onChange, onMoney }: ProductTableProps) {
  const problems = productProblems(products);
  const change = (at: number, over: Partial<Product>): void => {
    onChange(products.map((product, i) => (i === at ? { ...product, ...over } : product)));
  };
  return (
    <section aria-labelledby="products" className="grid grid-cols-[minmax(0,1fr)] gap-3">
      <div className="flex flex-wrap items-center justify-between gap-3">
        <h2 id="products" className="text-xl font-bold">
          Products and prices
        </h2>
        <label className="flex items-center gap-2">
          money
          <input
            className="field !w-20"
            maxLength={8}
            value={money}
            onChange={(event) => {
              onMoney(event.target.value);
            }}
          />
        </label>
      </div>
      {products.map((product, i) => (
        <fieldset
          // By its place: a name changes while it is typed.
          key={i}
          className="grid grid-cols-2 items-end gap-2 rounded-lg border-[1.5px] border-line p-3 sm:grid-cols-4 lg:grid-cols-8"
        >
          <legend className="sr-only">product {i + 1}</legend>
          <label className="grid gap-0.5">
            <span className="text-[0.92rem] text-quiet">product</span>
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
            lengthsM={product.lengthsM}
            onChange={(lengthsM) => {
              change(i, { lengthsM });
            }}
          />
          <FigureCell
            label="trim, m"
            value={product.trimM}
            onChange={(trimM) => {
              change(i, { trimM: trimM ?? NaN });
            }}
          />
          <FigureCell
            label="top from, cm"
            value={product.smallestTopCm}
            onChange={(smallestTopCm) => {
              change(i, { smallestTopCm: smallestTopCm ?? NaN });
            }}
          />
          <FigureCell
            label="butt up to, cm"
            optional
            value={product.largestButtCm}
            onChange={(largestButtCm) => {
              change(i, { largestButtCm });
            }}
          />
          <FigureCell
            label={`price, ${money}`}
            value={product.price}
            onChange={(price) => {
              change(i, { price: price ?? NaN });
            }}
          />
          <label className="grid gap-0.5">
            <span className="text-[0.92rem] text-quiet">for a</span>
            <select
              className="field"
              value={product.unit}
              onChange={(event) => {
                const unit = UNITS.find(({ id }) => id === event.target.value);
                if (unit !== undefined) change(i, { unit: unit.id });
              }}
            >
              {UNITS.map(({ id, words }) => (
                <option key={id} value={id}>
                  {words}
                </option>
              ))}
            </select>
          </label>
          <button
            type="button"
            className="btn"
            aria-label={`Take ${product.name === '' ? `product ${i + 1}` : product.name} off the list`}
            onClick={() => {
              onChange(products.filter((_, at) => at !== i));
            }}
          >
            <X aria-hidden="true" size={18} />
          </button>
          <div className="col-span-full flex flex-wrap items-center gap-x-4">
            <span className="text-[0.92rem] text-quiet">may have</span>
            {DEFECT_KINDS.map((kind) => (
              <label key={kind} className="flex min-h-11 items-center gap-1.5">
                <input
                  type="checkbox"
                  className="size-5"
                  checked={product.allows.includes(kind)}
                  onChange={(event) => {
                    const others = product.allows.filter((each) => each !== kind);
                    change(i, { allows: event.target.checked ? [...others, kind] : others });
                  }}
                />
                {kind}
              </label>
            ))}
          </div>
          {problems
            .filter((problem) => problem.product === i)
            .map(({ field, message }) => (
              <p key={field} role="alert" className="col-span-full text-paint-ink">
                {message}
              </p>
            ))}
        </fieldset>
      ))}
      <p>
        <button
          type="button"
          className="btn"
          disabled={products.length >= 12}
          onClick={() => {
            onChange([...products, NEW]);
          }}
        >
          <CirclePlus aria-hidden="true" size={18} /> Another product
        </button>
      </p>
    </section>
  );
}
