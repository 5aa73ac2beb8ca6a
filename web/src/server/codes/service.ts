import type { ConditionCode } from '@arbolito/core/protocol';
import type { CodesDto } from '../../contracts/codes.ts';
import type { SurveyView } from '../../contracts/views.ts';
import type { InTransaction } from '../database/connection.ts';
import { digestOf } from '../digest.ts';
import { isRecorded, surveyChange } from '../history/correction.ts';
import { correctionRepository } from '../history/repository.ts';
import { type FieldProblem, notFound, Problem } from '../problem.ts';
import type { SurveyQueries } from '../surveys/queries.ts';
import { type Codes, codesRepository } from './repository.ts';
import { t } from '../../messages/text.ts';

export interface CodesService {
  /** Changes what is called out in a survey, on the record. The same write again changes nothing. */
  readonly change: (surveyId: string, codes: CodesDto) => Promise<SurveyView>;
}

const missing = (
  pointer: string,
  used: ReadonlySet<string>,
  left: readonly { readonly code: string }[],
): readonly FieldProblem[] =>
  [...used]
    .filter((code) => left.every((each) => each.code !== code))
    .map((code) => ({
      pointer,
      code: 'code-in-use',
      detail: t(
        'server.trees-of-this-survey-carry',
        'Trees of this survey carry “{code}”: it can be renamed, not removed.',
        { code },
      ),
    }));

/** A code that is renamed stays live or dead, unless it is said otherwise. */
const withCondition = (code: ConditionCode, before: readonly ConditionCode[]): ConditionCode => {
  const condition = code.condition ?? before.find((each) => each.code === code.code)?.condition;
  return { code: code.code, words: code.words, ...(condition === undefined ? {} : { condition }) };
};

export const codesService = (surveys: Pick<SurveyQueries, 'get'>, inTransaction: InTransaction): CodesService => ({
  change: async (surveyId, { species, conditions, ...act }) => {
    const before = await surveys.get(surveyId);
    const after: Codes = {
      species: species.map((kind) => ({ ...kind })),
      conditions: conditions.map((code) => withCondition(code, before.design.conditions)),
    };
    const digest = digestOf({ surveyId, act, after });
    await inTransaction(async (tx) => {
      const repository = codesRepository(tx);
      const corrections = correctionRepository(tx);
      if (!(await repository.lockSurvey(surveyId))) throw notFound(t('server.this-survey', 'This survey'));
      if (await isRecorded(corrections, act.id, digest)) return;
      const errors = [
        ...missing('/species', await repository.speciesInUse(surveyId), after.species),
        ...missing('/conditions', await repository.conditionsInUse(surveyId), after.conditions),
      ];
      const [first] = errors;
      if (first !== undefined) throw new Problem('conflict', first.detail, { errors });
      await repository.setCodes(surveyId, after);
      const codesBefore: Codes = { species: before.species, conditions: before.design.conditions };
      await corrections.insert(
        surveyChange(act, digest, surveyId, { before: { codes: codesBefore }, after: { codes: after } }),
      );
    });
    return surveys.get(surveyId);
  },
});
