export { bestCuts, type Bucking, CUT_STEP_M, cutsBetween, greedyCuts, sawsOf } from './buck.ts';
export { priceListProblems } from './price-list.ts';
export { type Cut, type Defect, logBoardFeet, priceDoubt, productProblems } from './products.ts';
export { type PerHa, type StandLogs, standLogs, type StandToCut } from './stand-logs.ts';
export { convertPrice, netValue, type NetValue } from './value.ts';
