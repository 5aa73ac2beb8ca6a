import { randomUUID } from 'node:crypto';
import type { ImportDone, ImportOptionsDto, ImportPreview, ImportView } from '../../contracts/exchange.ts';
import type { ActDto } from '../../contracts/tree.ts';
import type { SurveyView } from '../../contracts/views.ts';
import type { InTransaction } from '../database/connection.ts';
import { brokenConstraint } from '../database/failures.ts';
import { digestOf } from '../digest.ts';
import type { TreeResultCache } from '../results/tree-result-cache.ts';
import type { PlotQueries } from '../plots/queries.ts';
import { LIMITS } from '../limits.ts';
import { fullUp, invalidField, notFound, Problem } from '../problem.ts';
import type { SummaryService } from '../results/service.ts';
import type { SurveyQueries } from '../surveys/queries.ts';
import { treeRepository } from '../trees/repository.ts';
import type { StoredFile } from './store-file.ts';
import { type ChangedRow, isInList, knownTrees, RecordComparison } from './compare-file.ts';
import { changeTrees, type ImportAct, removeTrees } from './change-trees.ts';
import type { FileErrors } from './file-errors.ts';
import { PlotsAndTags } from './plots-and-tags.ts';
import { type FileRead, readThrough } from './read-through.ts';
import { treeToCopy } from './tree-of-file.ts';
import type { Bulk, ExchangeRepository, ImportRow } from './repository.ts';
import { TreesToCopy } from './trees-to-copy.ts';
import { undoImport } from './undo-import.ts';
import { t, say } from '../../messages/text.ts';

export interface ExchangeService {
  /** What a file of trees would bring: its columns, the first rows, everything that is wrong. Writes nothing. */
  readonly preview: (surveyId: string, file: StoredFile, options: ImportOptionsDto) => Promise<ImportPreview>;
  /**
   * Writes what is taken of a file, all of it or nothing.
   *
   * @throws Problem 422 with the first errors, each at its row; 409 where the survey has changed since the preview
   */
  readonly write: (surveyId: string, file: StoredFile, options: ImportOptionsDto) => Promise<ImportDone>;
  /** Imports of a survey, the newest first. */
  readonly list: (surveyId: string) => Promise<ImportView[]>;
  /** Takes an import back. @throws Problem 404; 409 where its trees were changed since */
  readonly undo: (importId: string, act: ActDto) => Promise<ImportView>;
}

interface Dependencies {
  readonly repository: ExchangeRepository;
  readonly surveys: SurveyQueries;
  readonly plots: PlotQueries;
  readonly figures: Pick<TreeResultCache, 'maker' | 'list' | 'revisionOf'>;
  readonly summary: Pick<SummaryService, 'getOrStale'>;
  readonly inTransaction: InTransaction;
  readonly now: () => Date;
}

/** What the rows of a file are held against: plots and tags, and the trees on the record where that was asked for. */
interface Held {
  readonly record: PlotsAndTags;
  readonly comparison: RecordComparison | null;
  /** Of the survey, as it was compared. */
  readonly revision: string;
}

/** Changes that one file may make: each is a correction of its own. */
const MOST_CHANGES = 20_000;

const takenAlready = (): Problem =>
  new Problem(
    'conflict',
    t('server.this-identifier-is-already-used-3', 'This identifier is already used for an import with other content.'),
  );

const changedMeanwhile = (cause?: unknown): Problem =>
  new Problem(
    'conflict',
    t(
      'server.another-person-added-a-plot',
      'Another person added a plot or tree of this file meanwhile. Check the preview again.',
    ),
    { cause },
  );

const viewOf = (row: ImportRow): ImportView => {
  const moment = (text: string): string => new Date(text).toISOString();
  const { id, observer, madeAt, added, changed, removed, plots, undoneAt, undoneBy } = row;
  return {
    id,
    observer,
    madeAt: moment(madeAt),
    added,
    changed,
    removed,
    plots,
    undoneAt: undoneAt === null ? null : moment(undoneAt),
    undoneBy,
  };
};

const doneOf = ({ id, added, changed, removed, plots }: ImportRow): ImportDone => ({
  id,
  trees: added,
  plots,
  changed,
  removed,
  created: false,
});

/** @throws Problem 422 with the first errors, each at its row */
function refuseErrors({ count, list }: FileErrors): void {
  if (count === 0) return;
  throw new Problem(
    'invalid',
    t(
      'server.errors-in-the-file-nothing',
      '{n, plural, one {# error in the file; nothing was saved.} other {# errors in the file; nothing was saved.}} First: row {row}, {column}: {message}',
      {
        n: count,
        row: String(list[0]?.row ?? 0),
        column: list[0]?.column ?? '',
        message: list[0]?.message ?? '',
      },
    ),
    {
      errors: list.map(({ row, field, message }) => ({
        pointer: `/rows/${String(row)}/${field}`,
        code: 'row',
        detail: say(message),
      })),
    },
  );
}

/** @throws Problem 422 for a file that cannot be written, or with too much in it */
function refuseUnreadable(found: FileRead, added: number, before: number): void {
  if (found.problem !== null) throw invalidField('/columns', 'columns', found.problem);
  if (found.rows === 0)
    throw invalidField('/file', 'file-empty', t('server.the-file-has-a-header', 'The file has a header and no rows.'));
  if (added + before > LIMITS.treesPerSurvey)
    throw fullUp('trees', LIMITS.treesPerSurvey, t('server.a-survey', 'A survey'));
  refuseErrors(found.errors);
}

