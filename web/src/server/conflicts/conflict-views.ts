import { canonicalText, type TreeContent, treeFacts } from '@arbolito/core/tree';
import type { ConflictVersion, ConflictView } from '../../contracts/conflict-view.ts';
import { type PlotFields, plotFacts } from '../../contracts/plot-facts.ts';
import type { NewTreeDto, PlotCorrectionDto, TreeCorrectionDto } from '../../contracts/tree.ts';
import type { PlotView } from '../../contracts/views.ts';
import { listOf, t } from '../../messages/text.ts';
import type { Queryable } from '../database/connection.ts';
import { digestOf } from '../digest.ts';
import { notFound } from '../problem.ts';
import type { TreeRow } from '../trees/repository.ts';
import { type ConflictSources, readConflictSources } from './conflict-sources.ts';
import { factWords, plotFactWords, treeFactWords, wordsOfTree } from './fact-words.ts';
import { WHOLE_TREE } from './open-conflict.ts';
import type { ConflictRow } from './repository.ts';
import { type OtherRules, rulesWords } from './rules-conflict.ts';

/** The side of the record. */
interface RecordSide {
  readonly words: string | null;
  readonly tag: string | null;
  /** All that a decision is made on. */
  readonly seen: unknown;
  readonly by: Omit<ConflictVersion, 'words'>;
}

/** Who changed a tree last, or measured it first. */
function authorOfTree({ correctionsOf }: ConflictSources, tree: TreeRow): RecordSide['by'] {
  const last = correctionsOf(tree.id).at(-1);
  return last === undefined
    ? { observer: tree.observer, device: tree.device, madeAt: tree.observedAt }
    : { observer: last.observer, device: last.device, madeAt: new Date(last.madeAt).toISOString() };
}

const NOTHING: TreeContent = { tag: '', speciesCode: '', readings: [] };

/** Who set a fact of a tree: the observer of the last of its readings, or the one who changed the tree last. */
function authorOfFact(sources: ConflictSources, tree: TreeRow, fact: string): RecordSide['by'] {
  const ofFact = sources
    .readingsOf(tree)
    .filter((reading) => fact in treeFacts({ ...NOTHING, readings: [reading] }))
    .toSorted((a, b) => a.takenAt.localeCompare(b.takenAt));
  const reading = ofFact.at(-1);
  return reading === undefined
    ? authorOfTree(sources, tree)
    : { observer: reading.observer, device: reading.device, madeAt: reading.takenAt };
}

function treeSide(sources: ConflictSources, { kind, fact }: ConflictRow, tree: TreeRow): RecordSide {
  const isDeleted = tree.deletedAt !== null;
  const content = sources.contentOf(tree);
  const isWhole = kind === 'deletion' || fact === WHOLE_TREE;
  const facts = treeFacts(content);
  return {
    tag: tree.tag,
    words: isDeleted ? null : isWhole ? wordsOfTree(content) : treeFactWords(content, fact),
    seen: isDeleted ? 'deleted' : isWhole ? facts : (facts[fact] ?? ''),
    by: isDeleted || isWhole ? authorOfTree(sources, tree) : authorOfFact(sources, tree, fact),
  };
}

/** Where a tag was given twice: the tree that has it on the record. */
function tagSide(sources: ConflictSources, { change, plotId }: ConflictRow): RecordSide {
  const { tag, observer, device, observedAt } = change as NewTreeDto;
  const tree = sources.taggedTree(plotId, tag);
  if (tree === undefined) return { tag, words: null, seen: '', by: { observer, device, madeAt: observedAt } };
  const content = sources.contentOf(tree);
  return { tag, words: wordsOfTree(content), seen: [tree.id, treeFacts(content)], by: authorOfTree(sources, tree) };
}

function plotSide({ correctionsOf }: ConflictSources, { fact }: ConflictRow, plot: PlotView): RecordSide {
  const textOf = (state: unknown): string => plotFacts(state as PlotFields)[fact] ?? '';
  const last = correctionsOf(plot.id).findLast(({ before, after }) => textOf(before) !== textOf(after));
  return {
    tag: null,
    words: plotFactWords(plot, fact),
    seen: plotFacts(plot)[fact] ?? '',
    by: {
      observer: last?.observer ?? '',
      device: last?.device ?? '',
      madeAt: new Date(last?.madeAt ?? 0).toISOString(),
    },
  };
}

