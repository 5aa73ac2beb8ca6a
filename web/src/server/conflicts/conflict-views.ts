import { canonicalText, type TreeContent, treeFacts } from '@arbolito/core/tree';
import type { ConflictVersion, ConflictView } from '../../contracts/conflict-view.ts';
import { type PlotFields, plotFacts } from '../../contracts/plot-facts.ts';
import type { NewTreeDto, PlotCorrectionDto, ReadingDto, TreeCorrectionDto } from '../../contracts/tree.ts';
import type { PlotView } from '../../contracts/views.ts';
import { digestOf } from '../digest.ts';
import type { CorrectionRepository } from '../history/repository.ts';
import { listOf, t } from '../../messages/text.ts';
import type { PlotQueries } from '../plots/queries.ts';
import type { SurveyQueries } from '../surveys/queries.ts';
import type { TreeRepository, TreeRow } from '../trees/repository.ts';
import { contentOf } from '../trees/tree-state.ts';
import { factWords, plotFactWords, treeFactWords, wordsOfTree } from './fact-words.ts';
import { WHOLE_TREE } from './open-conflict.ts';
import type { ConflictRow } from './repository.ts';
import { type OtherRules, rulesWords } from './rules-conflict.ts';

/** What conflicts are shown from. */
export interface ConflictSources {
  readonly trees: TreeRepository;
  readonly plots: Pick<PlotQueries, 'get'>;
  readonly surveys: Pick<SurveyQueries, 'get'>;
  readonly corrections: Pick<CorrectionRepository, 'listOfSubject'>;
}

/** The side of the record. */
interface RecordSide {
  readonly words: string | null;
  readonly tag: string | null;
  /** All that a decision is made on. */
  readonly seen: unknown;
  readonly by: Omit<ConflictVersion, 'words'>;
}

/** The next number that no tree of a plot has. */
const freeTagAmong = (tags: readonly string[]): string =>
  String(Math.max(0, ...tags.map(Number).filter(Number.isInteger)) + 1);

/** Who changed a tree last, or measured it first. */
async function authorOfTree({ corrections }: ConflictSources, row: TreeRow): Promise<RecordSide['by']> {
  const last = (await corrections.listOfSubject(row.id)).at(-1);
  return last === undefined
    ? { observer: row.observer, device: row.device, madeAt: row.observedAt }
    : { observer: last.observer, device: last.device, madeAt: new Date(last.madeAt).toISOString() };
}

/** Who set a fact of a tree: whoever took its readings, or changed the tree last. */
async function authorOfFact(
  sources: ConflictSources,
  row: TreeRow,
  { readings }: TreeContent<ReadingDto>,
  fact: string,
): Promise<RecordSide['by']> {
  const all = await sources.trees.allReadings(row.id);
  const inFact = new Set(
    readings.filter((reading) => fact in treeFacts({ ...NOTHING, readings: [reading] })).map(({ id }) => id),
  );
  const reading = all.findLast(({ id }) => inFact.has(id));
  return reading === undefined
    ? authorOfTree(sources, row)
    : { observer: reading.observer, device: reading.device, madeAt: reading.takenAt };
}

const NOTHING: TreeContent = { tag: '', speciesCode: '', readings: [] };

async function treeSide(sources: ConflictSources, conflict: ConflictRow, row: TreeRow): Promise<RecordSide> {
  const { trees } = sources;
  const isDeleted = row.deletedAt !== null;
  const content = await contentOf(trees, row);
  const isWhole = conflict.kind === 'deletion' || conflict.fact === WHOLE_TREE;
  const facts = treeFacts(content);
  return {
    tag: row.tag,
    words: isDeleted ? null : isWhole ? wordsOfTree(content) : treeFactWords(content, conflict.fact),
    seen: isDeleted ? 'deleted' : isWhole ? facts : (facts[conflict.fact] ?? ''),
    by:
      isDeleted || isWhole
        ? await authorOfTree(sources, row)
        : await authorOfFact(sources, row, content, conflict.fact),
  };
}

/** Where a tag was given twice: the tree that has it on the record. */
async function tagSide(sources: ConflictSources, { change, plotId }: ConflictRow): Promise<RecordSide> {
  const { tag, observer, device, observedAt } = change as NewTreeDto;
  const row = (await sources.trees.listOfPlot(plotId)).find((tree) => tree.tag === tag);
  if (row === undefined) return { tag, words: null, seen: '', by: { observer, device, madeAt: observedAt } };
  const content = await contentOf(sources.trees, row);
  return { tag, words: wordsOfTree(content), seen: [row.id, treeFacts(content)], by: await authorOfTree(sources, row) };
}

async function plotSide({ corrections }: ConflictSources, { fact }: ConflictRow, plot: PlotView): Promise<RecordSide> {
  const textOf = (state: unknown): string => plotFacts(state as PlotFields)[fact] ?? '';
  const last = (await corrections.listOfSubject(plot.id)).findLast(
    ({ before, after }) => textOf(before) !== textOf(after),
  );
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

/** The rules of a survey, and those that trees were measured by. */
async function rulesView(
  { plots, surveys, corrections }: ConflictSources,
  conflict: ConflictRow,
): Promise<ConflictView> {
  const { id, surveyId, plotId, kind, subjectId, observer, device } = conflict;
  const { rules, plotIds, trees } = conflict.change as OtherRules;
  const { fieldRules: current, unitSystem, crew, startedOn } = await surveys.get(surveyId);
  const labels: string[] = [];
  for (const each of plotIds) labels.push((await plots.get(each)).label);
  const last = (await corrections.listOfSubject(surveyId)).findLast(({ after }) =>
    Object.hasOwn(after as object, 'rules'),
  );
  return {
    ...{ id, surveyId, plotId, plotLabel: labels[0] ?? '', kind, subjectId, tag: null, freeTag: null },
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
    change: {
      words: rulesWords(rules, current, unitSystem),
      ...{ observer, device, madeAt: new Date(conflict.madeAt).toISOString() },
    },
    recordDigest: digestOf(canonicalText([current, plotIds, trees])),
    decided: decided(conflict),
  };
}

/** A conflict as people see it, both versions side by side. */
export async function conflictView(sources: ConflictSources, conflict: ConflictRow): Promise<ConflictView> {
  if (conflict.kind === 'rules') return rulesView(sources, conflict);
  const { id, surveyId, plotId, kind, subjectId, fact, observer, device } = conflict;
  const plot = await sources.plots.get(plotId);
  const row = kind === 'tag' ? null : await sources.trees.find(subjectId);
  const isPlot = kind !== 'tag' && row === null;
  const record =
    kind === 'tag'
      ? await tagSide(sources, conflict)
      : row === null
        ? await plotSide(sources, conflict, plot)
        : await treeSide(sources, conflict, row);
  const isTag = kind === 'tag' || fact === 'tag';
  return {
    ...{ id, surveyId, plotId, plotLabel: plot.label, kind, subjectId, tag: record.tag },
    factWords: isPlot ? factWords(`plot ${fact}`) : factWords(fact),
    record: { words: record.words, ...record.by },
    change: {
      words: changeWords(conflict, isPlot),
      ...{ observer, device, madeAt: new Date(conflict.madeAt).toISOString() },
    },
    recordDigest: digestOf(canonicalText(record.seen)),
    freeTag: isTag ? freeTagAmong(await sources.trees.tagsOfPlot(plotId)) : null,
    decided: decided(conflict),
  };
}
