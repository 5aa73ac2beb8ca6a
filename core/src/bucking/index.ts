export { bestCuts, CUT_STEP_M, cutsBetween, greedyCuts, sawsOf, type Bucking } from './buck.ts';
export {
  cutAt,
  DEFECT_KINDS,
  logBoardFeet,
  logValue,
  priceDoubt,
  productProblems,
  UNITS_OF_PRICE,
  type Cut,
  type Defect,
  type DefectKind,
  type PriceUnit,
  type Product,
  type ProductProblem,
  type StemToCut,
} from './products.ts';
export {
  COST_UNITS,
  isPriceList,
  PRICE_LIST_LIMITS,
  priceListProblems,
  type PriceList,
  type PriceListProblem,
} from './price-list.ts';
export {
  standLogs,
  type PerHa,
  type StandKind,
  type StandLogs,
  type StandToCut,
  type StandTree,
} from './stand-logs.ts';
export { convertPrice, mbfValue, netValue, type Cost, type NetValue } from './value.ts';
