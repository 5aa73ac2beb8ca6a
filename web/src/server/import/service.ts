import { randomUUID } from 'node:crypto';
import { setImmediate } from 'node:timers/promises';
import { v5 as uuidFromName } from 'uuid';
import {
  type FileTree,
  guessDecimal,
  matchColumns,
  type Matching,
  matchingProblem,
  rowReader,
  TREE_FIELDS,
  type TreeField,
} from '@arbolito/core/tree-file';
import type { FileErrorView, ImportDone, ImportOptionsDto, ImportPreview } from '../../contracts/exchange.ts';
import type { PlotView, SurveyView } from '../../contracts/views.ts';
import { brokenConstraint } from '../database/failures.ts';
import { digestOf } from '../digest.ts';
import type { PlainMaker, TreeResultCache } from '../results/tree-result-cache.ts';
import type { PlotQueries } from '../plots/queries.ts';
import { LIMITS } from '../limits.ts';
import { fullUp, invalidField, Problem } from '../problem.ts';
import type { SummaryService } from '../results/service.ts';
import type { SurveyQueries } from '../surveys/queries.ts';
import { isBlank, readCsv } from './read-file.ts';
import type { StoredFile } from './store-file.ts';
import type { ExchangeRepository, PlotToMake, TreeToCopy } from './repository.ts';

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

const SAMPLE = 8;
const MOST_ERRORS = 50;
/** Rows that are sent to the database at a time. */
const AT_A_TIME = 400;
/** Rows that are read before others get their turn. */
const ROWS_IN_A_BREATH = 50;
/** Rows whose figures tell the decimal mark. */
const ROWS_TO_GUESS = 50;

const nameOf = (field: TreeField): string => TREE_FIELDS[field].label;

/** Errors of a file: the first ones word for word, the others counted. */
class FileErrors {
  count = 0;
  readonly list: FileErrorView[] = [];

  add(row: number, column: string, message: string): void {
    this.count += 1;
    if (this.list.length < MOST_ERRORS) this.list.push({ row, column, message });
  }
}

/** What rows are held against: the plots that there are, and the tags that are taken. */
class PlotsAndTags {
  readonly newPlots = new Map<string, string | null>();
  private readonly byLabel: ReadonlyMap<string, PlotView>;

  /** Trees that are on the record already. */
  readonly trees: number;

  constructor(
    private readonly survey: SurveyView,
    plots: readonly PlotView[],
    private readonly tags: Set<string>,
    private readonly makePlots: boolean,
  ) {
    this.byLabel = new Map(plots.map((plot) => [plot.label, plot]));
    this.trees = tags.size;
  }

  /** Why a tree cannot go onto the record, at which field; its tag is taken from then on. */
  check({ plot, stratum, tag }: FileTree): readonly { readonly field: TreeField; readonly message: string }[] {
    const known = this.byLabel.get(plot);
    const errors: { readonly field: TreeField; readonly message: string }[] = [];
    if (known?.empty === true) errors.push({ field: 'plot', message: `Plot ${plot} is said to be empty.` });
    if (known === undefined) {
      const named = stratum ?? (this.survey.strata.length === 1 ? this.survey.strata[0]?.name : undefined) ?? null;
      const found = this.survey.strata.find(({ name }) => name === named);
      if (!this.newPlots.has(plot)) this.newPlots.set(plot, found?.id ?? null);
      if (!this.makePlots)
        errors.push({ field: 'plot', message: `There is no plot ${plot}: lay it out, or let missing plots be made.` });
      else if (found === undefined)
        errors.push({
          field: 'stratum',
          message:
            named === null
              ? `Plot ${plot} is new and the file does not say in which stratum it lies.`
              : `“${named.slice(0, 40)}” is not a stratum of this survey.`,
        });
    }
    const key = `${plot} ${tag}`;
    if (this.tags.has(key)) errors.push({ field: 'tag', message: `Tree ${tag} of plot ${plot} is there already.` });
    this.tags.add(key);
    return errors;
  }

  plotOf(label: string): PlotView | undefined {
    return this.byLabel.get(label);
  }
}

/** A file as far as its head: how it is read, and why it cannot be. */
interface Opened {
  readonly heads: readonly string[];
  readonly matching: Matching;
  readonly decimal: '.' | ',';
  readonly problem: string | null;
}

function open(
  heads: readonly string[],
  first: readonly (readonly string[])[],
  survey: SurveyView,
  options: ImportOptionsDto,
): Opened {
  const matching = options.columns ?? matchColumns(heads, survey.unitSystem);
  return {
    heads,
    matching,
    decimal: options.decimal ?? guessDecimal(first.flat()),
    problem: matchingProblem(matching, heads.length, survey.unitSystem),
  };
}

/** The figures of a tree of a file, by the way of every other tree. */
const workedOut = (
  make: PlainMaker,
  tree: Omit<TreeToCopy, 'figures'>,
  plotLabel: string,
  plotSlopePct: number,
): TreeToCopy['figures'] =>
  make(
    {
      ...tree,
      plotLabel,
      plotSlopePct,
      deletedAt: null,
      taping: null,
      heights: null,
      notes: tree.notes ?? null,
    },
    {
      readings: tree.readings.map((reading) => ({
        ...reading,
        try: 1,
        observer: tree.observer,
        device: tree.device,
        takenAt: tree.observedAt,
      })),
      stems: [{ id: tree.stemId, ordinal: 1 }],
      lastVisit: undefined,
    },
  );

