import type { SurveySettingsDto } from '../../contracts/survey-settings.ts';
import type { SurveyView } from '../../contracts/views.ts';
import { t } from '../../messages/text.ts';
import type { InTransaction } from '../database/connection.ts';
import { digestOf } from '../digest.ts';
import { isRecorded, surveyChange, sameState } from '../history/correction.ts';
import { correctionRepository } from '../history/repository.ts';
import { notFound, Problem } from '../problem.ts';
import type { SurveyQueries } from '../surveys/queries.ts';
import { surveyRepository } from '../surveys/repository.ts';
import { type SurveySettings, surveySettingsRepository } from './repository.ts';

export interface SurveySettingsService {
  /** Changes the settings of a survey, on the record. The same write again changes nothing. */
  readonly change: (surveyId: string, settings: SurveySettingsDto) => Promise<SurveyView>;
}

const settingsOf = ({ name, crew, startedOn, slopeUnit, eyeHeightM, design }: SurveySettings): SurveySettings => ({
  ...{ name, crew, startedOn, slopeUnit, eyeHeightM, design },
});

const refused = (pointer: string, code: string, detail: string): Problem =>
  new Problem('conflict', detail, { errors: [{ pointer, code, detail }] });

export const surveySettingsService = (
  surveys: Pick<SurveyQueries, 'get'>,
  inTransaction: InTransaction,
): SurveySettingsService => ({
  change: async (surveyId, { id, observer, device, madeAt, ...typed }) => {
    const before = settingsOf(await surveys.get(surveyId));
    const after = settingsOf(typed);
    const act = { id, observer, device, madeAt };
    const digest = digestOf({ surveyId, act, after });
    await inTransaction(async (tx) => {
      const repository = surveySettingsRepository(tx);
      const corrections = correctionRepository(tx);
      if ((await surveyRepository(tx).lockRules(surveyId)) === null)
        throw notFound(t('server.this-survey', 'This survey'));
      if (await isRecorded(corrections, id, digest)) return;
      if (!sameState(before.design, after.design) && (await repository.hasTrees(surveyId)))
        throw refused(
          '/design',
          'survey-has-trees',
          t('server.design-fixed-by-trees', 'This survey has trees. Its sampling design cannot be changed.'),
        );
      if (!sameState(before.design.shape, after.design.shape) && (await repository.hasPlots(surveyId)))
        throw refused(
          '/design/shape',
          'survey-has-plots',
          t('server.shape-fixed-by-plots', 'This survey has plots. Its plot type and size cannot be changed.'),
        );
      await repository.set(surveyId, after);
      await corrections.insert(
        surveyChange(act, digest, surveyId, { before: { settings: before }, after: { settings: after } }),
      );
    });
    return surveys.get(surveyId);
  },
});
