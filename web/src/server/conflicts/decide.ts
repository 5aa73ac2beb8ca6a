import { treeFacts } from '@arbolito/core/tree';
import { v5 as uuidFromName } from 'uuid';
import { plotFactOf } from '../../contracts/plot-facts.ts';
import type { ConflictDecisionDto } from '../../contracts/sync.ts';
import type { ActDto, NewTreeDto, PlotCorrectionDto, TreeCorrectionDto } from '../../contracts/tree.ts';
import type { CommandsIn } from '../commands-in.ts';
import type { Queryable } from '../database/connection.ts';
import { digestOf } from '../digest.ts';
import { correctionRepository } from '../history/repository.ts';
import { invalidField, notFound, Problem } from '../problem.ts';
import { changeTree } from '../trees/change-tree.ts';
import { correctionOf } from '../trees/merge-into-tree.ts';
import { markDeleted } from '../trees/remove-tree.ts';
import type { TreeRow } from '../trees/repository.ts';
import { contentOf } from '../trees/tree-state.ts';
import { explainingConflicts } from '../trees/tree-writing.ts';
import { takeBack } from '../trees/undo-tree.ts';
import { conflictView } from './conflict-views.ts';
import { WHOLE_TREE } from './open-conflict.ts';
import { type ConflictRow, conflictRepository } from './repository.ts';
import { t } from '../../messages/text.ts';

const changedMeanwhile = (): Problem =>
  new Problem(
    'conflict',
    t('server.record-changed-before-decision', 'The record was changed meanwhile. Compare the versions again.'),
  );

/** Other rules touch every tree of the survey: they are looked at, and have a reason. */
const changeRulesInstead = (): Problem =>
  invalidField(
    '/keep',
    'rules-changed-elsewhere',
    t('server.change-the-rules-instead', 'Change the field rules of the survey. That settles this conflict.'),
  );

const actOf = ({ id, observer, device, madeAt }: ActDto): ActDto => ({ id, observer, device, madeAt });

/** Brings a deleted tree back, as an undo of its deletion. */
async function restore(tx: Queryable, row: TreeRow, decision: ConflictDecisionDto, at: Date): Promise<void> {
  const deletion = (await correctionRepository(tx).listOfSubject(row.id)).findLast(({ kind }) => kind === 'delete');
  const act = { ...actOf(decision), id: uuidFromName('restore', decision.id) };
  if (deletion === undefined || !(await takeBack(tx, row, deletion, act, digestOf(act), at))) throw changedMeanwhile();
}

/** Puts the version that was sent onto a locked tree. */
async function changeRecord(
  tx: Queryable,
  { treeWriting }: CommandsIn,
  conflict: ConflictRow,
  decision: ConflictDecisionDto,
): Promise<void> {
  const { repository, reader, surveys, now } = treeWriting;
  const digest = digestOf({ decides: conflict.id, decision });
  const act = actOf(decision);
  const row = await reader.row(conflict.subjectId);
  if (conflict.kind === 'deletion') {
    if (row.deletedAt === null) await markDeleted(tx, row, act, digest, now());
    return;
  }
  const change = conflict.change as TreeCorrectionDto;
  const isWhole = conflict.fact === WHOLE_TREE;
  if (row.deletedAt !== null) await restore(tx, row, decision, now());
  const current = await contentOf(repository, row);
  const facts = isWhole ? [...Object.keys(treeFacts(current)), ...Object.keys(treeFacts(change))] : [conflict.fact];
  const wanted = decision.tag === undefined ? change : { ...change, tag: decision.tag };
  const correction = correctionOf({ ...wanted, ...act }, current, facts);
  const survey = await surveys.get(row.surveyId);
  await explainingConflicts(correction.tag, async () =>
    changeTree(tx, { ...row, deletedAt: null }, survey, correction, digest),
  );
}

/** Sets a field of a plot to what was sent. */
async function changePlot(
  { plotCommands }: CommandsIn,
  { subjectId, fact, change }: ConflictRow,
  decision: ConflictDecisionDto,
): Promise<void> {
  const {
    id: _id,
    observer: _observer,
    device: _device,
    madeAt: _madeAt,
    seen: _seen,
    ...fields
  } = change as PlotCorrectionDto;
  const own = Object.fromEntries(Object.entries(fields).filter(([field]) => plotFactOf(field) === fact));
  await plotCommands.correct(subjectId, { ...actOf(decision), ...own });
}

/** Stores a tree whose tag was taken, under another one. */
async function storeTree({ trees }: CommandsIn, change: NewTreeDto, { tag = change.tag }: ConflictDecisionDto) {
  await trees.create({ ...change, tag });
}

/**
 * Closes a conflict as part of a transaction: the version that a person chose is on the record then.
 *
 * @throws Problem 404 for an unknown conflict, 409 where it was decided otherwise or the record has changed since
 */
export async function decideConflict(
  tx: Queryable,
  commands: CommandsIn,
  id: string,
  decision: ConflictDecisionDto,
): Promise<ConflictRow> {
  const conflicts = conflictRepository(tx);
  const conflict = await conflicts.lock(id);
  if (conflict === null) throw notFound(t('server.this-conflict', 'This conflict'));
  if (conflict.kept !== null) {
    if (conflict.kept === decision.keep || conflict.decisionId === decision.id) return conflict;
    throw new Problem(
      'conflict',
      t('server.conflict-is-decided', '{observer} has already kept the other version.', {
        observer: conflict.decidedBy ?? '',
      }),
    );
  }
  const { recordDigest } = await conflictView(tx, conflict);
  if (recordDigest !== decision.seen) throw changedMeanwhile();
  if (decision.keep === 'change') {
    if (conflict.kind === 'rules') throw changeRulesInstead();
    if (conflict.kind === 'tag') await storeTree(commands, conflict.change as NewTreeDto, decision);
    else if (await commands.treeWriting.repository.lock(conflict.subjectId))
      await changeRecord(tx, commands, conflict, decision);
    else await changePlot(commands, conflict, decision);
  }
  await conflicts.decide(id, {
    kept: decision.keep,
    decidedBy: decision.observer,
    decidedOn: decision.device,
    decidedAt: decision.madeAt,
    decisionId: decision.id,
  });
  return (await conflicts.find(id)) ?? conflict;
}
