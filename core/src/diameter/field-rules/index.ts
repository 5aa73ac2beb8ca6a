export {
  BODY_MARK_LIMITS_M,
  bodyMarkAdvice,
  BREAST_HEIGHT_LIMITS_M,
  BREAST_HEIGHTS,
  USUAL_BREAST_HEIGHT_M,
  breastHeightWords,
  type BodyMark,
  type BodyMarkAdvice,
} from './breast-height.ts';
export {
  CLASS_WIDTHS,
  classLimits,
  diameterClass,
  productOf,
  PRODUCTS_LIMIT,
  type ClassRule,
  type ClassWidth,
  type ProductLimit,
} from './classes.ts';
export {
  breastHeightEffect,
  choiceEffect,
  effectCase,
  effectWords,
  ruleBook,
  severalStemsEffect,
  typicalWords,
  USUAL_TREE,
  type Effect,
  type TypicalTree,
} from './effects.ts';
export {
  changedRules,
  DECISIONS,
  FOUR_AND_A_HALF_FEET_M,
  RULE_SETS,
  rulesOfSet,
  setOf,
  type RuleChoice,
  type ChosenRule,
  type FieldRules,
  type RuleSet,
  type RuleSetId,
} from './field-rules.ts';
export { recordedDbh, recordedEstimate, type RecordedDbh } from './recorded-dbh.ts';
export { PLAIN_TREE, printPoint, recordChanges, treeRecord, type ReadTree, type TreeRecord } from './tree-record.ts';
