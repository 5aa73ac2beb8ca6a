import { useState } from 'react';
import { CirclePlus, X } from 'lucide-react';
import {
  BREAST_HEIGHT_LIMITS_M,
  BREAST_HEIGHTS,
  breastHeightEffect,
  choiceEffect,
  type ChosenRule,
  CLASS_WIDTHS,
  type ClassRule,
  type ClassWidth,
  DECISIONS,
  effectCase,
  effectWords,
  type FieldRules,
  PRODUCTS_LIMIT,
  RULE_SETS,
  type RuleSetId,
  rulesOfSet,
  setOf,
  severalStemsEffect,
  type TypicalTree,
  typicalWords,
} from '@arbolito/core/protocol';
import { STEMS_RULES, type StemsRule } from '@arbolito/core/diameter';
import { FieldError } from '../../../ui/forms/FieldError.tsx';
import { convert, lengthWords, printAsRead, readQuantity, type UnitSystem } from '@arbolito/core/units';
import { t, say } from '../../../messages/text.ts';
import type { Text } from '@arbolito/core/message';

/** The decisions in the order of the work. */
const ORDER: readonly ChosenRule[] = [
  'pointBy',
  'slope',
  'lean',
  'obstacle',
  'swollenButt',
  'forkAtGround',
  'forkBelowBreastHeight',
  'climber',
  'twoFaces',
  'rounding',
];

interface RulesFieldsProps {
  readonly rules: FieldRules;
  readonly onRules: (rules: FieldRules) => void;
  readonly system: UnitSystem;
  /** The tree that the effects are worked out for. */
  readonly typical: TypicalTree;
  /** What the contract says against a field, by its JSON pointer. */
  readonly errors: ReadonlyMap<string, string>;
}

interface ChoiceCardProps {
  readonly name: string;
  readonly value: string;
  readonly chosen: boolean;
  readonly words: string;
  readonly why: string;
  readonly effect: string;
  readonly onChoose: () => void;
}

function ChoiceCard({ name, value, chosen, words, why, effect, onChoose }: ChoiceCardProps) {
  return (
    <label
      className={`grid cursor-pointer grid-cols-[1.75rem_1fr] gap-x-2 rounded-lg bg-sheet p-2.5 leading-snug has-focus-visible:outline-3 has-focus-visible:outline-paint ${chosen ? 'border-[3px] border-ink' : 'm-[1.5px] border-[1.5px] border-edge'}`}
    >
      <input
        type="radio"
        name={name}
        value={value}
        checked={chosen}
        className="size-6 accent-(--paint-ink)"
        onChange={onChoose}
      />
      <span>
        <span className={chosen ? 'font-bold' : 'font-semibold'}>{words}</span>
        <span className="block text-quiet">{why}</span>
        <span className="figures block text-[0.92rem]">{effect}</span>
      </span>
    </label>
  );
}

function Problem({ id, words }: { readonly id: string; readonly words: string | undefined }) {
  return words === undefined ? null : <FieldError id={id}>{words}</FieldError>;
}

/** Every decision of a survey's field rules, each choice with its why and the size of its effect. */
export function FieldRulesFields({ rules, onRules, system, typical, errors }: RulesFieldsProps) {
  const set = setOf(rules, system);
  const change = (part: Partial<FieldRules>): void => {
    onRules({ ...rules, ...part });
  };
  const decision = (rule: ChosenRule) => {
    const { label, choices } = DECISIONS[rule];
    return (
      <fieldset key={rule} className="grid gap-2">
        <legend className="pb-0.5 font-bold">{say(label)}</legend>
        <p className="text-[0.95rem] text-quiet">{say(effectCase(rule, typical, system))}</p>
        <div className="grid gap-2 md:grid-cols-2">
          {Object.entries(choices).map(([value, { words, why }]) => (
            <ChoiceCard
              key={value}
              name={rule}
              value={value}
              chosen={rules[rule] === value}
              words={say(words)}
              why={say(why)}
              effect={say(effectWords(choiceEffect(rule, value as never, typical, rules, system), system))}
              onChoose={() => {
                change({ [rule]: value });
              }}
            />
          ))}
        </div>
      </fieldset>
    );
  };
  return (
    <div className="grid gap-6">
      <label className="grid max-w-xl gap-1">
        <span className="font-bold">{t('survey-setup.start-from-a-rule-set', 'Start from a rule set')}</span>
        <select
          className="field"
          value={set ?? ''}
          onChange={(event) => {
            if (event.target.value !== '') onRules(rulesOfSet(event.target.value as RuleSetId, system));
          }}
        >
          {set === null && (
            <option value="">{t('survey-setup.own-rules-based-on-a', 'own rules, based on a set')}</option>
          )}
          {Object.entries(RULE_SETS).map(([id, { name, purpose }]) => (
            <option key={id} value={id}>
              {say(name)}: {say(purpose)}
            </option>
          ))}
        </select>
      </label>
      <BreastHeight
        rules={rules}
        change={change}
        typical={typical}
        system={system}
        error={errors.get('/breastHeightM')}
      />
      {ORDER.slice(0, 7).map(decision)}
      <fieldset className="grid gap-2">
        <legend className="pb-0.5 font-bold">
          {t('survey-setup.combine-several-stems-by', 'Combine several stems by')}
        </legend>
        <p className="text-[0.95rem] text-quiet">
          {t(
            'survey-setup.split-into-two-stems-ratio',
            '{typical}, split into two stems, ratio 4 : 3, with the same total basal area',
            { typical: typicalWords(typical, system) },
          )}{' '}
        </p>
        <div className="grid gap-2 md:grid-cols-2">
          {(Object.keys(STEMS_RULES) as StemsRule[]).map((id) => (
            <ChoiceCard
              key={id}
              name="severalStems"
              value={id}
              chosen={rules.severalStems === id}
              words={say(STEMS_RULES[id].name)}
              why={say(STEMS_RULES[id].why)}
              effect={say(effectWords(severalStemsEffect(id, typical), system))}
              onChoose={() => {
                change({ severalStems: id });
              }}
            />
          ))}
        </div>
      </fieldset>
      {ORDER.slice(7).map(decision)}
      <Sorting rules={rules} change={change} system={system} errors={errors} />
    </div>
  );
}

