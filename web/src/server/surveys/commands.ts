import type { NewSurveyDto } from '../../contracts/survey.ts';
import type { SurveyView } from '../../contracts/views.ts';
import type { InTransaction } from '../database/connection.ts';
import { brokenConstraint } from '../database/failures.ts';
import { digestOf } from '../digest.ts';
import { invalidField, Problem } from '../problem.ts';
import type { SurveyQueries } from './queries.ts';
import { type SurveyRepository, surveyRepository } from './repository.ts';
import { t } from '../../messages/text.ts';

export interface SurveyCommands {
  /** Makes a survey. The same write again changes nothing. */
  readonly create: (survey: NewSurveyDto) => Promise<{ readonly survey: SurveyView; readonly created: boolean }>;
}

interface Dependencies {
  readonly repository: Pick<SurveyRepository, 'digest'>;
  readonly surveys: Pick<SurveyQueries, 'get'>;
  readonly inTransaction: InTransaction;
}

export const surveyCommands = ({ repository, surveys, inTransaction }: Dependencies): SurveyCommands => ({
  create: async (survey) => {
    const digest = digestOf(survey);
    try {
      await inTransaction((tx) => surveyRepository(tx).insert(survey, digest));
    } catch (error) {
      const constraint = brokenConstraint(error);
      if (constraint === null) throw error;
      if (constraint === 'survey_previous') {
        throw invalidField(
          '/previousSurveyId',
          'survey-unknown',
          t('server.there-is-no-such-survey-2', 'There is no such survey. Choose the previous visit, or leave it out.'),
        );
      }
      const known = await repository.digest(survey.id);
      if (known === digest) return { survey: await surveys.get(survey.id), created: false };
      throw new Problem(
        'conflict',
        t(
          'server.this-identifier-is-already-used-8',
          'This identifier is already used for a survey or stratum with other content.',
        ),
        { cause: error },
      );
    }
    return { survey: await surveys.get(survey.id), created: true };
  },
});
