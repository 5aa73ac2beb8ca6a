export { estimateOf, findingsOf, withFindings, type Contribution, type Estimate, type Outcome } from './estimate.ts';
export type { Finding, SuggestedFix, ReadingChange, Severity } from './finding.ts';
export { propagate, type Propagated, type UncertainInput } from './propagate.ts';
export {
  silentWorkbook,
  workOut,
  type Step,
  type StepInput,
  type Term,
  type Workbook,
  type WorkedOut,
} from './workbook.ts';
