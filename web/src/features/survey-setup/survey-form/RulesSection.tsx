import { useState } from 'react';
import { breastHeightWords, type FieldRules, RULE_SETS, setOf, USUAL_TREE } from '@arbolito/core/protocol';
import type { UnitSystem } from '@arbolito/core/units';
import { FieldRulesFields } from '../field-rules/FieldRulesFields.tsx';
import { t, say } from '../../../messages/text.ts';
import { rich } from '../../../messages/rich.ts';

interface RulesSectionProps {
  readonly rules: FieldRules;
  readonly onRules: (rules: FieldRules) => void;
  readonly system: UnitSystem;
  /** What is wrong with them, by JSON pointer. */
  readonly errors: ReadonlyMap<string, string>;
}

/** The field rules of a new survey: a set by its name, opened to make it one’s own. */
export function RulesSection({ rules, onRules, system, errors }: RulesSectionProps) {
  const [isOpen, setIsOpen] = useState(false);
  const set = setOf(rules, system);
  const shown = isOpen || errors.size > 0;
  return (
    <section aria-labelledby="field-rules" className="grid gap-3">
      <h2 id="field-rules" className="text-xl font-bold">
        {t('survey-setup.field-rules', 'Field rules')}
      </h2>
      <p>
        {t(
          'survey-setup.the-rules-hold-from-the',
          'The rules hold from the first tree, are shown where they apply and are printed with the results. Start from a set; open a decision to change it.',
        )}
      </p>
      <details
        className="card p-4"
        open={shown}
        onToggle={(event) => {
          setIsOpen(event.currentTarget.open);
        }}
      >
        <summary className="min-h-11 content-center text-lg">
          {rich('survey-setup.breast-height-view-or-change', '{value}, breast height {breastHeightM}: view or change', {
            value: (
              <strong>{say(set === null ? t('survey-setup.own-rules', 'Own rules') : RULE_SETS[set].name)}</strong>
            ),
            breastHeightM: breastHeightWords(rules.breastHeightM),
          })}{' '}
        </summary>
        {shown && (
          <div className="pt-4">
            <FieldRulesFields
              key={system}
              rules={rules}
              onRules={onRules}
              system={system}
              typical={USUAL_TREE}
              errors={errors}
            />
          </div>
        )}
      </details>
    </section>
  );
}
