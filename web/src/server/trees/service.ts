import type { HeightNotes, LastVisit, PlacedReading, TapingNotes, TreeNotes } from '@arbolito/core/tree';
import type {
  ActDto,
  AuxiliaryValuesDto,
  NewReadingsDto,
  NewTreeDto,
  PlotCorrectionDto,
  TreeCorrectionDto,
} from '../../contracts/tree.ts';
import type {
  CorrectionView,
  PlotView,
  ReadingRecord,
  SurveyView,
  TreePageView,
  TreeView,
} from '../../contracts/views.ts';
import type { Queryable } from '../database/connection.ts';
import { digestOf } from '../digest.ts';
import type { PlotService } from '../plots/service.ts';
import { LIMITS } from '../limits.ts';
import { fullUp, invalidField, notFound, Problem } from '../problem.ts';
import type { SurveyService } from '../surveys/service.ts';
import { checkTree } from './check-tree.ts';
import { alreadyMade, correctionRow, sameState } from './corrections.ts';
import { VisitBefore, visitBefore } from './last-visits.ts';
import { plotChanges } from './plot-changes.ts';
import { evaluateRow, type JudgingContext, type RowParts } from './evaluate-row.ts';
import { asDto, meantReadings, readingRows, refusal, refuseRewritten } from './readings.ts';
import type { StoredCorrection, TreeRepository, TreeRow, TreeStore } from './repository.ts';

/** How a tree stands: what a correction keeps of before and after. */
interface TreeState {
  readonly tag: string;
  readonly speciesCode: string;
  readonly readingIds: readonly string[];
  readonly deleted: boolean;
  /** Left out where nothing was noted, so that states from before there were notes still compare. */
  readonly taping?: TapingNotes;
  readonly heights?: HeightNotes;
  readonly notes?: TreeNotes;
}

/** A tree with all that belongs to it. */
export interface TreeWithParts {
  readonly row: TreeRow;
  readonly parts: RowParts;
}

export interface TreeService {
  /** @throws Problem 404 */
  readonly get: (id: string) => Promise<TreeView>;
  readonly listOfPlot: (plotId: string) => Promise<TreeView[]>;
  /**
   * All trees of a survey, some hundred at a time, plot by plot.
   */
  readonly eachOfSurvey: (survey: SurveyView) => AsyncGenerator<readonly TreeView[], void>;
  /** Trees of a survey by their identifiers, judged by the height curves and the kit. */
  readonly withCurveChecks: (
    survey: SurveyView,
    judging: JudgingContext,
    treeIds: readonly string[],
  ) => AsyncGenerator<readonly TreeView[], void>;
  /**
   * Reads trees of a survey with all that belongs to each, and hands them over before anybody can change them.
   */
  readonly partsOf: (
    survey: SurveyView,
  ) => Promise<
    (
      treeIds: readonly string[],
      heightNo: (tx: Queryable, found: readonly TreeWithParts[]) => Promise<void>,
    ) => Promise<void>
  >;
  /** Trees of a survey page by page, in the order of their identifiers. */
  readonly pageOfSurvey: (survey: SurveyView, after: string | null, atMost: number) => Promise<TreePageView>;
  /** What the visit before left on a plot, by tag. */
  readonly lastVisitsOfPlot: (survey: SurveyView, plotLabel: string) => Promise<Record<string, LastVisit>>;
  /** Keeps a tree with its readings, whole or not at all. The same write again changes nothing. */
  readonly create: (tree: NewTreeDto) => Promise<{ readonly tree: TreeView; readonly created: boolean }>;
  readonly correct: (id: string, correction: TreeCorrectionDto) => Promise<TreeView>;
  readonly addReadings: (readings: NewReadingsDto) => Promise<TreeView>;
  readonly remove: (id: string, act: ActDto) => Promise<TreeView>;
  readonly correctPlot: (id: string, correction: PlotCorrectionDto) => Promise<PlotView>;
  /** Keeps the quick figures of many plots, all of them or none. */
  readonly setAuxiliary: (surveyId: string, figures: AuxiliaryValuesDto) => Promise<readonly PlotView[]>;
  /** Takes a correction back, as a correction of its own. Only the last one can be. */
  readonly undo: (
    correctionId: string,
    act: ActDto,
  ) => Promise<{ readonly subject: CorrectionView['subject']; readonly subjectId: string }>;
  /** The methods that readings of a survey’s trees are of, by identifier. */
  readonly methodsOfSurvey: (surveyId: string) => Promise<readonly string[]>;
  readonly history: (subjectId: string) => Promise<CorrectionView[]>;
  readonly readings: (treeId: string) => Promise<ReadingRecord[]>;
}

