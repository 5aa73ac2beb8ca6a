export { type BiomassRow, biomassSums, type BiomassSums } from './biomass-sums.ts';
export { type BoardFeetRow, boardFeetSums, type BoardFeetSums } from './board-feet.ts';
export { type PlotWeights, sumGroups, type TreeColumns } from './group-totals.ts';
export { STAND_INDICES } from './indices/index-list.ts';
export type { IndexQuantity } from './indices/stand-index.ts';
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
  weightsOf,
} from './sums.ts';
export { plotTotaller, type TotalsRules } from './plot-totaller.ts';
export { onlyCondition, type PlotTotals } from './plot-totals.ts';
export { type ProductRules, withProduct } from './products-of-trees.ts';
export {
  type RegenerationPlot,
  type RegenerationRow,
  regenerationSums,
  type RegenerationSums,
} from './regeneration-sums.ts';
export { type HeightImputation, talliedTrees } from './tallied-trees.ts';
export type { TalliedPlot, TalliedTree } from './tallied.ts';
export { countAndMeasure } from './two-phase/count-measure.ts';
export { ratioDoubleSample, regressionDoubleSample } from './two-phase/double-sampling.ts';
export { estimateTwoPhase } from './two-phase/estimate-two-phase.ts';
export { isSelectedBy3P, threePTotal } from './two-phase/three-p.ts';
export { twoPhaseSummaryWords } from './two-phase/two-phase-estimate.ts';
export {
  ratiosOf,
  ratioSums,
  type RatioSums,
  ratioSumsWithout,
  volumeRatio,
  type VolumeRatio,
} from './volume-ratio.ts';
