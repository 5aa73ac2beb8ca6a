export { type PlotWeights, sumGroups, type TreeColumns } from './group-totals.ts';
export { type StandIndices, standIndices } from './indices/stand-indices.ts';
export { type FigureSampling, figureSampling } from './sampling-error.ts';
export {
  type ClassRow,
  type CurveFilling,
  type GroupSums,
  phasedPlotSums,
  type PlotSums,
  plotSums,
  surveySums,
  type SurveySums,
} from './sums.ts';
export { type HeightImputation, talliedTrees } from './tallied-trees.ts';
export type { TalliedPlot, TalliedTree } from './tallied.ts';
export { countAndMeasure, ratioDoubleSample, regressionDoubleSample, threePTotal } from './two-phase/ratios.ts';
export { isSelectedBy3P, phasedPlots, twoPhaseSummaryWords } from './two-phase/two-phase.ts';
export {
  ratiosOf,
  ratioSums,
  type RatioSums,
  ratioSumsWithout,
  volumeRatio,
  type VolumeRatio,
} from './volume-ratio.ts';
