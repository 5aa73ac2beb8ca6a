import { changedRules, type FieldRules, PLAIN_TREE, recordChanges, type TapedTree } from '@arbolito/core/protocol';
import type { RulesChangeDto, RulesPreviewDto } from '../../contracts/field-rules.ts';
import type { RulesChangeView, SurveyView, TouchedTree, TreeView } from '../../contracts/views.ts';
import { conflictRepository } from '../conflicts/repository.ts';
import { settleRulesConflicts } from '../conflicts/rules-conflict.ts';
import type { InTransaction } from '../database/connection.ts';
import { digestOf } from '../digest.ts';
import { isRecorded, surveyChange } from '../history/correction.ts';
import { type CorrectionRepository, correctionRepository } from '../history/repository.ts';
import type { PlotQueries } from '../plots/queries.ts';
import { notFound, Problem } from '../problem.ts';
import { surveyRepository } from '../surveys/repository.ts';
import type { SurveyQueries } from '../surveys/queries.ts';
import type { TreeQueries } from '../trees/queries.ts';
import { t } from '../../messages/text.ts';

/** What a change of the rules keeps beside them. */
interface ChangedState {
  readonly rules: FieldRules;
  readonly reason: string;
  readonly touched: readonly TouchedTree[];
}

export interface RulesService {
  /** The changes of a survey's rules, the oldest first. */
  readonly changes: (surveyId: string) => Promise<RulesChangeView[]>;
  /** The trees that other rules would touch. Nothing is written. */
  readonly preview: (surveyId: string, rules: RulesPreviewDto) => Promise<TouchedTree[]>;
  /** Changes the rules, on the record with the reason and the trees it touches. The same write again changes nothing. */
  readonly change: (surveyId: string, change: RulesChangeDto) => Promise<RulesChangeView>;
}

interface Dependencies {
  readonly corrections: CorrectionRepository;
  readonly inTransaction: InTransaction;
  readonly trees: TreeQueries;
  readonly plots: PlotQueries;
  readonly surveys: SurveyQueries;
}

/** The whole of the rules from a contract, as plain data. */
export const plainRules = ({ breastHeightM, fieldRules }: RulesPreviewDto): FieldRules => ({
  breastHeightM,
  ...fieldRules,
  classes: { ...fieldRules.classes },
  products: fieldRules.products.map(({ piece, ...product }) => ({
    ...product,
    ...(piece === undefined ? {} : { piece: { ...piece } }),
  })),
});

export function rulesService({ corrections, inTransaction, trees, plots, surveys }: Dependencies): RulesService {
  const touchedBy = async (survey: SurveyView, before: FieldRules, after: FieldRules): Promise<TouchedTree[]> => {
    const list = await plots.listOfSurvey(survey.id);
    const byId = new Map(list.map((plot) => [plot.id, plot]));
    const foundOf = (tree: TreeView): TapedTree =>
      tree.taping?.found ?? { ...PLAIN_TREE, ground: { slopePct: byId.get(tree.plotId)?.slopePct ?? 0 } };
    const touched: TouchedTree[] = [];
    for await (const views of trees.eachOfSurvey(survey)) {
      for (const tree of views) {
        const read = {
          taped: foundOf(tree),
          stemsCm: tree.stems.flatMap(({ dbh }) => dbh?.value ?? []),
        };
        const changes = recordChanges(read, before, after, survey.unitSystem);
        const plotLabel = byId.get(tree.plotId)?.label ?? '';
        if (changes.length > 0) touched.push({ treeId: tree.id, plotLabel, tag: tree.tag, changes });
      }
    }
    return touched;
  };
  const changes = async (surveyId: string): Promise<RulesChangeView[]> =>
    (await corrections.listOfSubject(surveyId)).flatMap(({ id, observer, madeAt, before, after }) => {
      // Codes are changed on the record of the survey too.
      if (!Object.hasOwn(after as object, 'rules')) return [];
      const { rules, reason, touched } = after as ChangedState;
      return { id, observer, madeAt, reason, before: before as FieldRules, after: rules, touched };
    });
  return {
    changes: async (surveyId) => {
      await surveys.get(surveyId);
      return changes(surveyId);
    },
    preview: async (surveyId, preview) => {
      const survey = await surveys.get(surveyId);
      return touchedBy(survey, survey.fieldRules, plainRules(preview));
    },
    change: async (surveyId, change) => {
      const survey = await surveys.get(surveyId);
      const after = plainRules(change);
      const digest = digestOf({ surveyId, change });
      // Worked out before the rules are locked: reading the trees needs connections of its own.
      const touched = await touchedBy(survey, survey.fieldRules, after);
      await inTransaction(async (tx) => {
        const repository = surveyRepository(tx);
        const history = correctionRepository(tx);
        const before = await repository.lockRules(surveyId);
        if (before === null) throw notFound(t('server.this-survey', 'This survey'));
        if (await isRecorded(history, change.id, digest)) return;
        if (changedRules(before, survey.fieldRules).length > 0)
          throw new Problem(
            'conflict',
            t(
              'server.the-rules-were-changed-by',
              'The rules were changed by another person. Review them and change them again.',
            ),
          );
        if (changedRules(before, after).length === 0)
          throw new Problem(
            'invalid',
            t('server.the-rules-are-already-like', 'The rules are already like this. Nothing was changed.'),
            {
              errors: [
                {
                  pointer: '/fieldRules',
                  code: 'rules-unchanged',
                  detail: t('server.change-at-least-one-decision', 'Change at least one decision.'),
                },
              ],
            },
          );
        await repository.setRules(surveyId, after);
        await settleRulesConflicts(conflictRepository(tx), surveyId, after, change);
        const state: ChangedState = { rules: after, reason: change.reason, touched };
        await history.insert(surveyChange(change, digest, surveyId, { before, after: state }));
      });
      const made = (await changes(surveyId)).find(({ id }) => id === change.id);
      if (made === undefined) throw notFound(t('server.this-change', 'This change'));
      return made;
    },
  };
}
