export { basalAreaM2 } from './basal-area.ts';
export { combinedDbh } from './combined-dbh.ts';
export { DIAMETER_FINDINGS } from './diameter-findings.ts';
export { errorParts, facesAgainstTape } from './error-model.ts';
export { LARGEST_DBH_CM, LARGEST_GIRTH_CM } from './limits.ts';
export { scaleStick, STICK_REACH_LIMITS_CM, type StickMark } from './scale-stick.ts';
export { combineStems, MOST_SEPARATE_STEMS, STEMS_RULES, type StemsRule } from './several-stems.ts';
export { type TapeReading, type TapeReadingError, tapeReadingErrors } from './tape-reading-errors.ts';