const changeWords = ({ kind, fact, change }: ConflictRow, isPlot: boolean): string | null => {
  if (kind === 'deletion') return null;
  if (isPlot) return plotFactWords(change as PlotCorrectionDto, fact);
  const content = change as TreeCorrectionDto;
  return kind === 'tag' || fact === WHOLE_TREE ? wordsOfTree(content) : treeFactWords(content, fact);
};

const decided = ({ kept, decidedBy, decidedAt }: ConflictRow): ConflictView['decided'] =>
  kept === null || decidedAt === null
    ? null
    : { kept, observer: decidedBy ?? '', madeAt: new Date(decidedAt).toISOString() };

/** What every view of a conflict has. */
const commonParts = (conflict: ConflictRow, plot: PlotView) => {
  const { id, surveyId, plotId, kind, subjectId } = conflict;
  return { id, surveyId, plotId, plotLabel: plot.label, kind, subjectId, decided: decided(conflict) };
};

/** The version that was sent. */
const changeSide = ({ observer, device, madeAt }: ConflictRow, words: string | null): ConflictVersion => ({
  ...{ words, observer, device, madeAt: new Date(madeAt).toISOString() },
});

/** The rules of a survey, and those that trees were measured by. */
function rulesView(sources: ConflictSources, conflict: ConflictRow, plot: PlotView): ConflictView {
  const { rules, plotIds, trees } = conflict.change as OtherRules;
  const survey = sources.surveyOf(conflict.surveyId);
  if (survey === undefined) throw notFound(t('shell.the-survey', 'The survey'));
  const { fieldRules: current, unitSystem, crew, startedOn } = survey;
  const labels = plotIds.flatMap((id) => sources.plotOf(id)?.label ?? []);
  const last = sources
    .correctionsOf(conflict.surveyId)
    .findLast(({ after }) => Object.hasOwn(after as object, 'rules'));
  return {
    ...commonParts(conflict, plot),
    ...{ tag: null, freeTag: null },
    factWords: t(
      'conflicts.measured-by-other-rules',
      '{trees, plural, =0 {Trees} one {# tree} other {# trees}} of {plots, plural, one {plot} other {plots}} {labels} measured by other field rules',
      { trees, plots: labels.length, labels: listOf(labels) },
    ),
    record: {
      words: rulesWords(current, rules, unitSystem),
      observer: last?.observer ?? crew,
      device: last?.device ?? '',
      madeAt: new Date(last?.madeAt ?? startedOn).toISOString(),
    },
    change: changeSide(conflict, rulesWords(rules, current, unitSystem)),
    recordDigest: digestOf(canonicalText([current, plotIds, trees])),
  };
}

function viewOf(sources: ConflictSources, conflict: ConflictRow): ConflictView {
  const { plotId, kind, subjectId, fact } = conflict;
  const plot = sources.plotOf(plotId);
  if (plot === undefined) throw notFound(t('server.this-plot', 'This plot'));
  if (kind === 'rules') return rulesView(sources, conflict, plot);
  const tree = kind === 'tag' ? undefined : sources.treeOf(subjectId);
  const isPlot = kind !== 'tag' && tree === undefined;
  const record =
    kind === 'tag'
      ? tagSide(sources, conflict)
      : tree === undefined
        ? plotSide(sources, conflict, plot)
        : treeSide(sources, conflict, tree);
  const isTag = kind === 'tag' || fact === 'tag';
  return {
    ...commonParts(conflict, plot),
    tag: record.tag,
    factWords: isPlot ? factWords(`plot ${fact}`) : factWords(fact),
    record: { words: record.words, ...record.by },
    change: changeSide(conflict, changeWords(conflict, isPlot)),
    recordDigest: digestOf(canonicalText(record.seen)),
    freeTag: isTag ? sources.freeTag(plotId) : null,
  };
}

/** Conflicts as people see them, both versions side by side. */
export async function conflictViews(database: Queryable, conflicts: readonly ConflictRow[]): Promise<ConflictView[]> {
  if (conflicts.length === 0) return [];
  const sources = await readConflictSources(database, conflicts);
  return conflicts.map((conflict) => viewOf(sources, conflict));
}

/** One conflict as people see it. */
export async function conflictView(database: Queryable, conflict: ConflictRow): Promise<ConflictView> {
  return viewOf(await readConflictSources(database, [conflict]), conflict);
}
