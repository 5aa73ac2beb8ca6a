import { CirclePlus, X } from 'lucide-react';
import { useState } from 'react';
import {
  CLASS_WIDTH_LIMITS,
  type ClassRule,
  classWidth,
  type ClassWidth,
  isClassWidth,
  PRODUCTS_LIMIT,
  USUAL_CLASS_WIDTHS,
} from '@arbolito/core/protocol';
import { convert, printAsRead, readQuantity, type UnitSystem } from '@arbolito/core/units';
import { say, t } from '../../../messages/text.ts';
import type { RulePartProps } from './rule-part.ts';
import { RuleProblem } from './RuleProblem.tsx';

interface WithErrors extends RulePartProps {
  readonly errors: ReadonlyMap<string, string>;
}

/** A diameter of the rules, typed in the unit of the survey. */
function DiameterField({
  label,
  cm,
  system,
  problem,
  id,
  onCm,
}: {
  readonly label: string;
  readonly cm: number;
  readonly system: UnitSystem;
  readonly problem: string | undefined;
  readonly id: string;
  readonly onCm: (cm: number) => void;
}) {
  const unit = system === 'metric' ? 'cm' : 'in';
  const [text, setText] = useState(printAsRead(Number(convert(cm, 'cm', unit).toFixed(2))));
  const read = readQuantity(text, { unit, units: ['cm', 'mm', 'in'] });
  const words = read.ok ? problem : read.message;
  return (
    <div className="grid gap-0.5">
      <label className="flex items-center gap-2">
        <span>{label}</span>
        <input
          className="field figures !w-24"
          inputMode="decimal"
          value={text}
          aria-invalid={words !== undefined}
          aria-describedby={`${id}-problem`}
          onChange={(event) => {
            setText(event.target.value);
            const next = readQuantity(event.target.value, { unit, units: ['cm', 'mm', 'in'] });
            if (next.ok) onCm(convert(next.value, next.unit, 'cm'));
          }}
        />
        <span className="text-quiet">{unit}</span>
      </label>
      <RuleProblem id={`${id}-problem`} words={say(words)} />
    </div>
  );
}

const OWN = 'own';

/** Width of the dbh classes, and by which dbh they are named. */
export function ClassesField({ rules: { classes }, change }: RulePartProps) {
  const isUsual = USUAL_CLASS_WIDTHS.some((each) => each === classes.width);
  const [own, setOwn] = useState<string | null>(null);
  const isOwn = own !== null || !isUsual;
  const { unit } = classWidth(classes.width);
  const isWrong = own !== null && !isClassWidth(`${own.trim().replace(',', '.')}${unit}`);
  return (
    <div className="flex flex-wrap items-end gap-3">
      <label className="grid gap-1">
        <span>{t('survey-setup.dbh-classes-of', 'Dbh classes of')}</span>
        <select
          className="field"
          value={isOwn ? OWN : classes.width}
          onChange={(event) => {
            if (event.target.value === OWN) setOwn(String(classWidth(classes.width).width));
            else {
              setOwn(null);
              change({ classes: { ...classes, width: event.target.value as ClassWidth } });
            }
          }}
        >
          {USUAL_CLASS_WIDTHS.map((id) => (
            <option key={id} value={id}>
              {classWidth(id).width} {classWidth(id).unit}
            </option>
          ))}
          <option value={OWN}>{t('survey-setup.own-width', 'another width')}</option>
        </select>
      </label>
      {isOwn && (
        <label className="grid gap-1">
          <span>{t('survey-setup.width-in', 'width, {unit}', { unit })}</span>
          <input
            className="field figures !w-24"
            inputMode="decimal"
            value={own ?? String(classWidth(classes.width).width)}
            aria-invalid={isWrong}
            aria-describedby="own-width-problem"
            onChange={(event) => {
              setOwn(event.target.value);
              const width = `${event.target.value.trim().replace(',', '.')}${unit}`;
              if (isClassWidth(width)) change({ classes: { ...classes, width } });
            }}
          />
          <RuleProblem
            id="own-width-problem"
            words={
              isWrong
                ? t('survey-setup.own-width-must-be', 'The width must be {low} to {high} {unit}.', {
                    ...CLASS_WIDTH_LIMITS[unit],
                    unit,
                  })
                : undefined
            }
          />
        </label>
      )}
      <label className="grid gap-1">
        <span>{t('survey-setup.named-by', 'named by')}</span>
        <select
          className="field"
          value={classes.place}
          onChange={(event) => {
            change({ classes: { ...classes, place: event.target.value as ClassRule['place'] } });
          }}
        >
          <option value="down">
            {t('survey-setup.lower-limit-class-34-holds', 'lower limit: class 34 holds 34.0 and more')}
          </option>
          <option value="centred">
            {t('survey-setup.midpoint-class-35-holds-32', 'midpoint: class 35 holds 32.5 and more')}
          </option>
        </select>
      </label>
    </div>
  );
}

/** Below this dbh nothing is recorded. */
export function SmallestDbhField({ rules: { smallestDbhCm }, change, system, errors }: WithErrors) {
  return (
    <DiameterField
      id="smallest"
      label={t('survey-setup.smallest-dbh-0-for-every', 'Smallest dbh; 0 for every stem')}
      cm={smallestDbhCm}
      system={system}
      problem={errors.get('/fieldRules/smallestDbhCm')}
      onCm={(cm) => {
        change({ smallestDbhCm: cm });
      }}
    />
  );
}

/** Products by dbh. */
export function ProductsField({ rules: { products }, change, system, errors }: WithErrors) {
  const setProduct = (at: number, part: Partial<(typeof products)[number]>): void => {
    change({ products: products.map((product, i) => (i === at ? { ...product, ...part } : product)) });
  };
  return (
    <div className="grid gap-2">
      <p>
        {t(
          'survey-setup.products-by-dbh-a-stem',
          'Products by dbh. A stem belongs to the last product whose limit it reaches.',
        )}
      </p>
      {products.map(({ name, fromCm }, i) => (
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
          <DiameterField
            id={`product-${i}`}
            label={t('survey-setup.from', 'from')}
            cm={fromCm}
            system={system}
            problem={errors.get(`/fieldRules/products/${i}/fromCm`)}
            onCm={(cm) => {
              setProduct(i, { fromCm: cm });
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
