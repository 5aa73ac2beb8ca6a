export { bestCuts, CUT_STEP_M, greedyCuts, type Bucking } from './buck.ts';
export {
  cutAt,
  DEFECT_KINDS,
  logBoardFeet,
  logValue,
  productProblems,
  type Cut,
  type Defect,
  type DefectKind,
  type PriceUnit,
  type Product,
  type ProductProblem,
  type StemToCut,
} from './products.ts';
export { convertPrice, mbfValue, netValue, type Cost, type NetValue } from './value.ts';
