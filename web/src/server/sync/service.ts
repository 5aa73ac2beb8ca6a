import { grouped } from '@arbolito/core/statistics';
import type { ConflictView } from '../../contracts/conflict-view.ts';
import type { OperationDto, OperationResult, SyncDto, SyncView } from '../../contracts/sync.ts';
import type { NewTreeDto } from '../../contracts/tree.ts';
import { type CommandsIn, type CommandSources, commandsIn } from '../commands-in.ts';
import { conflictViews } from '../conflicts/conflict-views.ts';
import { decideIn } from '../conflicts/service.ts';
import { type ConflictRow, conflictRepository } from '../conflicts/repository.ts';
import type { InTransaction, Queryable } from '../database/connection.ts';
import { savepoint } from '../database/savepoint.ts';
import { digestOf } from '../digest.ts';
import { plainRules } from '../field-rules/service.ts';
import { type PlotRecord, plotRepository } from '../plots/repository.ts';
import { Problem } from '../problem.ts';
import { plainOfStored, readyTree } from '../trees/create-tree.ts';
import { treeAfterWrite } from '../trees/tree-after-write.ts';
import { correctedNewTree } from '../trees/waiting-tree.ts';
import { disputeRules } from './dispute-rules.ts';
import { keepNewTrees } from './new-trees.ts';
import { type KnownOperation, type OperationOutcome, readOperation } from './operations.ts';
import { operationRepository } from './repository.ts';
import { t } from '../../messages/text.ts';

export interface SyncService {
  /**
   * Takes what was entered on a device, in its order. Each operation is taken whole or refused with its reason; one that was
   * taken before is answered again.
   *
   * @throws Problem 409 for a request that arrives after a later one of its device
   */
  readonly take: (request: SyncDto) => Promise<SyncView>;
}

const digest = ({ method, path, body }: OperationDto): string => digestOf({ method, path, body });

/** The change that a new tree waits with, where its tag was taken. */
const waitingTree = async (tx: Queryable, treeId: string): Promise<ConflictRow | undefined> =>
  (await conflictRepository(tx).listOpenOf(treeId)).find(({ kind }) => kind === 'tag');

/** A tree that waits for its tag is corrected or deleted where it waits. */
async function changeWaiting(
  tx: Queryable,
  { treeWriting }: CommandsIn,
  conflict: ConflictRow,
  operation: KnownOperation & { readonly kind: 'correction' | 'deletion' },
): Promise<OperationOutcome> {
  const conflicts = conflictRepository(tx);
  const { id: decisionId, observer, device, madeAt } = operation.body;
  const decided = { decidedBy: observer, decidedOn: device, decidedAt: madeAt, decisionId };
  if (operation.kind === 'deletion') {
    await conflicts.decide(conflict.id, { kept: 'record', ...decided });
    return { answer: null, subjectId: operation.id, plotId: conflict.plotId };
  }
  const tree = correctedNewTree(conflict.change as NewTreeDto, operation.body);
  const ready = await readyTree(treeWriting, tree);
  if (await treeWriting.repository.isTagUsed(tree.plotId, tree.tag, tree.id)) {
    await conflicts.setChange(conflict.id, { change: tree, factText: tree.tag, observer, device, madeAt });
    return { answer: null, subjectId: tree.id, plotId: tree.plotId };
  }
  await conflicts.decide(conflict.id, { kept: 'change', ...decided });
  await treeWriting.repository.insert(tree.plotId, [ready.rows]);
  return {
    answer: plainOfStored(ready),
    subjectId: tree.id,
    plotId: tree.plotId,
  };
}

/** The plot of a tree, or the plot itself. */
const plotOfSubject = async ({ treeWriting }: CommandsIn, subjectId: string): Promise<string> =>
  (await treeWriting.repository.find(subjectId))?.plotId ?? subjectId;

