import { randomUUID } from 'node:crypto';
import { v5 as uuidFromName } from 'uuid';
import type { ImportDone, ImportOptionsDto, ImportPreview } from '../../contracts/exchange.ts';
import type { SurveyView } from '../../contracts/views.ts';
import { brokenConstraint } from '../database/failures.ts';
import { digestOf } from '../digest.ts';
import type { TreeResultCache } from '../results/tree-result-cache.ts';
import type { PlotQueries } from '../plots/queries.ts';
import { LIMITS } from '../limits.ts';
import { fullUp, invalidField, Problem } from '../problem.ts';
import type { SummaryService } from '../results/service.ts';
import type { SurveyQueries } from '../surveys/queries.ts';
import type { StoredFile } from './store-file.ts';
import { PlotsAndTags } from './plots-and-tags.ts';
import { readThrough } from './read-through.ts';
import { treeToCopy } from './tree-of-file.ts';
import type { ExchangeRepository, PlotToMake, TreeToCopy } from './repository.ts';
import { t, say } from '../../messages/text.ts';

export interface ExchangeService {
  /** What a file of trees would bring: its columns, the first rows, everything that is wrong. Writes nothing. */
  readonly preview: (surveyId: string, file: StoredFile, options: ImportOptionsDto) => Promise<ImportPreview>;
  /**
   * Keeps the trees of a file, all of them or none.
   *
   * @throws Problem 422 with the first errors, each at its row
   */
  readonly write: (surveyId: string, file: StoredFile, options: ImportOptionsDto) => Promise<ImportDone>;
}

interface Dependencies {
  readonly repository: ExchangeRepository;
  readonly surveys: SurveyQueries;
  readonly plots: PlotQueries;
  readonly figures: Pick<TreeResultCache, 'plainMaker'>;
  readonly summary: Pick<SummaryService, 'getOrStale'>;
  readonly now: () => Date;
}

/** Rows that are sent to the database at a time. */
const BATCH = 400;

const takenAlready = (): Problem =>
  new Problem(
    'conflict',
    t('server.this-identifier-is-already-used-3', 'This identifier is already used for an import with other content.'),
  );

export function exchangeService({ repository, surveys, plots, figures, summary, now }: Dependencies): ExchangeService {
  const recordOf = async (survey: SurveyView, makePlots: boolean): Promise<PlotsAndTags> =>
    new PlotsAndTags(survey, await plots.listOfSurvey(survey.id), await repository.tagsOf(survey.id), makePlots);
  return {
    preview: async (surveyId, stored, options) => {
      const survey = await surveys.get(surveyId);
      const record = await recordOf(survey, options.makePlots ?? false);
      const found = await readThrough(survey, stored, options, record, () => undefined);
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
      };
    },
    write: async (surveyId, stored, options) => {
      const { id: importId, observer, device } = options;
      if (importId === undefined)
        throw invalidField(
          '/id',
          'uuid',
          t('server.an-import-needs-an-identifier', 'An import needs an identifier: a UUID made by the client.'),
        );
      const survey = await surveys.get(surveyId);
      const record = await recordOf(survey, options.makePlots ?? false);
      const before = record.trees;
      const writer = { observer: observer ?? survey.crew, device: device ?? 'import' };
      const moment = now().toISOString();
      // The first tree tells a repeated import; the others need no name that can be told again.
      const firstId = uuidFromName('tree 2', importId);
      let isFirst = true;
      const { columns, decimal, delimiter, makePlots } = options;
      const digest = digestOf({ importId, surveyId, file: stored.digest, columns, decimal, delimiter, makePlots });
      // The first tree of an import tells of the whole: it was written at once.
      const madeBefore = async (): Promise<ImportDone | null> => {
        const kept = await repository.digestOf(firstId);
        if (kept === null) return null;
        if (kept !== digest) throw takenAlready();
        return { id: importId, ...(await repository.countWritten(surveyId, digest)), created: false };
      };
      const known = await madeBefore();
      if (known !== null) return known;
      const make = await figures.plainMaker(survey);
      const made = new Map<string, string>();
      let newPlots: PlotToMake[] = [];
      const plotIdOf = (label: string): string => {
        const known = record.plotOf(label)?.id ?? made.get(label);
        if (known !== undefined) return known;
        const plotId = uuidFromName(`plot ${label}`, importId);
        newPlots.push({
          id: plotId,
          surveyId,
          stratumId: record.newPlots.get(label) ?? '',
          label,
          shape: survey.design.shape,
          ...writer,
          writeDigest: digest,
        });
        made.set(label, plotId);
        return plotId;
      };
      try {
        const trees = await repository.inBulk(async (bulk) => {
          let rows: TreeToCopy[] = [];
          // The database takes one part while the next one is read.
          let taking = Promise.resolve();
          const flush = async (): Promise<void> => {
            await taking;
            if (rows.length === 0 && newPlots.length === 0) return;
            taking = bulk.copyRows(newPlots, rows);
            // Whoever waits for it next is told; until then it is nobody's.
            taking.catch(() => undefined);
            rows = [];
            newPlots = [];
          };
          try {
            const found = await readThrough(survey, stored, options, record, async (tree) => {
              const plotId = plotIdOf(tree.plot);
              rows.push(
                treeToCopy(
                  tree,
                  {
                    surveyId,
                    plotId,
                    plotSlopePct: record.plotOf(tree.plot)?.slopePct ?? 0,
                    writeDigest: digest,
                  },
                  {
                    id: isFirst ? firstId : randomUUID(),
                    newId: randomUUID,
                    observer: tree.observer ?? writer.observer,
                    device: writer.device,
                    observedAt: tree.observedAt ?? moment,
                  },
                  make,
                ),
              );
              isFirst = false;
              if (rows.length >= BATCH) await flush();
            });
            if (found.problem !== null) throw invalidField('/columns', 'columns', found.problem);
            if (found.rows === 0)
              throw invalidField(
                '/file',
                'file-empty',
                t('server.the-file-has-a-header', 'The file has a header and no rows.'),
              );
            if (found.trees + before > LIMITS.treesPerSurvey)
              throw fullUp('trees', LIMITS.treesPerSurvey, t('server.a-survey', 'A survey'));
            if (found.errors.count > 0) {
              const { count, list } = found.errors;
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
            await flush();
            await taking;
            await bulk.raiseRevisions(surveyId);
            return found.trees;
          } finally {
            // What is on its way goes into the transaction before that is taken back, never behind it.
            await taking.catch(() => undefined);
          }
        });
        // Whoever looks next finds the sums worked out, or at least begun; what goes wrong there is told where it is asked.
        void summary.getOrStale(survey).catch(() => undefined);
        return { id: importId, trees, plots: made.size, created: true };
      } catch (error) {
        // Somebody else has called out the same tag meanwhile, or the same import was sent twice at once.
        if (brokenConstraint(error) !== null) {
          const done = await madeBefore();
          if (done !== null) return done;
          throw new Problem(
            'conflict',
            t(
              'server.another-person-added-a-plot',
              'Another person added a plot or tree of this file meanwhile. Check the preview again.',
            ),
            { cause: error },
          );
        }
        throw error;
      }
    },
  };
}