interface Dependencies {
  readonly store: TreeStore;
  readonly plots: PlotService;
  readonly surveys: SurveyService;
  /** What the trees of a survey are judged by, as the record stands. */
  readonly judgingOf: (survey: SurveyView) => Promise<JudgingContext>;
  /** The moment of a delete, for the mark on the row. */
  readonly now: () => Date;
}

/** Trees that are read from the record at a time. */
const AT_A_TIME = 500;

export function treeService({ store, plots, surveys, judgingOf, now }: Dependencies): TreeService {
  /** The visit before, whole or where only some of its trees matter. */
  const before = async (
    repository: TreeRepository,
    survey: SurveyView,
    rowsOf: (previousId: string) => Promise<TreeRow[]>,
  ): Promise<VisitBefore> => {
    if (survey.previousSurveyId === null) return new VisitBefore(new Map());
    const previous = await surveys.get(survey.previousSurveyId);
    return visitBefore(repository, previous, await rowsOf(previous.id));
  };
  const withParts = async (
    repository: TreeRepository,
    rows: readonly TreeRow[],
    visit: VisitBefore,
  ): Promise<TreeWithParts[]> => {
    const readings = await repository.readingsInUse(rows.map(({ observationId }) => observationId));
    const stems = await repository.stemsOf(rows.map(({ id }) => id));
    return rows.map((row) => ({
      row,
      parts: {
        readings: readings.get(row.observationId) ?? [],
        stems: stems.get(row.id) ?? [],
        lastVisit: visit.of(row, row.observedAt),
      },
    }));
  };
  /** Trees in the light of their survey, or each by itself where nothing is given to judge it by. */
  const viewsOn = async (
    repository: TreeRepository,
    rows: readonly TreeRow[],
    survey: SurveyView,
    visit: VisitBefore,
    judging?: JudgingContext,
  ): Promise<TreeView[]> => {
    const found = await withParts(repository, rows, visit);
    return found.map(({ row, parts }) => evaluateRow(row, parts, survey, judging).view);
  };
  async function* streamTrees(
    survey: SurveyView,
    judging: JudgingContext | undefined,
    treeIds: readonly string[],
  ): AsyncGenerator<readonly TreeView[], void> {
    const visit = treeIds.length === 0 ? new VisitBefore(new Map()) : await before(store, survey, store.listOfSurvey);
    for (let at = 0; at < treeIds.length; at += AT_A_TIME) {
      yield viewsOn(store, await store.listThese(treeIds.slice(at, at + AT_A_TIME)), survey, visit, judging);
    }
  }
  const viewOf = async (repository: TreeRepository, row: TreeRow, judging?: JudgingContext): Promise<TreeView> => {
    const survey = await surveys.get(row.surveyId);
    const visit = await before(repository, survey, (id) => repository.listNamed(id, row.plotLabel, row.tag));
    const [view] = await viewsOn(repository, [row], survey, visit, judging);
    if (view === undefined) throw notFound('This tree');
    return view;
  };
  const rowOf = async (repository: TreeRepository, id: string): Promise<TreeRow> => {
    const row = await repository.find(id);
    if (row === null) throw notFound('This tree');
    return row;
  };
  const get = async (id: string): Promise<TreeView> => {
    const row = await rowOf(store, id);
    return viewOf(store, row, await judgingOf(await surveys.get(row.surveyId)));
  };
  const stateOf = async (repository: TreeRepository, row: TreeRow): Promise<TreeState> => {
    const inUse = (await repository.readingsInUse([row.observationId])).get(row.observationId) ?? [];
    return {
      tag: row.tag,
      speciesCode: row.speciesCode,
      readingIds: inUse.map(({ id }) => id).sort(),
      deleted: row.deletedAt !== null,
      ...(row.taping === null ? {} : { taping: row.taping }),
      ...(row.heights === null ? {} : { heights: row.heights }),
      ...(row.notes === null ? {} : { notes: row.notes }),
    };
  };
  const guarded = async <T>(tag: string, work: () => Promise<T>): Promise<T> => {
    try {
      return await work();
    } catch (error) {
      throw refusal(error, tag) ?? error;
    }
  };

  /** Brings a locked tree into a state. */
  const enterState = async (repository: TreeRepository, row: TreeRow, state: TreeState): Promise<void> => {
    await repository.update(row.id, {
      tag: state.tag,
      speciesCode: state.speciesCode,
      deletedAt: state.deleted ? now().toISOString() : null,
    });
    await repository.setNotes(row.observationId, {
      taping: state.taping ?? null,
      heights: state.heights ?? null,
      notes: state.notes ?? null,
    });
    await repository.useExactly(row.observationId, state.readingIds);
    await repository.forgetFigures(row);
  };
  /** Identifiers of a tree's stems by their numbers, the new ones kept first. */
  const stemsWith = async (
    repository: TreeRepository,
    treeId: string,
    added: TreeCorrectionDto['stems'] = [],
  ): Promise<ReadonlyMap<number, string>> => {
    const known = (await repository.stemsOf([treeId])).get(treeId) ?? [];
    const fresh = added.filter(({ ordinal }) => !known.some((stem) => stem.ordinal === ordinal));
    await repository.insertStems(fresh.map(({ id, ordinal }) => ({ id, ordinal, treeId })));
    return new Map([...known, ...fresh].map(({ ordinal, id }) => [ordinal, id]));
  };

  // The survey is read before the transaction: one that waits for a second connection could starve the pool.
  const correct = async (id: string, written: TreeCorrectionDto): Promise<TreeView> => {
    const survey = await surveys.get((await rowOf(store, id)).surveyId);
    const digest = digestOf({ id, correction: written });
    await guarded(written.tag, () =>
      store.atOnce(async (repository) => {
        await repository.lock(id);
        if (await alreadyMade(repository, written.id, digest)) return;
        const row = await rowOf(repository, id);
        if (row.deletedAt !== null) throw new Problem('conflict', `Tree ${row.tag} has been deleted. Undo that first.`);
        const known = new Map((await repository.allReadings(id)).map((reading) => [reading.id, reading]));
        const correction = { ...written, readings: meantReadings(written.readings, known) };
        checkTree(correction, survey);
        const before = await stateOf(repository, row);
        refuseRewritten(correction.readings, known);
        const added = correction.readings.filter((reading) => !known.has(reading.id));
        const after: TreeState = {
          tag: correction.tag,
          speciesCode: correction.speciesCode,
          readingIds: correction.readings.map((reading) => reading.id).sort(),
          deleted: false,
          ...(correction.taping === undefined ? {} : { taping: { ...correction.taping } }),
          ...(correction.heights === undefined ? {} : { heights: correction.heights }),
          ...(correction.notes === undefined ? {} : { notes: correction.notes }),
        };
        const { observer, device } = correction;
        await repository.insertCorrection(
          correctionRow(correction, digest, {
            kind: 'change',
            undoes: null,
            subject: 'tree',
            subjectId: id,
            before,
            after,
          }),
        );
        await repository.useExactly(row.observationId, []);
        const stems = await stemsWith(repository, id, correction.stems);
        await repository.insertReadings(
          readingRows(added, stems, {
            observationId: row.observationId,
            observer,
            device,
            correctionId: correction.id,
          }),
        );
        await enterState(repository, row, after);
      }),
    );
    return viewOf(store, await rowOf(store, id));
  };

  const undoTree = (original: StoredCorrection, act: ActDto): Promise<void> => {
    const digest = digestOf({ undoes: original.id, act });
    const target = original.before as TreeState;
    return guarded(target.tag, () =>
      store.atOnce(async (repository) => {
        await repository.lock(original.subjectId);
        if (await alreadyMade(repository, act.id, digest)) return;
        const row = await rowOf(repository, original.subjectId);
        const before = await stateOf(repository, row);
        if (!sameState(before, original.after)) {
          throw new Problem('conflict', 'The tree has been changed since. Undo the later changes first.');
        }
        await enterState(repository, row, target);
        await repository.insertCorrection(
          correctionRow(act, digest, {
            kind: 'undo',
            undoes: original.id,
            subject: 'tree',
            subjectId: row.id,
            before,
            after: target,
          }),
        );
      }),
    );
  };

  const { correctPlot, setAuxiliary, undoPlot } = plotChanges(store, plots);

  return {
    get,
    listOfPlot: async (plotId) => {
      const plot = await plots.get(plotId);
      const survey = await surveys.get(plot.surveyId);
      const visit = await before(store, survey, (id) => store.listNamed(id, plot.label));
      return viewsOn(store, await store.listOfPlot(plotId), survey, visit, await judgingOf(survey));
    },
    eachOfSurvey: async function* (survey) {
      yield* streamTrees(survey, await judgingOf(survey), await store.idsOfSurvey(survey.id));
    },
    withCurveChecks: streamTrees,
    pageOfSurvey: async (survey, after, atMost) => {
      const rows = await store.page(survey.id, after, atMost + 1);
      const shown = rows.slice(0, atMost);
      const visit = await before(store, survey, async (id) => {
        const named = await Promise.all(shown.map(({ plotLabel, tag }) => store.listNamed(id, plotLabel, tag)));
        return named.flat();
      });
      return {
        trees: await viewsOn(store, shown, survey, visit, await judgingOf(survey)),
        next: rows.length > atMost ? (shown.at(-1)?.id ?? null) : null,
      };
    },
    partsOf: async (survey) => {
      const visit = await before(store, survey, store.listOfSurvey);
      return (treeIds, heightNo) =>
        store.atOnce(async (repository, tx) => {
          await heightNo(tx, await withParts(repository, await repository.listHeld(treeIds), visit));
        });
    },
    lastVisitsOfPlot: async (survey, plotLabel) => {
      const visit = await before(store, survey, (id) => store.listNamed(id, plotLabel));
      return visit.onPlot(plotLabel, now().toISOString());
    },
    create: async (written) => {
      const tree = { ...written, readings: meantReadings(written.readings) };
      const plot = await plots.get(tree.plotId).catch((error: unknown) => {
        if (error instanceof Problem && error.code === 'not-found')
          throw invalidField('/plotId', 'plot-unknown', 'There is no such plot. Choose one of the survey’s plots.');
        throw error;
      });
      const known = await store.find(tree.id);
      if (known === null && (await store.countOfSurvey(plot.surveyId)) >= LIMITS.treesPerSurvey)
        throw fullUp('trees', LIMITS.treesPerSurvey, 'A survey');
      if (plot.empty && known === null) {
        throw new Problem(
          'conflict',
          `Plot ${plot.label} is said to be empty. Open it again before a tree goes on it.`,
          {
            errors: [{ pointer: '/plotId', code: 'plot-empty', detail: `Plot ${plot.label} is said to be empty.` }],
          },
        );
      }
      checkTree(tree, await surveys.get(plot.surveyId));
      const writeDigest = digestOf(written);
      const { observer, device } = tree;
      const stems = new Map([[1, tree.stemId], ...(tree.stems ?? []).map(({ ordinal, id }) => [ordinal, id] as const)]);
      try {
        await guarded(tree.tag, () =>
          store.atOnce((repository) =>
            repository.insert({
              tree: {
                id: tree.id,
                surveyId: plot.surveyId,
                plotId: plot.id,
                tag: tree.tag,
                speciesCode: tree.speciesCode,
                observer,
                device,
                writeDigest,
              },
              stems: [...stems].map(([ordinal, id]) => ({ id, treeId: tree.id, ordinal })),
              observation: {
                id: tree.observationId,
                treeId: tree.id,
                surveyId: plot.surveyId,
                observedAt: tree.observedAt,
                taping: tree.taping === undefined ? null : { ...tree.taping },
                heights: tree.heights ?? null,
                notes: tree.notes ?? null,
                observer,
                device,
              },
              readings: readingRows(tree.readings, stems, {
                observationId: tree.observationId,
                observer,
                device,
                correctionId: null,
              }),
            }),
          ),
        );
      } catch (error) {
        const there = error instanceof Problem ? await store.find(tree.id) : null;
        if (there?.writeDigest === writeDigest) return { tree: await viewOf(store, there), created: false };
        throw error;
      }
      return { tree: await viewOf(store, await rowOf(store, tree.id)), created: true };
    },
    correct,
    addReadings: async ({ treeId, readings: added, ...act }) => {
      const row = await store.find(treeId);
      if (row === null) throw invalidField('/treeId', 'tree-unknown', 'There is no such tree.');
      const known = await store.findCorrection(act.id);
      if (known !== null) {
        const { readingIds } = known.after as TreeState;
        if (known.subjectId === row.id && added.every(({ id }) => readingIds.includes(id))) return viewOf(store, row);
        throw new Problem(
          'conflict',
          'A correction with this identifier is on the record already, with other content.',
        );
      }
      const partOf = ({ measure, stem = 1, heightNo = 1 }: Pick<PlacedReading, 'measure' | 'stem' | 'heightNo'>) =>
        `${measure} ${stem} ${heightNo}`;
      const replaced = new Set(added.map(partOf));
      const inUse = (await store.readingsInUse([row.observationId])).get(row.observationId) ?? [];
      const kept = inUse.filter((reading) => !replaced.has(partOf(reading))).map(asDto);
      return correct(row.id, {
        ...act,
        tag: row.tag,
        speciesCode: row.speciesCode,
        readings: [...kept, ...added],
        ...(row.taping === null ? {} : { taping: row.taping }),
        ...(row.heights === null ? {} : { heights: row.heights }),
        ...(row.notes === null ? {} : { notes: row.notes }),
      });
    },
    remove: async (id, act) => {
      const digest = digestOf({ removes: id, act });
      await store.atOnce(async (repository) => {
        if (!(await repository.lock(id))) throw notFound('This tree');
        if (await alreadyMade(repository, act.id, digest)) return;
        const row = await rowOf(repository, id);
        if (row.deletedAt !== null) throw new Problem('conflict', `Tree ${row.tag} has been deleted already.`);
        const before = await stateOf(repository, row);
        const after = { ...before, deleted: true };
        await enterState(repository, row, after);
        await repository.insertCorrection(
          correctionRow(act, digest, { kind: 'delete', undoes: null, subject: 'tree', subjectId: id, before, after }),
        );
      });
      return get(id);
    },
    correctPlot,
    setAuxiliary,
    undo: async (correctionId, act) => {
      const original = await store.findCorrection(correctionId);
      if (original === null) throw notFound('This correction');
      if (original.kind === 'undo') throw new Problem('conflict', 'An undo cannot be undone. Make the change again.');
      if (original.subject === 'survey')
        throw new Problem('conflict', 'Field rules are not taken back: change them again, with the reason.');
      if (original.subject === 'tree') await undoTree(original, act);
      else await undoPlot(original, act);
      return { subject: original.subject, subjectId: original.subjectId };
    },
    methodsOfSurvey: (surveyId) => store.methodsOf(surveyId),
    history: (subjectId) => store.correctionsOf(subjectId),
    readings: async (treeId) => {
      await rowOf(store, treeId);
      return store.allReadings(treeId);
    },
  };
}
