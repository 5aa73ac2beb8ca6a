export {
  parseCallout,
  printCallout,
  type CalloutContext,
  type CallToken,
  type ParsedCallout,
} from './callout/index.ts';
export {
  expansionFactorPerHa,
  perAcre,
  PLOT_AREA_LIMITS_M2,
  PLOT_SLOPE_LIMITS_PCT,
  plotRadiusM,
  slopeCorrectedRadiusM,
} from './circular-plot.ts';
export { CLASS_WIDTH, diameterClass } from './diameter-class.ts';
export { readEntries, readMeasure, type ReadMeasure } from './read-draft.ts';
export { reckonMeasures, reckonTree, type ReckonedTree, type TreeSettings } from './reckon-tree.ts';
export { COMMON_SPECIES, SPECIES_CODE, type CrownForm, type Species } from './species.ts';
export { mean, sampleMean, sum, type SampleMean } from './statistics.ts';
export {
  plotSums,
  quadraticMeanDiameterCm,
  surveySums,
  volumeRatio,
  type ClassRow,
  type PlotSums,
  type SurveySums,
  type TalliedPlot,
  type TalliedTree,
  type VolumeRatio,
} from './sums.ts';
export {
  defaultUnitOf,
  draftOf,
  emptyDraft,
  emptyMeasure,
  MEASURES,
  methodOf,
  TAG,
  type Entry,
  type MeasureDraft,
  type ReadingDefaults,
  type TakenReading,
  type TreeDraft,
} from './tree-draft.ts';
