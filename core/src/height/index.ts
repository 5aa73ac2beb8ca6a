export {
  isPlausibleHeight,
  oddness,
  plausibleHeight,
  printDbh,
  slenderness,
  type HeightBand,
} from './plausible-height.ts';
export { HEIGHT_SLIPS, type HeightSlip } from './slips.ts';
export { combinedHeight, combineHeights, type Combined, type Weighed } from './combine.ts';
export { staffDistanceM } from './base-staff.ts';
export {
  crownEdgeReadingM,
  heightFromLengthM,
  leaningReadingM,
  logMark,
  proportionMark,
  shadowDelayShare,
  staffDistanceExactM,
  sunElevationDeg,
  sunRateDegPerMinute,
} from './geometry.ts';
export {
  bestDistance,
  expectedError,
  leanCost,
  POOR_SHARE,
  standOff,
  type Expected,
  type LeanCost,
  type Side,
  type Situation,
  type StandOff,
} from './stand-off.ts';
export {
  HEIGHT_SLIP_KINDS,
  nameSlips,
  seenTangent,
  withNamedSlips,
  type Checked,
  type Expectation,
  type HeightEvidence,
  type SlipKind,
} from './diagnosis/index.ts';
export { soundFactor } from './sound.ts';
export { curveSums, curveWithout, expectedByCurve, type CurvePoint, type CurveSums } from './curve.ts';
