export { type Contribution, type Estimate, estimateOf, findingsOf, type Outcome, withFindings } from './estimate.ts';
export type { Finding, ReadingChange, SuggestedFix } from './finding.ts';
export { propagate, type Propagated } from './propagate.ts';
export { silentWorkbook, type Step, type StepInput, type Term, type Workbook, workOut } from './workbook.ts';
