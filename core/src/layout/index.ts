export { type GroundOutline, outlineGeometry, readOutlines } from './geojson.ts';
export {
  expectedHours,
  type Leg,
  legsOf,
  linePoints,
  type Lines,
  type PlanOutcome,
  randomPoints,
  systematicPoints,
  walkingOrder,
} from './layout.ts';
export {
  bearingDeg,
  compassPoint,
  distanceM,
  isInside,
  type LatLon,
  mapAbout,
  type MapPoint,
  type Outline,
  outlineAreaM2,
  readAspect,
} from './place.ts';
export { type PlotPoint, readPlotPoints, type ReadPlotPoints } from './plot-points.ts';
export { treePlace, type TreeWhereabouts } from './tree-place.ts';
