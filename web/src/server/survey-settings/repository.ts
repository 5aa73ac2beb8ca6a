import { eq } from 'drizzle-orm';
import type { SurveyDesign } from '@arbolito/core/protocol';
import type { SlopeUnit } from '@arbolito/core/units';
import type { Queryable } from '../database/connection.ts';
import { plots, surveys, trees } from '../database/schema.ts';

/** What may be changed of a survey. */
export interface SurveySettings {
  readonly name: string;
  readonly crew: string;
  readonly startedOn: string;
  readonly slopeUnit: SlopeUnit;
  readonly eyeHeightM: number;
  readonly design: SurveyDesign;
}

/** All SQL of the settings of a survey, in a transaction. */
export interface SurveySettingsRepository {
  readonly hasPlots: (surveyId: string) => Promise<boolean>;
  /** Whether a tree was ever recorded: a deleted one can be put back. */
  readonly hasTrees: (surveyId: string) => Promise<boolean>;
  readonly set: (surveyId: string, settings: SurveySettings) => Promise<void>;
}

export const surveySettingsRepository = (tx: Queryable): SurveySettingsRepository => ({
  hasPlots: async (surveyId) =>
    (await tx.select({ id: plots.id }).from(plots).where(eq(plots.surveyId, surveyId)).limit(1)).length > 0,
  hasTrees: async (surveyId) =>
    (await tx.select({ id: trees.id }).from(trees).where(eq(trees.surveyId, surveyId)).limit(1)).length > 0,
  set: async (surveyId, settings) => {
    await tx.update(surveys).set(settings).where(eq(surveys.id, surveyId));
  },
});
