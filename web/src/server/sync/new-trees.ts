import type { NewTreeDto } from '../../contracts/tree.ts';
import { openConflict } from '../conflicts/open-conflict.ts';
import { conflictRepository } from '../conflicts/repository.ts';
import type { Queryable } from '../database/connection.ts';
import { once } from '../once.ts';
import { brokenConstraint } from '../database/failures.ts';
import { Problem } from '../problem.ts';
import { type ReadyTree, readyTree, storedBefore, plainOfStored } from '../trees/create-tree.ts';
import { refusal } from '../trees/readings.ts';
import { treeAfterWrite } from '../trees/tree-after-write.ts';
import type { TreeRow } from '../trees/repository.ts';
import type { TreeWriting } from '../trees/tree-writing.ts';
import type { OperationOutcome } from './operations.ts';

/** A tree waits for a person who gives it another tag. */
async function disputeTag(tx: Queryable, { plot, survey }: ReadyTree, tree: NewTreeDto): Promise<void> {
  await openConflict(conflictRepository(tx), {
    ...{ kind: 'tag', surveyId: survey.id, plotId: plot.id, subjectId: tree.id, fact: 'tag' },
    ...{ seen: undefined, factText: tree.tag, change: tree, madeAt: tree.observedAt },
  });
}

/**
 * Stores new trees as part of a transaction that holds their plots, those of one plot in one statement. A tree whose tag was
 * given to another one waits for a person.
 *
 * @returns what became of each
 */
export async function keepNewTrees(
  tx: Queryable,
  commands: TreeWriting,
  list: readonly NewTreeDto[],
): Promise<OperationOutcome[]> {
  // Nothing else happens to the plots meanwhile: they are read once.
  const writing: TreeWriting = { ...commands, plots: { get: once(commands.plots.get) } };
  const afterWrite = async (row: TreeRow | null) => (row === null ? null : treeAfterWrite(writing, row));
  const outcomes = new Map<NewTreeDto, OperationOutcome>();
  const tags = new Map<string, Set<string>>();
  const tagsOf = async (plotId: string): Promise<Set<string>> => {
    const used = tags.get(plotId) ?? new Set(await writing.repository.tagsOfPlot(plotId));
    tags.set(plotId, used);
    return used;
  };
  const byPlot = new Map<string, { readonly tree: NewTreeDto; readonly ready: ReadyTree }[]>();
  for (const tree of list) {
    try {
      const ready = await readyTree(writing, tree);
      const used = await tagsOf(ready.plot.id);
      if (used.has(tree.tag)) {
        const before = await storedBefore(writing, tree);
        if (before === null) await disputeTag(tx, ready, tree);
        outcomes.set(tree, { answer: await afterWrite(before), subjectId: tree.id, plotId: tree.plotId });
        continue;
      }
      used.add(tree.tag);
      byPlot.set(ready.plot.id, [...(byPlot.get(ready.plot.id) ?? []), { tree, ready }]);
    } catch (error) {
      if (!(error instanceof Problem)) throw error;
      const before = await storedBefore(writing, tree);
      outcomes.set(
        tree,
        before === null
          ? { problem: error }
          : { answer: await afterWrite(before), subjectId: tree.id, plotId: tree.plotId },
      );
    }
  }
  for (const [plotId, trees] of byPlot) {
    const insert = (some: typeof trees): Promise<void> =>
      writing.repository.insert(
        plotId,
        some.map(({ ready }) => ready.rows),
      );
    const insertEach = async (): Promise<void> => {
      for (const each of trees)
        await insert([each]).catch(async (error: unknown) => {
          const problem = refusal(error, each.tree.tag);
          if (problem === null) throw error;
          const before = await storedBefore(writing, each.tree);
          outcomes.set(
            each.tree,
            before === null ? { problem } : { answer: await afterWrite(before), subjectId: each.tree.id, plotId },
          );
        });
    };
    await insert(trees).catch(async (error: unknown) => {
      if (brokenConstraint(error) === null) throw error;
      await insertEach();
    });
    for (const { tree, ready } of trees)
      if (!outcomes.has(tree))
        outcomes.set(tree, { answer: plainOfStored(ready), subjectId: tree.id, plotId: tree.plotId });
  }
  return list.map((tree) => outcomes.get(tree) ?? { answer: null, subjectId: tree.id, plotId: tree.plotId });
}
