export {
  bearingDeg,
  compassPoint,
  distanceM,
  isInside,
  mapAbout,
  outlineAreaM2,
  readAspect,
  ringAreaM2,
  type GroundMap,
  type LatLon,
  type MapPoint,
  type Outline,
} from './place.ts';
export { MOST_CORNERS, outlineGeometry, readOutlines, type GroundOutline, type ReadOutline } from './geojson.ts';
export { MOST_POINTS, readPlotPoints, type PlotPoint, type PointError, type ReadPlotPoints } from './plot-points.ts';
export {
  expectedHours,
  legsOf,
  linePoints,
  PLAN_LIMITS,
  randomPoints,
  systematicPoints,
  walkingOrder,
  type Leg,
  type Lines,
  type NoPlan,
  type PlanOutcome,
} from './layout.ts';
