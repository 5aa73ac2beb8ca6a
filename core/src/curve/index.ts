export {
  heightByCurves,
  LEAST_OWN_TREES,
  plotEffects,
  standCurves,
  type CurveHeight,
  type PlotEffects,
  type StandCurve,
  type StandCurves,
  type StandCurveTree,
} from './stand-curves.ts';
export {
  fitEveryCurve,
  fitHeightCurve,
  LEAST_CURVE_TREES,
  type CurveTree,
  type HeightCurve,
  type HeightCurveOutcome,
} from './fit.ts';
export { CURVE_MODELS, isCurveModelId, modelOf, naslundByLine, type CurveModel, type CurveModelId } from './models.ts';