/** Applies one operation, all but new trees. */
async function apply(
  tx: Queryable,
  commands: CommandsIn,
  operation: Exclude<KnownOperation, { readonly kind: 'tree' }>,
): Promise<OperationOutcome> {
  const { trees, treeWriting, plotCommands, history } = commands;
  const { id } = operation;
  switch (operation.kind) {
    case 'correction':
    case 'deletion': {
      const waiting = await waitingTree(tx, id);
      if (waiting !== undefined) return changeWaiting(tx, commands, waiting, operation);
      if (operation.kind === 'correction') await trees.correct(id, operation.body);
      else await trees.remove(id, operation.body);
      const row = await treeWriting.reader.row(id);
      return { answer: await treeAfterWrite(treeWriting, row), subjectId: id, plotId: row.plotId };
    }
    case 'undo': {
      const answer = await history.undo(id, operation.body);
      return { answer, subjectId: answer.subjectId, plotId: await plotOfSubject(commands, answer.subjectId) };
    }
    case 'plot':
      return { answer: await plotCommands.correct(id, operation.body), subjectId: id, plotId: id };
    case 'decision': {
      const answer = await decideIn(tx, commands, id, operation.body);
      return { answer, subjectId: answer.subjectId, plotId: answer.plotId };
    }
  }
}

/** The same, where it can fail without those beside it. */
async function applyAlone(
  tx: Queryable,
  commands: CommandsIn,
  operation: Exclude<KnownOperation, { readonly kind: 'tree' }>,
): Promise<OperationOutcome> {
  try {
    return await savepoint(tx, () => apply(tx, commands, operation));
  } catch (problem) {
    if (problem instanceof Problem) return { problem };
    throw problem;
  }
}

type NewTree = Extract<KnownOperation, { readonly kind: 'tree' }>;

/** What a device is told of an operation that is in the log already. */
async function answerAgain(tx: Queryable, commands: CommandsIn, operation: KnownOperation): Promise<OperationOutcome> {
  const { treeWriting, plots, history } = commands;
  const { id } = operation;
  switch (operation.kind) {
    case 'tree':
    case 'correction':
    case 'deletion': {
      const row = await treeWriting.repository.find(id);
      const plotId = row?.plotId ?? (await waitingTree(tx, id))?.plotId ?? null;
      return { answer: row === null ? null : await treeAfterWrite(treeWriting, row), subjectId: id, plotId };
    }
    case 'plot':
      return { answer: await plots.get(id), subjectId: id, plotId: id };
    case 'undo': {
      const answer = await history.subjectOf(id);
      return { answer, subjectId: answer.subjectId, plotId: await plotOfSubject(commands, answer.subjectId) };
    }
    case 'decision': {
      const decided = await conflictRepository(tx).find(id);
      const [answer = null] = decided === null ? [] : await conflictViews(tx, [decided]);
      return { answer, subjectId: answer?.subjectId ?? id, plotId: answer?.plotId ?? null };
    }
  }
}

const usedWithOtherContent = (): Problem =>
  new Problem(
    'conflict',
    t('server.an-identifier-of-this-write', 'An identifier of this write is already used with other content.'),
  );

function lateRequest(): Problem {
  const detail = t('server.request-is-late', 'A later request of this device came first. Send what waits again.');
  return new Problem('conflict', detail, { errors: [{ pointer: '/request', code: 'request-late', detail }] });
}

/** Applies operations in their order. */
async function applyAll(
  tx: Queryable,
  commands: CommandsIn,
  operations: readonly KnownOperation[],
  known: ReadonlyMap<string, string>,
): Promise<ReadonlyMap<string, OperationOutcome>> {
  const outcomes = new Map<string, OperationOutcome>();
  const fresh: KnownOperation[] = [];
  for (const operation of operations) {
    const before = known.get(operation.sent.id);
    if (before === undefined) fresh.push(operation);
    else if (before === digest(operation.sent))
      outcomes.set(operation.sent.id, await answerAgain(tx, commands, operation));
    else outcomes.set(operation.sent.id, { problem: usedWithOtherContent() });
  }
  let together: NewTree[] = [];
  const keepTogether = async (): Promise<void> => {
    const kept = await keepNewTrees(
      tx,
      commands.treeWriting,
      together.map(({ body }) => body),
    );
    together.forEach(({ sent }, at) => {
      const outcome = kept[at];
      if (outcome !== undefined) outcomes.set(sent.id, outcome);
    });
    together = [];
  };
  for (const operation of fresh) {
    // New trees that follow each other go together.
    if (operation.kind === 'tree') together.push(operation);
    else {
      await keepTogether();
      outcomes.set(operation.sent.id, await applyAlone(tx, commands, operation));
    }
  }
  await keepTogether();
  return outcomes;
}

