export {
  alongSlopeM,
  countedMeanDiameterCm,
  FACTOR_LIMITS,
  gaugeAngleDeg,
  gaugeFactor,
  gaugeWidthCm,
  inOrOut,
  pointLimitingDistanceM,
  M2_PER_HA_IN_FT2_PER_ACRE,
  metricFactor,
  plotRadiusFactorFtPerIn,
  slopeInDirectionPct,
  treesPerHaOfCount,
  type Borderline,
  type InOrOut,
  type PlotOrPoint,
} from './angle-count.ts';
export {
  bootstrapMean,
  BOOTSTRAP_NARROW_BELOW,
  bootstrapStratifiedMean,
  type Resampled,
  type StratumValues,
} from './bootstrap.ts';
export {
  countAndMeasure,
  ratioDoubleSample,
  ratioOfMeans,
  regressionDoubleSample,
  threePTotal,
  type FirstPhase,
} from './ratios.ts';
export {
  plotsNeeded,
  simpleSample,
  type Estimated,
  type Estimation,
  type NotEstimated,
  type OfPopulation,
  type SimpleSample,
  withInterval,
} from './sample.ts';
export {
  dominantHeightM,
  loreyHeightM,
  relativeDensity,
  relativeSpacingPct,
  shannonIndex,
  standDensityIndex,
  summedDensityIndex,
  type DominantRule,
  type SizedTree,
} from './stand-figures.ts';
export { neymanPlots, stratifiedMean, stratumSample, type StratumSample } from './strata.ts';
