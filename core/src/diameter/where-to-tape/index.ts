export {
  DECISIONS,
  FOUR_AND_A_HALF_FEET_M,
  RULE_SETS,
  type Choice,
  type FieldRules,
  type RuleSet,
  type RuleSetId,
} from './field-rules.ts';
export {
  ABOVE_SWELLING_M,
  CROTCH_SWELLING_M,
  FORK_AT_GROUND_M,
  slopeSchools,
  whereToTape,
  type SlopeSchools,
  type TapeAnswer,
  type TapedTree,
  type TapePoint,
} from './where-to-tape.ts';
