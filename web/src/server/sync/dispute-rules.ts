import type { FieldRules } from '@arbolito/core/protocol';
import { grouped } from '@arbolito/core/statistics';
import type { ConflictView } from '../../contracts/conflict-view.ts';
import type { CommandsIn } from '../commands-in.ts';
import { conflictView } from '../conflicts/conflict-views.ts';
import { conflictRepository } from '../conflicts/repository.ts';
import { openRulesConflict } from '../conflicts/rules-conflict.ts';
import type { Queryable } from '../database/connection.ts';
import type { PlotRecord } from '../plots/repository.ts';
import type { KnownOperation, OperationOutcome } from './operations.ts';

/** What was sent, what became of it, and the rules that it was made by. */
interface Sent {
  readonly operations: readonly KnownOperation[];
  readonly outcomes: ReadonlyMap<string, OperationOutcome>;
  readonly rules: readonly FieldRules[];
  readonly plots: ReadonlyMap<string, PlotRecord>;
}

/**
 * Has a person decide about trees that were measured by other rules than their survey has now.
 *
 * @returns the open conflicts, each with the last operation that it is about
 */
export async function disputeRules(
  tx: Queryable,
  { treeWriting: { surveys } }: CommandsIn,
  { operations, outcomes, rules, plots }: Sent,
): Promise<ReadonlyMap<string, ConflictView>> {
  const measured = operations.flatMap((operation) => {
    const outcome = outcomes.get(operation.sent.id);
    const by = rules[operation.sent.rules ?? -1];
    if (operation.kind !== 'tree' && operation.kind !== 'correction') return [];
    if (outcome === undefined || 'problem' in outcome || by === undefined) return [];
    const plot = plots.get(outcome.plotId ?? '');
    return plot === undefined ? [] : [{ operation, by, plot }];
  });
  const conflicts = conflictRepository(tx);
  const opened = new Map<string, ConflictView>();
  for (const [surveyId, ofSurvey] of grouped(measured, ({ plot }) => plot.surveyId)) {
    const { fieldRules: current } = await surveys.get(surveyId);
    for (const [rules, made] of grouped(ofSurvey, ({ by }) => by)) {
      const last = made.at(-1)?.operation;
      if (last === undefined) continue;
      const { id, observer, device } = last.body;
      const open = await openRulesConflict(conflicts, {
        ...{ surveyId, current },
        measured: {
          ...{ id, observer, device, rules, madeAt: last.sent.madeAt },
          plotIds: [...new Set(made.map(({ plot }) => plot.id))],
          trees: made.filter(({ operation }) => operation.kind === 'tree').length,
        },
      });
      if (open !== null) opened.set(last.sent.id, await conflictView(tx, open));
    }
  }
  return opened;
}