interface PartProps {
  readonly rules: FieldRules;
  readonly change: (part: Partial<FieldRules>) => void;
  readonly system: UnitSystem;
}

function BreastHeight({
  rules,
  change,
  typical,
  system,
  error,
}: PartProps & { readonly typical: TypicalTree; readonly error: string | undefined }) {
  const usual = BREAST_HEIGHTS.some(({ heightM }) => heightM === rules.breastHeightM);
  const [own, setOwn] = useState(usual ? null : `${printAsRead(rules.breastHeightM)} m`);
  const unit = system === 'metric' ? 'm' : 'ft';
  const { low, high } = BREAST_HEIGHT_LIMITS_M;
  const readOwn = (text: string): Text | null => {
    const read = readQuantity(text, { unit, units: ['m', 'cm', 'ft', 'in'] });
    if (!read.ok) return read.message;
    const heightM = convert(read.value, read.unit, 'm');
    return heightM < low || heightM > high
      ? t('survey-setup.breast-height-must-be-to', 'Breast height must be {low} to {high}.', {
          low: lengthWords(low, system),
          high: lengthWords(high, system),
        })
      : null;
  };
  const problem = own === null ? error : (readOwn(own) ?? error);
  return (
    <fieldset className="grid gap-2">
      <legend className="pb-0.5 font-bold">{t('survey-setup.breast-height', 'Breast height')}</legend>
      <p className="text-[0.95rem] text-quiet">
        {t('survey-setup.compared-with-1-30-m', '{typical}, compared with 1.30 m. 4.5 ft is not 1.3 m.', {
          typical: typicalWords(typical, system),
        })}{' '}
      </p>
      <div className="grid gap-2 md:grid-cols-3">
        {BREAST_HEIGHTS.map(({ heightM, words }) => (
          <ChoiceCard
            key={heightM}
            name="breastHeight"
            value={String(heightM)}
            chosen={own === null && rules.breastHeightM === heightM}
            words={words}
            why=""
            effect={say(effectWords(breastHeightEffect(1.3, heightM, typical), system))}
            onChoose={() => {
              setOwn(null);
              change({ breastHeightM: heightM });
            }}
          />
        ))}
        <ChoiceCard
          name="breastHeight"
          value="own"
          chosen={own !== null}
          words={t('survey-setup.another-height', 'another height')}
          why=""
          effect={say(
            own === null
              ? t('survey-setup.enter-it-below', 'enter it below')
              : effectWords(breastHeightEffect(1.3, rules.breastHeightM, typical), system),
          )}
          onChoose={() => {
            setOwn(`${printAsRead(rules.breastHeightM)} m`);
          }}
        />
      </div>
      {own !== null && (
        <label className="flex items-center gap-3">
          <span>{t('survey-setup.height-above-the-ground', 'height above the ground')}</span>
          <input
            className="field figures !w-36"
            value={own}
            aria-invalid={problem !== undefined}
            aria-describedby="breast-height-problem"
            onChange={(event) => {
              setOwn(event.target.value);
              if (readOwn(event.target.value) !== null) return;
              const read = readQuantity(event.target.value, { unit, units: ['m', 'cm', 'ft', 'in'] });
              if (read.ok) change({ breastHeightM: convert(read.value, read.unit, 'm') });
            }}
          />
        </label>
      )}
      <Problem id="breast-height-problem" words={say(problem)} />
    </fieldset>
  );
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
      <Problem id={`${id}-problem`} words={say(words)} />
    </div>
  );
}

function Sorting({ rules, change, system, errors }: PartProps & { readonly errors: ReadonlyMap<string, string> }) {
  const { classes, products, smallestDbhCm } = rules;
  const setProduct = (at: number, part: Partial<(typeof products)[number]>): void => {
    change({ products: products.map((product, i) => (i === at ? { ...product, ...part } : product)) });
  };
  return (
    <fieldset className="grid gap-4">
      <legend className="pb-1.5 font-bold">
        {t('survey-setup.dbh-classes-products-and-smallest', 'Dbh classes, products and smallest dbh')}
      </legend>
      <div className="flex flex-wrap items-end gap-3">
        <label className="grid gap-1">
          <span>{t('survey-setup.dbh-classes-of', 'Dbh classes of')}</span>
          <select
            className="field"
            value={classes.width}
            onChange={(event) => {
              change({ classes: { ...classes, width: event.target.value as ClassWidth } });
            }}
          >
            {Object.entries(CLASS_WIDTHS).map(([id, { width, unit }]) => (
              <option key={id} value={id}>
                {width} {unit}
              </option>
            ))}
          </select>
        </label>
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
                value: name === '' ? `product ${i + 1}` : name,
              })}
              onClick={() => {
                change({ products: products.filter((_, at) => at !== i) });
              }}
            >
              <X aria-hidden="true" size={20} />
            </button>
            <Problem id={`product-name-${i}`} words={errors.get(`/fieldRules/products/${i}/name`)} />
          </div>
        ))}
        <Problem id="products-problem" words={errors.get('/fieldRules/products')} />
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
    </fieldset>
  );
}
