export { curveDriftM, type SpeciesHeight } from './curve-drift.ts';
export { type CurvePoint, type CurveSums, curveSums, curveWithout, expectedByCurve } from './expected-height.ts';
export { fitEveryCurve, fitHeightCurve, type HeightCurve } from './fit.ts';
export { CURVE_MODELS, type CurveModelId, isCurveModelId, modelOf } from './models.ts';
export { heightByCurves, type StandCurves, type StandCurveTree, standCurves } from './stand-curves.ts';
