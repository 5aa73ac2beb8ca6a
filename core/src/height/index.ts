export { type Combined, combinedHeight, combineHeights, type Weighed } from './combine.ts';
export { HEIGHT_FINDINGS } from './height-findings.ts';
export {
  type Expected,
  leanCost,
  type LeanCost,
  type Side,
  type Situation,
  standOff,
  type StandOff,
} from './observer-distance.ts';
export {
  HEIGHT_SPREAD,
  isPlausibleHeight,
  plausibleHeight,
  oddness,
  printDbh,
  slenderness,
} from './plausible-height.ts';
export { HEIGHT_READING_ERRORS } from './reading-errors/catalogue.ts';
export {
  type Expectation,
  groundAt,
  type HeightEvidence,
  OBSERVER_POSITIONS,
  type ObserverPosition,
} from './reading-errors/evidence.ts';
export { nameReadingErrors } from './reading-errors/name-reading-errors.ts';
export { withReadingErrors } from './reading-errors/own-findings.ts';
