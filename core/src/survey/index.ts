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
export {
  asksHeight,
  EDGE_RULES,
  heightRuleWords,
  HEIGHT_RULE_LIMITS,
  isSurveyDesign,
  LAYOUTS,
  SLOPE_RADII,
  USUAL_DESIGN,
  type AskedTree,
  type EdgeRule,
  type HeightRule,
  type Layout,
  type SlopeRadius,
  type SurveyDesign,
} from './design.ts';
export {
  isDrawn,
  isPhases,
  PHASES,
  PHASES_SOURCES,
  phasesHeld,
  phasesWords,
  phasedPlots,
  POINTS_LIMITS,
  QUICK_LIMITS,
  QUICK_WORDS_LENGTH,
  SURELY_LIMITS_M3,
  type Phased,
  type Phases,
  type PhasesKind,
  type PhasesSums,
} from './phases.ts';
export {
  factorWords,
  isPlotShape,
  PLOT_KINDS,
  plotAreaM2,
  reachM,
  SHAPE_LIMITS,
  shapeAreaM2,
  shapeProblem,
  shapeWords,
  treesPerHa,
  type PlotKind,
  type PlotShape,
  type Ring,
  type ShapeProblem,
} from './plot-shape.ts';
export {
  COMMON_CONDITIONS,
  CONDITION_CODE,
  filledNotes,
  isTreeNotes,
  NOTE_LIMITS,
  type ConditionCode,
  type TreeNotes,
} from './tree-notes.ts';
export { talliedTrees, type Filling } from './tallied-trees.ts';
export { COMMON_SPECIES, SPECIES_CODE, SPECIES_LIMITS, type CrownForm, type Species } from './species.ts';
export { mean, sampleMean, sum, type SampleMean } from './statistics.ts';
export { printDiameters, printLength, printMean, printOr, STAND_UNITS, type StandUnits } from './stand-units.ts';
export {
  phasedPlotSums,
  plotSums,
  quadraticMeanDiameterCm,
  surveySums,
  weightsOf,
  type ClassRow,
  type GroupSums,
  type ProductRow,
  type SortingRules,
  type SpeciesRow,
  type StandMean,
  type StratumRow,
  type PlotSums,
  type SurveySums,
  type VolumeErrors,
  type Weighing,
} from './sums.ts';
export { type StratumArea, type TalliedPlot, type TalliedTree, type VolumeError } from './tallied.ts';
export {
  expandTree,
  ratioSums,
  ratioSumsWithout,
  ratiosOf,
  type ExpandedTree,
  type RatioSums,
  type VolumeRatio,
  volumeRatio,
} from './volume-ratio.ts';
export {
  figureOf,
  shareOfPlot,
  sumGroups,
  type GroupColumns,
  type PlotWeights,
  type TreeColumns,
} from './stand-columns.ts';
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
export {
  binomialTail,
  CHECKS,
  checkSurvey,
  type CheckedPlot,
  type CheckedReading,
  type CheckedTree,
  type CheckKind,
  type SurveyPoint,
} from './whole-survey.ts';
export { standFigures, type StandFigures } from './stand-figures.ts';
export {
  figureSampling,
  type FigureSampling,
  type PlotFigure,
  type SamplingStep,
  type StratumSize,
} from './survey-sampling.ts';
