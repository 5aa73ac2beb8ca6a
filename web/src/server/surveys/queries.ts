import { setOf } from '@arbolito/core/protocol';
import type { SurveyListItem, SurveyView } from '../../contracts/views.ts';
import { notFound } from '../problem.ts';
import type { SurveyRecord, SurveyRepository } from './repository.ts';
import { t } from '../../messages/text.ts';

export interface SurveyQueries {
  readonly list: () => Promise<SurveyListItem[]>;
  /** @throws Problem 404 */
  readonly get: (id: string) => Promise<SurveyView>;
  /** Resolves when the database answers. */
  readonly answers: () => Promise<void>;
}

const surveyView = (survey: SurveyRecord): SurveyView => ({
  ...survey,
  breastHeightM: survey.fieldRules.breastHeightM,
  ruleSet: setOf(survey.fieldRules, survey.unitSystem),
});

export const surveyQueries = (surveys: SurveyRepository): SurveyQueries => ({
  list: surveys.list,
  answers: surveys.answers,
  get: async (id) => {
    const survey = await surveys.find(id);
    if (survey === null) throw notFound(t('server.this-survey', 'This survey'));
    return surveyView(survey);
  },
});
