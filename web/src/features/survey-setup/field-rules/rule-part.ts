import type { FieldRules } from '@arbolito/core/protocol';
import type { UnitSystem } from '@arbolito/core/units';

/** What every part of the field rules gets. */
export interface RulePartProps {
  readonly rules: FieldRules;
  readonly change: (part: Partial<FieldRules>) => void;
  readonly system: UnitSystem;
}