export function exchangeService(dependencies: Dependencies): ExchangeService {
  const { repository, surveys, plots, figures, summary, inTransaction, now } = dependencies;

  const held = async (survey: SurveyView, { makePlots = false, existing }: ImportOptionsDto): Promise<Held> => {
    const list = await plots.listOfSurvey(survey.id);
    const record = new PlotsAndTags(survey, list, await repository.tagsOf(survey.id), makePlots);
    if (existing !== 'compare') return { record, comparison: null, revision: '' };
    const revision = await figures.revisionOf(survey.id);
    const labels = new Map(list.map(({ id, label }) => [id, label]));
    const rows = await figures.list(survey, (row) => row);
    const comparison = new RecordComparison(survey, knownTrees(rows, labels, await repository.severalOf(survey.id)));
    return { record, comparison, revision };
  };

  /** Writes a file as part of one transaction; answers how many trees and plots were new. */
  const writeIn = async (
    bulk: Bulk,
    survey: SurveyView,
    stored: StoredFile,
    options: ImportOptionsDto,
    { record, comparison }: Held,
    act: ImportAct,
  ): Promise<ImportRow> => {
    const make = await figures.maker(survey);
    const target = new TreesToCopy(bulk, survey, record, act);
    const isSkipped = isInList(options.skip);
    const changed: ChangedRow[] = [];
    const found = await target.while(() =>
      readThrough(
        survey,
        stored,
        options,
        record,
        async (tree, row, compared) => {
          if (isSkipped(row)) return;
          if (compared.kind === 'changed') changed.push(compared.changed);
          if (compared.kind !== 'new') return;
          await target.add(tree, (place, writer) => treeToCopy(tree, place, writer, make));
        },
        comparison,
      ),
    );
    refuseUnreadable(found, target.added, record.trees);
    if (changed.length > MOST_CHANGES)
      throw invalidField(
        '/file',
        'too-many-changes',
        t('server.too-many-changes', 'A file may change {most} trees at most. Split it by plots.', {
          most: String(MOST_CHANGES),
        }),
      );
    await target.finish();
    const isRemoved = isInList(options.remove);
    const removed = (comparison?.missing() ?? [])
      .filter((_tree, i) => options.remove === 'all' || (options.remove !== undefined && isRemoved(i + 1)))
      .map(({ id }) => id);
    // Others may be working out figures of these trees.
    await treeRepository(bulk.tx).lockAll([...removed, ...changed.map(({ treeId }) => treeId)]);
    // A tree may take over the tag of one that goes.
    await removeTrees(bulk.tx, removed, act);
    await changeTrees(bulk.tx, survey, changed, act, randomUUID);
    await bulk.raiseRevisions(survey.id);
    const { id, observer, device, madeAt, digest } = act;
    return bulk.record({
      id,
      surveyId: survey.id,
      added: target.added,
      changed: changed.length,
      removed: removed.length,
      plots: target.plots,
      madeAt,
      observer,
      device,
      writeDigest: digest,
    });
  };

  return {
    preview: async (surveyId, stored, options) => {
      const survey = await surveys.get(surveyId);
      const { record, comparison, revision } = await held(survey, options);
      const found = await readThrough(survey, stored, options, record, () => undefined, comparison);
      return {
        heads: found.heads,
        columns: found.matching,
        decimal: found.decimal,
        delimiter: found.delimiter,
        problem: found.problem,
        rows: found.rows,
        trees: found.trees,
        newPlots: [...record.newPlots.keys()],
        errorCount: found.errors.count,
        errors: found.errors.list,
        sample: found.sample,
        known: record.known,
        comparison: comparison === null || found.problem !== null ? null : comparison.summary(revision),
      };
    },
    write: async (surveyId, stored, options) => {
      const { id, observer, device } = options;
      if (id === undefined)
        throw invalidField(
          '/id',
          'uuid',
          t('server.an-import-needs-an-identifier', 'An import needs an identifier: a UUID made by the client.'),
        );
      const survey = await surveys.get(surveyId);
      const { columns, decimal, delimiter, makePlots, existing, skip, remove } = options;
      const what = { columns, decimal, delimiter, makePlots, existing, skip, remove };
      const digest = digestOf({ importId: id, surveyId, file: stored.digest, ...what });
      const madeBefore = async (): Promise<ImportDone | null> => {
        const kept = await repository.find(id);
        if (kept !== null && kept.writeDigest !== digest) throw takenAlready();
        return kept === null ? null : doneOf(kept);
      };
      const known = await madeBefore();
      if (known !== null) return known;
      const act: ImportAct = {
        id,
        observer: observer ?? survey.crew,
        device: device ?? 'import',
        madeAt: now().toISOString(),
        digest,
      };
      try {
        const against = await held(survey, options);
        if (options.revision !== undefined && against.comparison !== null && options.revision !== against.revision)
          throw changedMeanwhile();
        const row = await repository.inBulk((bulk) => writeIn(bulk, survey, stored, options, against, act));
        // Whoever looks next finds the sums worked out, or at least begun; what goes wrong there is told where it is asked.
        void summary.getOrStale(survey).catch(() => undefined);
        return { ...doneOf(row), created: true };
      } catch (error) {
        const isRefused = error instanceof Problem;
        const isBroken = brokenConstraint(error) !== null;
        if (!isRefused && !isBroken) throw error;
        // The same import was sent twice at once: what is refused are the trees that it has just brought.
        const done = await madeBefore();
        if (done !== null) return done;
        // Another write took the same tag meanwhile.
        throw isBroken ? changedMeanwhile(error) : error;
      }
    },
    list: async (surveyId) => {
      await surveys.get(surveyId);
      return (await repository.listOfSurvey(surveyId)).map(viewOf);
    },
    undo: async (importId, act) => {
      const undone = await inTransaction((tx) => undoImport(tx, importId, act));
      if (undone === null) throw notFound(t('server.this-import', 'This import'));
      return viewOf(undone);
    },
  };
}
