export {
  convert,
  isUnitId,
  unitOf,
  UNIT_IDS,
  UNITS,
  type Dimension,
  type Unit,
  type UnitId,
  type UnitSystem,
} from './units.ts';
export {
  convertSlope,
  DEGREES_PER,
  degreesToRadians,
  isSlopeUnit,
  radiansToDegrees,
  scaleDivisor,
  SLOPE_UNITS,
  slopeReading,
  slopeTangent,
  slopeTangentRate,
  type SlopeUnit,
} from './slope-scale.ts';
export {
  decimalsOf,
  formatToGraduation,
  minus,
  printAsRead,
  printRounded,
  printStandardError,
  roundTo,
  toGraduation,
} from './round.ts';
export { lengthWords, thicknessWords } from './length-words.ts';
export {
  readQuantity,
  type ReadError,
  type ReadErrorCode,
  type ReadOk,
  type ReadOptions,
  type ReadResult,
} from './read-quantity.ts';
