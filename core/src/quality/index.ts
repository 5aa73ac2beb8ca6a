export { type Agreement, agreementsOf, type MeasuredPair } from './agreement.ts';
export { checkSurvey } from './check-survey.ts';
export { type CheckedReading, type CheckedTree, CHECKS, type SurveyPoint } from './checked-survey.ts';
