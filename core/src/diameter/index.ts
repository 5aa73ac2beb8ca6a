export { basalAreaM2 } from './basal-area.ts';
export { LARGEST_DBH_CM, LARGEST_GIRTH_CM, SURPRISING_DBH_CM } from './limits.ts';
export { barkShare, ellipseGirthCm, tapedEllipseCm, tiltedTapeCm, underBarkCm } from './oval-and-bark.ts';
export { combineStems, STEMS_RULES, type CombinedStems, type StemsRule } from './several-stems.ts';
export { DIAMETER_SLIPS } from './slips.ts';
export { diameterFromStickCm, stickMarkCm } from './stick-steps.ts';
export {
  DECISIONS,
  RULE_SETS,
  slopeSchools,
  whereToTape,
  type FieldRules,
  type RuleSetId,
  type TapeAnswer,
  type TapedTree,
} from './where-to-tape/index.ts';
export { scaleStick, STICK_REACH_LIMITS_CM, type StickMark } from './scale-stick.ts';
