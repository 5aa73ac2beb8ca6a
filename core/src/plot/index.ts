export { deadWoodM3PerHa, type WoodLine } from './dead-wood.ts';
export {
  type Borderline,
  gaugeFactor,
  gaugeWidthCm,
  inOrOut,
  type InOrOut,
  M2_PER_HA_IN_FT2_PER_ACRE,
  metricFactor,
  pointLimitingDistanceM,
} from './angle-count.ts';
export { type PlotGround, plotRadiusM, slopeCorrectedRadiusM } from './circular-plot.ts';
export { expansionFactorPerHa, plotAreaM2 } from './expansion-factor.ts';
export { isAlongGround, limitingDistanceM } from './limiting-distance.ts';
export { shapeWords } from './plot-shape-words.ts';
export { type SeenTree, treeDistance } from './tree-distance.ts';
