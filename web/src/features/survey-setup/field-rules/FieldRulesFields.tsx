import {
  choiceEffect,
  type ChosenRule,
  DECISIONS,
  effectCase,
  effectWords,
  type FieldRules,
  ruleBook,
  RULE_SETS,
  type RuleSetId,
  rulesOfSet,
  setOf,
  severalStemsEffect,
  type TypicalTree,
  typicalWords,
} from '@arbolito/core/protocol';
import { STEMS_RULES, type StemsRule } from '@arbolito/core/diameter';
import type { UnitSystem } from '@arbolito/core/units';
import { say, t } from '../../../messages/text.ts';
import { SettingsRow } from '../../../ui/forms/SettingsRow.tsx';
import { BreastHeightField } from './BreastHeightField.tsx';
import { ChoiceCard } from './ChoiceCard.tsx';
import { ProductsField } from './ProductsField.tsx';
import type { RulePartProps } from './rule-part.ts';
import { ClassesField, SmallestDbhField } from './ClassesAndSmallest.tsx';

interface RulesFieldsProps {
  readonly rules: FieldRules;
  readonly onRules: (rules: FieldRules) => void;
  readonly system: UnitSystem;
  /** The tree that the effects are worked out for. */
  readonly typical: TypicalTree;
  /** What the contract says against a field, by its JSON pointer. */
  readonly errors: ReadonlyMap<string, string>;
}

const POINTERS: Partial<Record<keyof FieldRules, string>> = {
  breastHeightM: '/breastHeightM',
  smallestDbhCm: '/fieldRules/smallestDbhCm',
  products: '/fieldRules/products',
};

const isChosen = (key: keyof FieldRules): key is ChosenRule => Object.hasOwn(DECISIONS, key);

/** The decisions of a survey's field rules, one row each; opened, every choice with its reason and its effect. */
export function FieldRulesFields({ rules, onRules, system, typical, errors }: RulesFieldsProps) {
  const set = setOf(rules, system);
  const change = (part: Partial<FieldRules>): void => {
    onRules({ ...rules, ...part });
  };
  const part = { rules, change, system };
  const hasError = (key: keyof FieldRules): boolean => {
    const start = POINTERS[key];
    return start !== undefined && [...errors.keys()].some((pointer) => pointer.startsWith(start));
  };
  const choicesOf = (key: keyof FieldRules) => {
    if (isChosen(key)) return <Choices rule={key} typical={typical} {...part} />;
    if (key === 'severalStems') return <SeveralStems typical={typical} {...part} />;
    if (key === 'classes') return <ClassesField {...part} />;
    if (key === 'products') return <ProductsField errors={errors} {...part} />;
    if (key === 'smallestDbhCm') return <SmallestDbhField errors={errors} {...part} />;
    return <BreastHeightField typical={typical} error={errors.get('/breastHeightM')} {...part} />;
  };
  return (
    <div className="grid gap-4">
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
          {Object.entries(RULE_SETS).map(([id, { name }]) => (
            <option key={id} value={id}>
              {say(name)}
            </option>
          ))}
        </select>
        {set !== null && <span className="text-quiet">{say(RULE_SETS[set].purpose)}</span>}
      </label>
      <div className="border-y border-line">
        {ruleBook(rules, system).map(({ key, label, words }) => (
          <SettingsRow key={key} title={say(label)} value={say(words)} hasError={hasError(key)}>
            {() => choicesOf(key)}
          </SettingsRow>
        ))}
      </div>
    </div>
  );
}

interface ChoicesProps extends RulePartProps {
  readonly typical: TypicalTree;
}

function Choices({ rule, rules, change, system, typical }: ChoicesProps & { readonly rule: ChosenRule }) {
  const { label, choices } = DECISIONS[rule];
  return (
    <fieldset className="grid gap-2">
      <legend className="sr-only">{say(label)}</legend>
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
}

function SeveralStems({ rules, change, system, typical }: ChoicesProps) {
  return (
    <fieldset className="grid gap-2">
      <legend className="sr-only">{t('survey-setup.combine-several-stems-by', 'Combine several stems by')}</legend>
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
  );
}
