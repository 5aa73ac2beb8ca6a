import type { FieldRules } from '@arbolito/core/protocol';
import type { UnitSystem } from '@arbolito/core/units';

/** What every part of the field rules gets. */
export interface RulePartProps {
  readonly rules: FieldRules;
  readonly change: (part: Partial<FieldRules>) => void;
  readonly system: UnitSystem;
}

/** A part whose fields the contract may refuse: what is wrong, by JSON pointer. */
export interface WithErrors extends RulePartProps {
  readonly errors: ReadonlyMap<string, string>;
}