/** The conflicts that are open about what operations were about, by subject. */
async function conflictsAbout(
  tx: Queryable,
  outcomes: Iterable<OperationOutcome>,
): Promise<ReadonlyMap<string, ConflictView[]>> {
  const subjects = new Set([...outcomes].flatMap((outcome) => ('problem' in outcome ? [] : [outcome.subjectId])));
  const open = await conflictRepository(tx).listOpenAmong([...subjects]);
  return grouped(await conflictViews(tx, open), ({ subjectId }) => subjectId);
}

/** The plots that operations were about, as they are now. */
async function plotsOf(tx: Queryable, outcomes: Iterable<OperationOutcome>): Promise<ReadonlyMap<string, PlotRecord>> {
  const ids = [...outcomes].flatMap((outcome) => ('problem' in outcome ? [] : (outcome.plotId ?? [])));
  const plots = await plotRepository(tx).listAmong([...new Set(ids)]);
  return new Map(plots.map((plot) => [plot.id, plot]));
}

export const syncService = ({
  inTransaction,
  ...sources
}: CommandSources & { readonly inTransaction: InTransaction }): SyncService => ({
  take: async ({ device, request, operations: sent, rules: sentRules = [] }) => {
    const read = await Promise.all(
      sent.map((each) =>
        readOperation(each).catch((error: unknown) => {
          if (error instanceof Problem) return { sent: each, problem: error };
          throw error;
        }),
      ),
    );
    const operations = read.flatMap((each) => ('problem' in each ? [] : [each]));
    const badlyMade = new Map(
      read.flatMap((each) => ('problem' in each ? [[each.sent.id, each.problem] as const] : [])),
    );
    return inTransaction(async (tx) => {
      const log = operationRepository(tx);
      if (!(await log.noteRequest(device, request))) throw lateRequest();
      await log.lockPlots(operations);
      const known = await log.known(operations.map((each) => each.sent.id));
      const commands = commandsIn(tx, sources);
      const outcomes = await applyAll(tx, commands, operations, known);
      const taken = operations.filter(({ sent: { id } }) => {
        const outcome = outcomes.get(id);
        return outcome !== undefined && !('problem' in outcome) && !known.has(id);
      });
      await log.insert(taken.map((each) => ({ ...each.sent, device, writeDigest: digest(each.sent) })));
      const conflicts = await conflictsAbout(tx, outcomes.values());
      const plots = await plotsOf(tx, outcomes.values());
      const rules = sentRules.map(plainRules);
      const otherRules = await disputeRules(tx, commands, { operations: taken, outcomes, rules, plots });
      return {
        results: sent.map(({ id }): OperationResult => {
          const outcome = outcomes.get(id);
          const problem = badlyMade.get(id) ?? (outcome !== undefined && 'problem' in outcome ? outcome.problem : null);
          if (problem !== null || outcome === undefined || 'problem' in outcome)
            return { id, kind: 'refused', problem: (problem ?? usedWithOtherContent()).toView() };
          const { answer, subjectId, plotId } = outcome;
          const plot = plots.get(plotId ?? '');
          return {
            ...{ id, kind: 'kept', answer },
            conflicts: [...(conflicts.get(subjectId) ?? []), ...[otherRules.get(id) ?? []].flat()],
            plot: plot === undefined ? null : { id: plot.id, revision: plot.revision },
          };
        }),
      };
    });
  },
});
