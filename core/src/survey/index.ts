export { besideOf } from './beside.ts';
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
export {
  HEIGHT_ASKS,
  HEIGHT_ENDS,
  heightName,
  HEIGHTS_PER_STAND,
  HEIGHTS_PER_TREE,
  isHeightNotes,
  STEM_LIMITS,
  TOP_DIAMETER_CM,
  type HeightEnd,
  type HeightNote,
  type HeightNotes,
  type KeptHeight,
  type StemLimit,
} from './heights.ts';
export { reckonHeights, type KnownOfHeight, type ReckonedHeight, type ReckonedHeights } from './reckon-heights.ts';
export { withKitErrors } from './kit-errors.ts';
export { readEntries, readMeasure, type ReadMeasure } from './read-draft.ts';
export {
  findingsOfTree,
  reckonTree,
  type PlacedFinding,
  type ReckonedStem,
  type ReckonedTree,
  type TreeKnown,
  type TreeSettings,
} from './reckon-tree.ts';
export { talliedTrees } from './tallied-trees.ts';
export { COMMON_SPECIES, SPECIES_CODE, SPECIES_LIMITS, type CrownForm, type Species } from './species.ts';
export { mean, sampleMean, sum, type SampleMean } from './statistics.ts';
export {
  plotSums,
  quadraticMeanDiameterCm,
  surveySums,
  volumeRatio,
  type ClassRow,
  type ProductRow,
  type SortingRules,
  type PlotSums,
  type SurveySums,
  type TalliedPlot,
  type TalliedTree,
  type VolumeRatio,
} from './sums.ts';
export {
  besideTheLine,
  defaultUnitOf,
  draftOf,
  emptyDraft,
  emptyMeasure,
  emptyStem,
  isStemMeasure,
  measureDraftOf,
  MEASURES,
  methodOf,
  partsOf,
  heightNotesOf,
  isOneStand,
  specsOf,
  STEMS_PER_TREE,
  stemsOf,
  TAG,
  takeOf,
  withDistance,
  withHeight,
  withMeasureDraft,
  withoutHeight,
  withoutStem,
  withStem,
  type HeightTake,
  type Entry,
  type MeasureDraft,
  type Part,
  type ReadingDefaults,
  type StemDraft,
  type TakenReading,
  type TapingNotes,
  type TreeDraft,
} from './tree-draft.ts';
export {
  barkRatioOf,
  USUAL_BARK_RATIO,
  USUAL_WOOD,
  volumesOf,
  WOOD_LIMITS,
  type SpeciesWood,
  type WoodSettings,
} from './wood.ts';
export { figureSampling, type FigureSampling, type PlotFigure, type StratumSize } from './survey-sampling.ts';
