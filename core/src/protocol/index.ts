export {
  BROKEN_CODE,
  COMMON_CONDITIONS,
  type Condition,
  CONDITION_CODE,
  CONDITION_LIMITS,
  type ConditionCode,
  conditionOf,
  CONDITIONS,
  deadCodes,
} from './condition-codes.ts';
export {
  BODY_MARK_LIMITS_M,
  type BodyMark,
  bodyMarkAdvice,
  BREAST_HEIGHT_LIMITS_M,
  BREAST_HEIGHTS,
  breastHeightWords,
  USUAL_BREAST_HEIGHT_M,
} from './field-rules/breast-height.ts';
export {
  CLASS_WIDTHS,
  classLimits,
  type ClassRule,
  type ClassWidth,
  diameterClass,
  type ProductLimit,
  productOf,
  PRODUCTS_LIMIT,
} from './field-rules/classes.ts';
export {
  breastHeightEffect,
  choiceEffect,
  effectCase,
  effectWords,
  ruleBook,
  severalStemsEffect,
  type TypicalTree,
  typicalWords,
  USUAL_TREE,
} from './field-rules/effects.ts';
export {
  changedRules,
  type ChosenRule,
  DECISIONS,
  type FieldRules,
  RULE_SETS,
  type RuleSetId,
  rulesOfSet,
  setOf,
} from './field-rules/field-rules.ts';
export { recordedEstimate } from './field-rules/recorded-dbh.ts';
export { PLAIN_TREE, recordChanges, type RecordedTree, treeRecord } from './field-rules/recorded-tree.ts';
export { TAPED_LIMITS, type TapedTree } from './measuring-point/taped-tree.ts';
export { FROM_NAMES, slopeSchools, type TapeAnswer, whereToTape } from './measuring-point/where-to-tape.ts';
export {
  FACTOR_LIMITS,
  isRectangleWithin,
  type NestedCircle,
  placeKind,
  PLOT_AREA_LIMITS_M2,
  PLOT_KINDS,
  PLOT_SLOPE_LIMITS_PCT,
  type PlotKind,
  type PlotShape,
  ringsRise,
  SHAPE_LIMITS,
  SLOPE_RADII,
  type SlopeRadius,
} from './plot-shape.ts';
export {
  type Cost,
  COST_UNITS,
  DEFECT_KINDS,
  type DefectKind,
  isLogRuleId,
  type LogRuleId,
  PRICE_LIST_LIMITS,
  type PriceList,
  type PriceUnit,
  type Product,
  UNITS_OF_PRICE,
} from './price-list.ts';
export {
  type AskedTree,
  asksHeight,
  DOMINANT_RULES,
  type DominantRule,
  fitsShape,
  EDGE_RULES,
  type EdgeRule,
  HEIGHT_ASKS_OF,
  HEIGHT_RULE_LIMITS,
  type HeightRule,
  heightRuleWords,
  LAYOUTS,
  type PlotLayout,
  type SurveyDesign,
  USUAL_DESIGN,
} from './sampling-design.ts';
export { COMMON_SPECIES, type CrownForm, type Species, SPECIES_CODE, SPECIES_LIMITS } from './species.ts';
export {
  AUXILIARY_LIMITS,
  AUXILIARY_NAME_LENGTH,
  POINTS_LIMITS,
  SURE_TO_MEASURE_LIMITS_M3,
  TWO_PHASE_KINDS,
  TWO_PHASE_SOURCES,
  type TwoPhaseDesign,
  type TwoPhaseKind,
  twoPhaseWords,
} from './two-phase-design.ts';
export {
  type EquationForm,
  FORM_FACTOR_LIMITS,
  type FormFactor,
  type KozakCoefficients,
  type MaxBurkhartCoefficients,
  TAPER_MODELS,
  type TaperChoice,
  USUAL_BARK_RATIO,
  USUAL_FORM_FACTOR,
  USUAL_VOLUME_ERROR_SHARE,
  VOLUME_ERROR_LIMITS,
  type VolumeEquation,
  type VolumeModel,
} from './volume-model.ts';
export {
  barkRatioOf,
  type SpeciesWood,
  USUAL_WOOD,
  volumesOf,
  withBark,
  WOOD_LIMITS,
  type WoodSettings,
} from './volume-settings.ts';
