import type { TreeContent } from '@arbolito/core/tree';
import { grouped } from '@arbolito/core/statistics';
import type { NewTreeDto, ReadingDto } from '../../contracts/tree.ts';
import type { PlotView, SurveyView } from '../../contracts/views.ts';
import type { Queryable } from '../database/connection.ts';
import { type CorrectionRecord, correctionRepository } from '../history/repository.ts';
import { once } from '../once.ts';
import { plotQueries } from '../plots/queries.ts';
import { plotRepository } from '../plots/repository.ts';
import { surveyQueries } from '../surveys/queries.ts';
import { surveyRepository } from '../surveys/repository.ts';
import { asDto } from '../trees/readings.ts';
import { type StoredReading, treeRepository, type TreeRow } from '../trees/repository.ts';
import type { ConflictRow } from './repository.ts';
import type { OtherRules } from './rules-conflict.ts';

/** What conflicts are shown from, read for all of them at once. */
export interface ConflictSources {
  readonly plotOf: (id: string) => PlotView | undefined;
  readonly surveyOf: (id: string) => SurveyView | undefined;
  readonly treeOf: (id: string) => TreeRow | undefined;
  /** The tree on the record that has a tag in a plot. */
  readonly taggedTree: (plotId: string, tag: string) => TreeRow | undefined;
  readonly readingsOf: (tree: TreeRow) => readonly StoredReading[];
  readonly contentOf: (tree: TreeRow) => TreeContent<ReadingDto>;
  /** Corrections of a tree, a plot or a survey, the oldest first. */
  readonly correctionsOf: (subjectId: string) => readonly CorrectionRecord[];
  /** The next number that no tree of a plot has. */
  readonly freeTag: (plotId: string) => string;
}

const freeTagAmong = (tags: readonly string[]): string =>
  String(Math.max(0, ...tags.map(Number).filter(Number.isInteger)) + 1);

const isAboutTag = ({ kind, fact }: ConflictRow): boolean => kind === 'tag' || fact === 'tag';
const isAboutRules = ({ kind }: ConflictRow): boolean => kind === 'rules';

const byId = <T extends { readonly id: string }>(list: readonly T[]): ReadonlyMap<string, T> =>
  new Map(list.map((each) => [each.id, each]));
const different = (ids: readonly string[]): readonly string[] => [...new Set(ids)];

/** Reads what some conflicts are shown from. The number of statements does not rise with the number of conflicts. */
export async function readConflictSources(
  database: Queryable,
  conflicts: readonly ConflictRow[],
): Promise<ConflictSources> {
  const trees = treeRepository(database);
  const rules = conflicts.filter(isAboutRules);
  const plotIds = different([
    ...conflicts.map(({ plotId }) => plotId),
    ...rules.flatMap(({ change }) => (change as OtherRules).plotIds),
  ]);
  const plots = byId(await plotQueries(plotRepository(database)).listAmong(plotIds));
  const surveyOf = once(surveyQueries(surveyRepository(database)).get);
  const surveys = byId(await Promise.all(rules.map(({ surveyId }) => surveyOf(surveyId))));
  const ofTags = conflicts.filter(({ kind }) => kind === 'tag');
  const tagged = await trees.listTagged(
    different(ofTags.map(({ plotId }) => plotId)),
    different(ofTags.map(({ change }) => (change as NewTreeDto).tag)),
  );
  const subjects = await trees.listByIds(different(conflicts.map(({ subjectId }) => subjectId)));
  const shown = [...subjects, ...tagged];
  const readings = await trees.readingsInUse(different(shown.map(({ observationId }) => observationId)));
  const corrected = [...conflicts.map(({ subjectId }) => subjectId), ...tagged.map(({ id }) => id)];
  const corrections = grouped(
    await correctionRepository(database).listOfSubjects(different(corrected)),
    ({ subjectId }) => subjectId,
  );
  const freeTags = new Map<string, string>();
  for (const plotId of different(conflicts.filter(isAboutTag).map((conflict) => conflict.plotId)))
    freeTags.set(plotId, freeTagAmong(await trees.tagsOfPlot(plotId)));
  const treesById = byId(subjects);
  const treesByTag = new Map(tagged.map((tree) => [`${tree.plotId} ${tree.tag}`, tree]));
  const readingsOf = ({ observationId }: TreeRow): readonly StoredReading[] => readings.get(observationId) ?? [];
  return {
    plotOf: (id) => plots.get(id),
    surveyOf: (id) => surveys.get(id),
    treeOf: (id) => treesById.get(id),
    taggedTree: (plotId, tag) => treesByTag.get(`${plotId} ${tag}`),
    readingsOf,
    contentOf: (tree) => {
      const { tag, speciesCode, taping, heights, notes } = tree;
      return { tag, speciesCode, readings: readingsOf(tree).map(asDto), taping, heights, notes };
    },
    correctionsOf: (subjectId) => corrections.get(subjectId) ?? [],
    freeTag: (plotId) => freeTags.get(plotId) ?? '1',
  };
}
