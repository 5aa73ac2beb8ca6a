/**
 * The public functions of the package. Applications of this repository import the modules by name, such as
 * `@arbolito/core/tree`.
 */
export { convert, readQuantity, type UnitId, type UnitSystem } from './units/index.ts';
export { estimateOf, findingsOf, type Estimate, type Finding, type Outcome } from './uncertainty/index.ts';
export { evaluate, type Method, type MethodContext } from './measurement/index.ts';
export { basalAreaM2 } from './diameter/index.ts';
export { findMethod, METHODS } from './methods/index.ts';
export { diameterClass, RULE_SETS, USUAL_DESIGN, USUAL_FORM_FACTOR, type PlotShape } from './protocol/index.ts';
export {
  assembleTree,
  evaluateTree,
  type PlacedReading,
  type Reading,
  type TreeContext,
  type TreeProtocol,
  type TreeRecord,
  type TreeResult,
} from './tree/index.ts';
export { parseCallout, parseTreeForm, printCallout, printTreeForm, type TreeForm } from './callout/index.ts';
export { expansionFactorPerHa, limitingDistanceM } from './plot/index.ts';
