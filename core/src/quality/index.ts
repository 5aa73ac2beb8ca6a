export { type Agreement, agreementsOf, type MeasuredPair } from './agreement.ts';
export { checkHeights, checkPlot, checkSurvey, type HeightPoints, surveyPoints } from './check-survey.ts';
export {
  type CheckedReading,
  type CheckedTree,
  CHECKS,
  type PlotChecks,
  type SoundTree,
  type SurveyPoint,
} from './checked-survey.ts';
