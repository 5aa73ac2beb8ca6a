export { lengthWords, thicknessWords } from './length-words.ts';
export { type ReadError, type ReadOk, type ReadOptions, readQuantity } from './read-quantity.ts';
export { decimalsOf, printAsRead, printRounded, printStandardError, roundTo, toGraduation } from './round.ts';
export {
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
  printDiameters,
  printLength,
  printMean,
  printOr,
  STAND_UNITS,
  standUnits,
  type StandUnits,
} from './stand-units.ts';
export { convert, isUnitId, UNIT_IDS, type UnitId, unitOf, type UnitSystem } from './units.ts';
