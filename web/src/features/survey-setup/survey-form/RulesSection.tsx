import { useState } from 'react';
import { breastHeightWords, type FieldRules, RULE_SETS, setOf, USUAL_TREE } from '@arbolito/core/protocol';
import type { UnitSystem } from '@arbolito/core/units';
import { FieldRulesFields } from '../field-rules/FieldRulesFields.tsx';

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
        Field rules
      </h2>
      <p>
        They hold from the first tree on, are shown where they act and printed with the sums. Start from a set; open a
        decision to make it your own.
      </p>
      <details
        className="card p-4"
        open={shown}
        onToggle={(event) => {
          setIsOpen(event.currentTarget.open);
        }}
      >
        <summary className="min-h-11 content-center text-lg">
          <strong>{set === null ? 'Own rules' : RULE_SETS[set].name}</strong>, breast height{' '}
          {breastHeightWords(rules.breastHeightM)}: look at them, or change them
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
