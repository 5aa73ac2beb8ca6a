export { type Combined, combinedHeight, combineHeights, type Weighed } from './combine.ts';
export { HEIGHT_SLIPS } from './height-findings.ts';
export {
  type Expected,
  leanCost,
  type LeanCost,
  type Side,
  type Situation,
  standOff,
  type StandOff,
} from './observer-distance.ts';
export { isPlausibleHeight, oddness, printDbh, slenderness } from './plausible-height.ts';
export { HEIGHT_SLIP_KINDS } from './reading-errors/catalogue.ts';
export type { Expectation, HeightEvidence } from './reading-errors/evidence.ts';
export { nameSlips, withNamedSlips } from './reading-errors/name-slips.ts';
