export {
  fitEveryCurve,
  fitHeightCurve,
  LEAST_CURVE_TREES,
  type CurveTree,
  type HeightCurve,
  type HeightCurveOutcome,
} from './fit.ts';
export { CURVE_MODELS, isCurveModelId, naslundByLine, type CurveModel, type CurveModelId } from './models.ts';
