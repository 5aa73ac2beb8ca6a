export { type CheckedReading, type CheckedTree, CHECKS, checkSurvey, type SurveyPoint } from './check-survey.ts';
