import type { NewSurveyDto } from '../../contracts/survey.ts';
import type { SurveyListItem, SurveyView } from '../../contracts/views.ts';
import { brokenConstraint } from '../database/failures.ts';
import { digestOf } from '../digest.ts';
import { invalidField, notFound, Problem } from '../problem.ts';
import type { SurveyRepository } from './repository.ts';

export interface SurveyService {
  readonly list: () => Promise<SurveyListItem[]>;
  /** @throws Problem 404 */
  readonly get: (id: string) => Promise<SurveyView>;
  /** Makes a survey. The same write again changes nothing. */
  readonly create: (survey: NewSurveyDto) => Promise<{ readonly survey: SurveyView; readonly created: boolean }>;
  /** Resolves when the database answers. */
  readonly answers: () => Promise<void>;
}

export function surveyService(repository: SurveyRepository): SurveyService {
  const get = async (id: string): Promise<SurveyView> => {
    const survey = await repository.find(id);
    if (survey === null) throw notFound('This survey');
    return survey;
  };
  return {
    list: repository.list,
    answers: repository.answers,
    get,
    create: async (survey) => {
      const digest = digestOf(survey);
      try {
        await repository.insert(survey, digest);
      } catch (error) {
        const constraint = brokenConstraint(error);
        if (constraint === null) throw error;
        if (constraint === 'survey_previous') {
          throw invalidField(
            '/previousSurveyId',
            'survey-unknown',
            'There is no such survey. Name the visit before, or leave it out.',
          );
        }
        const known = await repository.digest(survey.id);
        if (known === digest) return { survey: await get(survey.id), created: false };
        throw new Problem(
          'conflict',
          'A survey, or one of its strata, with this identifier is on the record already, with other content.',
          { cause: error },
        );
      }
      return { survey: await get(survey.id), created: true };
    },
  };
}
