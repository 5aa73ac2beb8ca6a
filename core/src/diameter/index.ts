export { basalAreaM2 } from './basal-area.ts';
export { LARGEST_DBH_CM, LARGEST_GIRTH_CM, SURPRISING_DBH_CM } from './limits.ts';
export { barkShare, ellipseGirthCm, tapedEllipseCm, tiltedTapeCm, underBarkCm } from './oval-and-bark.ts';
export { combineStems, STEMS_RULES, type CombinedStems, type StemsRule } from './several-stems.ts';
export {
  errorParts,
  facesAgainstTape,
  type ErrorPart,
  type ErrorSource,
  type FacesAgainstTape,
  type TapingCase,
} from './error-model.ts';
export { DIAMETER_SLIPS } from './slips.ts';
export { tapeSlips, type TapeSlip, type TapeSlipReading } from './tape-slips.ts';
export { diameterFromStickCm, stickMarkCm } from './stick-steps.ts';
export {
  isTapedTree,
  slopeSchools,
  TAPED_LIMITS,
  whereToTape,
  type TapeAnswer,
  type TapedTree,
  type TapePoint,
} from './where-to-tape/index.ts';
export * from './field-rules/index.ts';
export { combinedDbh } from './combined-dbh.ts';
export { growthSince, lastPointWords, type Growth, type LastStem, type LastVisit } from './re-measurement.ts';
export { diagnoseTree, type SpeciesLimits } from './tree-slips.ts';
export { scaleStick, STICK_REACH_LIMITS_CM, type StickMark } from './scale-stick.ts';