const takenAlready = (): Problem =>
  new Problem('conflict', 'An import with this identifier is on the record already, with other content.');

export function exchangeService({ repository, surveys, plots, figures, summary, now }: Dependencies): ExchangeService {
  const recordOf = async (survey: SurveyView, makePlots: boolean): Promise<PlotsAndTags> =>
    new PlotsAndTags(survey, await plots.listOfSurvey(survey.id), await repository.tagsOf(survey.id), makePlots);

  /** Reads a file through: `onTree` is told of every row that is right, as long as none was wrong. */
  const readThrough = async (
    survey: SurveyView,
    stored: StoredFile,
    options: ImportOptionsDto,
    record: PlotsAndTags,
    onTree: (tree: FileTree) => Promise<void> | void,
  ) => {
    const { delimiter, records } = await readCsv(stored.path, options.delimiter);
    const errors = new FileErrors();
    let heads: readonly string[] | null = null;
    // Set once the first rows have told how the file is written.
    const file: { opened?: Opened; read?: ReturnType<typeof rowReader> } = {};
    // As a spreadsheet numbers them: the first line of the file is row 1.
    let row = 0;
    let rows = 0;
    let trees = 0;
    const waiting: { readonly cells: readonly string[]; readonly row: number }[] = [];
    const sample: (readonly string[])[] = [];
    const heightNo = async (cells: readonly string[], at: number): Promise<void> => {
      rows += 1;
      if (file.read === undefined) return;
      const outcome = file.read(cells);
      const wrong = outcome.ok ? record.check(outcome.tree) : outcome.errors;
      for (const { field, message } of wrong) errors.add(at, nameOf(field), message);
      if (!outcome.ok || wrong.length > 0) return;
      trees += 1;
      if (errors.count === 0) await onTree(outcome.tree);
    };
    const begin = async (named: readonly string[]): Promise<Opened> => {
      const first = waiting.map(({ cells }) => cells);
      const opened = open(named, first, survey, options);
      file.opened = opened;
      if (opened.problem === null) {
        file.read = rowReader(opened.matching, {
          unitSystem: survey.unitSystem,
          species: survey.species,
          conditions: survey.design.conditions,
          decimal: opened.decimal,
        });
      }
      for (const each of waiting) await heightNo(each.cells, each.row);
      return opened;
    };
    for await (const cells of records) {
      row += 1;
      // Others get their turn, also while nothing but empty lines comes.
      if (row % ROWS_IN_A_BREATH === 0) await setImmediate();
      if (isBlank(cells)) continue;
      if (heads === null) {
        heads = cells;
        continue;
      }
      if (sample.length < SAMPLE) sample.push(cells);
      if (file.opened !== undefined) {
        await heightNo(cells, row);
        continue;
      }
      waiting.push({ cells, row });
      if (waiting.length >= ROWS_TO_GUESS) await begin(heads);
    }
    if (heads === null)
      throw invalidField('/file', 'file-empty', 'The file is empty: its first line names the columns.');
    const opened = file.opened ?? (await begin(heads));
    return { ...opened, delimiter, errors, rows, trees, sample };
  };

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
        throw invalidField('/id', 'uuid', 'An import needs an identifier: a UUID made by the writer.');
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
              const observer = tree.observer ?? writer.observer;
              const copied = {
                id: isFirst ? firstId : randomUUID(),
                stemId: randomUUID(),
                observationId: randomUUID(),
                surveyId,
                plotId,
                tag: tree.tag,
                speciesCode: tree.speciesCode,
                observer,
                device: writer.device,
                writeDigest: digest,
                observedAt: tree.observedAt ?? moment,
                notes: tree.notes,
                readings: tree.readings.map((reading) => ({ ...reading, id: randomUUID() })),
              };
              isFirst = false;
              const slopePct = record.plotOf(tree.plot)?.slopePct ?? 0;
              rows.push({ ...copied, figures: make === null ? null : workedOut(make, copied, tree.plot, slopePct) });
              if (rows.length >= AT_A_TIME) await flush();
            });
            if (found.problem !== null) throw invalidField('/columns', 'columns', found.problem);
            if (found.rows === 0) throw invalidField('/file', 'file-empty', 'The file has a head and no row below it.');
            if (found.trees + before > LIMITS.treesPerSurvey) throw fullUp('trees', LIMITS.treesPerSurvey, 'A survey');
            if (found.errors.count > 0) {
              const { count, list } = found.errors;
              throw new Problem(
                'invalid',
                `${String(count)} ${count === 1 ? 'thing is' : 'things are'} wrong in the file; nothing was kept. First: row ${String(list[0]?.row ?? 0)}, ${list[0]?.column ?? ''}: ${list[0]?.message ?? ''}`,
                {
                  errors: list.map(({ row, column, message }) => ({
                    pointer: `/rows/${String(row)}/${column}`,
                    code: 'row',
                    detail: message,
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
            'A plot or a tree of the file was put on the record by somebody else meanwhile. Look at the preview again.',
            { cause: error },
          );
        }
        throw error;
      }
    },
  };
}
