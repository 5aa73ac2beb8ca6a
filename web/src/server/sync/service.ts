import { grouped } from '@arbolito/core/statistics';
import type { ConflictView } from '../../contracts/conflict-view.ts';
import type { OperationDto, OperationResult, SyncDto, SyncView } from '../../contracts/sync.ts';
import type { NewTreeDto } from '../../contracts/tree.ts';
import { type CommandsIn, type CommandSources, commandsIn } from '../commands-in.ts';
import { conflictSources, conflictViews, decideIn } from '../conflicts/service.ts';
import { type ConflictRow, conflictRepository } from '../conflicts/repository.ts';
import type { InTransaction, Queryable } from '../database/connection.ts';
import { savepoint } from '../database/savepoint.ts';
import { digestOf } from '../digest.ts';
import { Problem } from '../problem.ts';
import { readyTree } from '../trees/create-tree.ts';
import { correctedNewTree } from '../trees/waiting-tree.ts';
import { keepNewTrees } from './new-trees.ts';
import { type KnownOperation, type Outcome, readOperation } from './operations.ts';
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
): Promise<Outcome> {
  const conflicts = conflictRepository(tx);
  const { id: decisionId, observer, device, madeAt } = operation.body;
  const decided = { decidedBy: observer, decidedOn: device, decidedAt: madeAt, decisionId };
  if (operation.kind === 'deletion') {
    await conflicts.decide(conflict.id, { kept: 'record', ...decided });
    return { answer: null, subjectId: operation.id };
  }
  const tree = correctedNewTree(conflict.change as NewTreeDto, operation.body);
  const ready = await readyTree(treeWriting, tree);
  if (await treeWriting.repository.isTagUsed(tree.plotId, tree.tag, tree.id)) {
    await conflicts.setChange(conflict.id, { change: tree, factText: tree.tag, observer, device, madeAt });
    return { answer: null, subjectId: tree.id };
  }
  await conflicts.decide(conflict.id, { kept: 'change', ...decided });
  await treeWriting.repository.insert(tree.plotId, [ready.rows]);
  return { answer: await treeWriting.reader.view(await treeWriting.reader.row(tree.id)), subjectId: tree.id };
}

/** Applies one operation; new trees go together with those beside them. */
async function apply(tx: Queryable, commands: CommandsIn, operation: KnownOperation): Promise<Outcome> {
  const { trees, treeWriting, plotCommands, history } = commands;
  switch (operation.kind) {
    case 'tree': {
      const [outcome] = await keepNewTrees(tx, treeWriting, [operation.body]);
      return outcome ?? { answer: null, subjectId: operation.body.id };
    }
    case 'correction':
    case 'deletion': {
      const { id } = operation;
      const waiting = await waitingTree(tx, id);
      if (waiting !== undefined) return changeWaiting(tx, commands, waiting, operation);
      if (operation.kind === 'correction') return { answer: await trees.correct(id, operation.body), subjectId: id };
      await trees.remove(id, operation.body);
      return { answer: await treeWriting.reader.view(await treeWriting.reader.row(id)), subjectId: id };
    }
    case 'undo': {
      const answer = await history.undo(operation.id, operation.body);
      return { answer, subjectId: answer.subjectId };
    }
    case 'plot':
      return { answer: await plotCommands.correct(operation.id, operation.body), subjectId: operation.id };
    case 'decision': {
      const answer = await decideIn(tx, commands, operation.id, operation.body);
      return { answer, subjectId: answer.subjectId };
    }
  }
}

/** The same, where it can fail without those beside it. */
async function applyAlone(tx: Queryable, commands: CommandsIn, operation: KnownOperation): Promise<Outcome> {
  try {
    return await savepoint(tx, () => apply(tx, commands, operation));
  } catch (problem) {
    if (problem instanceof Problem) return { problem };
    throw problem;
  }
}

/** Operations in their order, new trees that follow each other together. */
function inRuns(operations: readonly KnownOperation[]): readonly (readonly KnownOperation[])[] {
  const runs: KnownOperation[][] = [];
  for (const operation of operations) {
    const run = runs.at(-1);
    if (operation.kind === 'tree' && run?.[0]?.kind === 'tree') run.push(operation);
    else runs.push([operation]);
  }
  return runs;
}

const isTree = (each: KnownOperation): each is KnownOperation & { readonly kind: 'tree' } => each.kind === 'tree';

/** What a device is told of an operation that is in the log already. */
async function answerAgain(tx: Queryable, commands: CommandsIn, operation: KnownOperation): Promise<Outcome> {
  const { treeWriting, plots, history } = commands;
  switch (operation.kind) {
    case 'tree':
    case 'correction':
    case 'deletion': {
      const row = await treeWriting.repository.find(operation.id);
      return { answer: row === null ? null : await treeWriting.reader.view(row), subjectId: operation.id };
    }
    case 'plot':
      return { answer: await plots.get(operation.id), subjectId: operation.id };
    case 'undo': {
      const answer = await history.subjectOf(operation.id);
      return { answer, subjectId: answer.subjectId };
    }
    case 'decision': {
      const decided = await conflictRepository(tx).find(operation.id);
      const [answer = null] = decided === null ? [] : await conflictViews(conflictSources(tx), [decided]);
      return { answer, subjectId: answer?.subjectId ?? operation.id };
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
): Promise<ReadonlyMap<string, Outcome>> {
  const outcomes = new Map<string, Outcome>();
  const fresh: KnownOperation[] = [];
  for (const operation of operations) {
    const before = known.get(operation.sent.id);
    if (before === undefined) fresh.push(operation);
    else if (before === digest(operation.sent))
      outcomes.set(operation.sent.id, await answerAgain(tx, commands, operation));
    else outcomes.set(operation.sent.id, { problem: usedWithOtherContent() });
  }
  for (const run of inRuns(fresh)) {
    const trees = run.filter(isTree);
    if (trees.length > 0) {
      const kept = await keepNewTrees(
        tx,
        commands.treeWriting,
        trees.map(({ body }) => body),
      );
      trees.forEach(({ sent }, at) => outcomes.set(sent.id, kept[at] ?? { answer: null, subjectId: sent.id }));
    } else for (const operation of run) outcomes.set(operation.sent.id, await applyAlone(tx, commands, operation));
  }
  return outcomes;
}

/** The conflicts that are open about what operations were about, by subject. */
async function conflictsAbout(
  tx: Queryable,
  outcomes: Iterable<Outcome>,
): Promise<ReadonlyMap<string, ConflictView[]>> {
  const subjects = new Set([...outcomes].flatMap((outcome) => ('problem' in outcome ? [] : [outcome.subjectId])));
  const open = await conflictRepository(tx).listOpenAmong([...subjects]);
  return grouped(await conflictViews(conflictSources(tx), open), ({ subjectId }) => subjectId);
}

export const syncService = ({
  inTransaction,
  ...sources
}: CommandSources & { readonly inTransaction: InTransaction }): SyncService => ({
  take: async ({ device, request, operations: sent }) => {
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
      return {
        results: sent.map(({ id }): OperationResult => {
          const outcome = outcomes.get(id);
          const problem = badlyMade.get(id) ?? (outcome !== undefined && 'problem' in outcome ? outcome.problem : null);
          if (problem !== null || outcome === undefined || 'problem' in outcome)
            return { id, kind: 'refused', problem: (problem ?? usedWithOtherContent()).toView() };
          return { id, kind: 'kept', answer: outcome.answer, conflicts: conflicts.get(outcome.subjectId) ?? [] };
        }),
      };
    });
  },
});
