export { atConfidence } from './confidence.ts';
export { CONFIDENCES_PCT, type ConfidencePct, USUAL_CONFIDENCE_PCT } from './confidence-levels.ts';
export { binomialTail } from './binomial.ts';
export { BOOTSTRAP_NARROW_BELOW, bootstrapStratifiedMean, type Resampled } from './bootstrap.ts';
export { fitCurve, type ParametricCurve } from './fit-curve.ts';
export { grouped } from './group-by.ts';
export { leastSquares, type LinearFit } from './least-squares.ts';
export { normal, pick, type Random, seededRandom, weibull } from './random.ts';
export { pairsProblem, ratioOfMeans, total } from './ratio-of-means.ts';
export {
  type Estimated,
  type Estimation,
  notEstimated,
  type NotEstimated,
  plotsNeeded,
  simpleSample,
  type SimpleSample,
  spreadOf,
  valuesProblem,
  withInterval,
} from './sample.ts';
export { solveSymmetric } from './solve-symmetric.ts';
export { stratifiedMean, stratumSample } from './stratified-sample.ts';
export { studentT, studentTQuantile } from './student-t.ts';
export { mean, sum } from './sums.ts';
export { fitWeibull, type Weibull, weibullShareBelow } from './weibull.ts';
