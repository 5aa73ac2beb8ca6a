import type { Queryable } from './database/connection.ts';
import { savepoint } from './database/savepoint.ts';
import { correctionRepository } from './history/repository.ts';
import { type HistoryService, historyService } from './history/service.ts';
import { type PlotCommands, plotCommands } from './plots/commands.ts';
import { type PlotQueries, plotQueries } from './plots/queries.ts';
import { plotRepository } from './plots/repository.ts';
import { once } from './once.ts';
import { surveyQueries } from './surveys/queries.ts';
import { surveyRepository } from './surveys/repository.ts';
import { type TreeCommands, treeCommands } from './trees/commands.ts';
import { treeRepository } from './trees/repository.ts';
import { treeReader } from './trees/tree-reader.ts';
import type { TreeWriting } from './trees/tree-writing.ts';

/** What every transaction takes from outside. */
export type CommandSources = Pick<TreeWriting, 'treesOf' | 'now'>;

/** The commands of trees and plots as parts of one transaction: one that is refused takes back what it wrote, and no more. */
export interface CommandsIn {
  readonly treeWriting: TreeWriting;
  readonly trees: TreeCommands;
  readonly plots: PlotQueries;
  readonly plotCommands: PlotCommands;
  readonly history: HistoryService;
}

export function commandsIn(tx: Queryable, sources: CommandSources): CommandsIn {
  const inTransaction: TreeWriting['inTransaction'] = (work) => savepoint(tx, () => work(tx));
  const plotRows = plotRepository(tx);
  const plots = plotQueries(plotRows);
  const surveys = { get: once(surveyQueries(surveyRepository(tx)).get) };
  const rows = treeRepository(tx);
  // A broken constraint ends the savepoint, and not the transaction.
  const repository: typeof rows = { ...rows, insert: (...each) => savepoint(tx, () => rows.insert(...each)) };
  const corrections = correctionRepository(tx);
  const writing = { ...sources, repository, corrections, plots, surveys, inTransaction };
  const trees = treeCommands(writing);
  const plotWriting = plotCommands({ repository: plotRows, plots, inTransaction });
  return {
    treeWriting: { ...writing, reader: treeReader(repository, surveys) },
    trees,
    plots,
    plotCommands: plotWriting,
    history: historyService(corrections, { tree: trees.undo, plot: plotWriting.undo }),
  };
}
