export { canonicalText } from './canonical-text.ts';
export { lookalikeTag, plainTag } from './contradictions.ts';
export { evaluateHeights, type HeightResult, shownHeight } from './evaluate-heights.ts';
export {
  evaluateTree,
  findingsOfTree,
  type PlacedFinding,
  type TreeContext,
  type TreeProtocol,
  type TreeResult,
} from './evaluate-tree.ts';
export { curvePointOf, evaluateTreeWithCurve, type JudgingCurve } from './evaluate-with-curve.ts';
export {
  changedFacts,
  type FactReading,
  mergeChange,
  type MergedChange,
  type TreeContent,
  treeFacts,
  type TreeFacts,
  withFacts,
} from './facts.ts';
export { heightEvidence } from './height-evidence.ts';
export {
  type CountedHeight,
  HEIGHT_ASKS,
  HEIGHT_ENDS,
  type HeightEnd,
  type HeightNote,
  type HeightNotes,
  MAX_HEIGHTS_PER_STATION,
  MAX_HEIGHTS_PER_TREE,
  STEM_LIMITS,
  type StemLimit,
  TOP_DIAMETER_CM,
} from './heights.ts';
export { measured, type UnreadText } from './measured.ts';
export {
  heightKey,
  heightNoOf,
  isSameKey,
  isStemMeasure,
  type MeasurementKey,
  MEASURES,
  STEM_MEASURES,
} from './measurement-key.ts';
export { assembleTree, notesOfTree, type PlacedReading, placedReadings, type TapingNotes } from './placed-readings.ts';
export { growthSince, lastPointWords, type LastStem, type LastVisit } from './re-measurement.ts';
export { meanOfTries, textOfTries } from './tries.ts';
export { type TreeLogs, treeLogs } from './tree-logs.ts';
export {
  carriedNotes,
  filledNotes,
  isDead,
  MULTIPLICITIES,
  type Multiplicity,
  NOTE_LIMITS,
  type TreeFix,
  type TreeNotes,
} from './tree-notes.ts';
export { HEIGHT_CHECK_IDS, HEIGHT_CHECK_LIMITS, type HeightCheck, type HeightChecks } from './height-checks.ts';
export { type ComparedDiameter, type OtherDiameter, otherDiametersProblem } from './other-diameters.ts';
export {
  measuredUppers,
  type MeasuredUpper,
  UPPER_DIAMETER_METHODS,
  type UpperDiameter,
  type UpperDiameterMethod,
  upperDiametersProblem,
} from './upper-diameters.ts';
export {
  askedReadings,
  emptyMeasurement,
  type HeightMeasurement,
  isBroken,
  MAX_STEMS_PER_TREE,
  type Measurement,
  measurementOf,
  methodOfMeasurement,
  type Reading,
  type Stem,
  TAG,
  type TreeRecord,
} from './tree-record.ts';
