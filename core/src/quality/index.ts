export { type Agreement, heightAgreement, type HeightPair } from './agreement.ts';
export { checkSurvey } from './check-survey.ts';
export { type CheckedReading, type CheckedTree, CHECKS, type SurveyPoint } from './checked-survey.ts';
