import { type FigureRow, type SummedRow, summedFigures, measuredHeights } from '../../computation/tree-figures.ts';
import { type StandCurveTree } from '@arbolito/core/height-curve';
import { deadCodes } from '@arbolito/core/protocol';
import { isBroken, isDead } from '@arbolito/core/tree';
import { grouped } from '@arbolito/core/statistics';
import type { SurveyView } from '../../contracts/views.ts';
import type { InTransaction } from '../database/connection.ts';
import { isDiskFull } from '../database/failures.ts';
import { resultsKey } from './results-key.ts';
import { noteStorage } from '../storage-state.ts';
import type { SurveyQueries } from '../surveys/queries.ts';
import { evaluateRow, plainSizeOf, type RowParts, settingsOf } from '../../computation/evaluate-row.ts';
import { treeRepository, type TreeRepository, type TreeRow } from '../trees/repository.ts';
import { treeReader } from '../trees/tree-reader.ts';
import {
  type FiguresOf,
  type PlotIds,
  saveTreeResults,
  type TreeResultRepository,
  type TreeResultRow,
} from './tree-result-repository.ts';

export interface TreeResultCache {
  /** Everything beside the trees' own record that their figures hang on. */
  readonly stampOf: (survey: SurveyView) => Promise<string>;
  /** Rises with every change of a survey's plots and trees. */
  readonly revisionOf: (surveyId: string) => Promise<string>;
  /** What is wanted of the figures of every tree of a survey; those that are not there yet are worked out and kept first. */
  readonly list: <T>(survey: SurveyView, of: (row: FigureRow) => T) => Promise<T[]>;
  /** The same, as far as the sums ask for them. */
  readonly listSummed: (survey: SurveyView) => Promise<readonly SummedRow[]>;
  /** The figures of some plots, or of all; those that are not there yet are worked out and kept first. */
  readonly ofPlots: (survey: SurveyView, plotIds?: PlotIds) => Promise<PlotFigures>;
  readonly countTrees: (surveyId: string) => Promise<number>;
  /** Trees whose figures are still to be worked out. */
  readonly countMissing: (survey: SurveyView) => Promise<number>;
  /**
   * Makes figures of trees that are on their way onto the record. Null for a survey with a visit before, which each of its
   * trees has to be held against.
   */
  readonly maker: (survey: SurveyView) => Promise<FigureMaker | null>;
}

/** The figures of some plots of a survey. */
export interface PlotFigures {
  /** Live trees with a height that is beyond doubt. */
  readonly heights: (plotIds?: PlotIds) => Promise<readonly StandCurveTree[]>;
  /** All trees with their names, those of one plot behind each other. */
  readonly named: (plotIds?: PlotIds) => Promise<readonly FigureRow[]>;
  /** The trees of one plot after the other; plots without trees are left out. */
  readonly eachPlot: (plotIds: PlotIds, onPlot: (plotId: string, rows: readonly SummedRow[]) => void) => Promise<void>;
}

/** Makes the figures of trees one by one. */
export type FigureMaker = (row: TreeRow, parts: RowParts) => TreeResultRow;

interface Dependencies {
  readonly repository: TreeResultRepository;
  readonly surveys: Pick<SurveyQueries, 'get'>;
  readonly trees: TreeRepository;
  readonly inTransaction: InTransaction;
}

/** Trees that are worked out at a time; in between others get their turn. */
const AT_A_TIME = 500;
/** While the database reads and saves for one lane, the other one works out. */
const LANES = 2;
/** Trees of one species and one size are many in a large survey; beyond so many sizes a memory costs more than it saves. */
const MOST_REMEMBERED = 20_000;

/** A maker of figures that remembers those of plain trees. */
function figureMaker(survey: SurveyView, stamp: string): FigureMaker {
  const known = new Map<string, TreeResultRow>();
  return (row, parts) => {
    const size = plainSizeOf(row, parts);
    const found = size === null ? undefined : known.get(size);
    if (found !== undefined) return { ...found, treeId: row.id };
    const made = { treeId: row.id, surveyId: survey.id, stamp, ...summedFigures(evaluateRow(row, parts, survey).view) };
    if (size !== null && known.size < MOST_REMEMBERED) known.set(size, made);
    return made;
  };
}

export function treeResultCache({ repository, surveys, trees, inTransaction }: Dependencies): TreeResultCache {
  const stampOf = async (survey: SurveyView): Promise<string> => {
    const { id, species, previousSurveyId, eyeHeightM } = survey;
    const previous = previousSurveyId === null ? null : await surveys.get(previousSurveyId);
    const before =
      previous === null ? null : { settings: settingsOf(previous), revision: await repository.revisionOf(previous.id) };
    return resultsKey({
      id,
      settings: settingsOf(survey),
      species,
      eyeHeightM,
      previousSurveyId,
      before,
    });
  };
  /** Figures that were worked out and found no room in the cache, as rows of their own. */
  type Unsaved = readonly FigureRow[];
  /** Works out and keeps what is not there yet. */
  const complete = async (
    survey: SurveyView,
    plotIds?: PlotIds,
  ): Promise<{ readonly of: FiguresOf; readonly unsaved: Unsaved }> => {
    const stamp = await stampOf(survey);
    const codes = deadCodes(survey.design.conditions);
    const of: FiguresOf = { surveyId: survey.id, stamp, deadCodes: codes };
    const missing = await repository.missing(survey.id, stamp, plotIds);
    if (missing.length === 0) return { of, unsaved: [] };
    const visit = await treeReader(trees, surveys).visitBefore(survey, trees.listOfSurvey);
    const make = figureMaker(survey, stamp);
    const unsaved: FigureRow[] = [];
    const batches = Array.from({ length: Math.ceil(missing.length / AT_A_TIME) }, (_, i) =>
      missing.slice(i * AT_A_TIME, (i + 1) * AT_A_TIME),
    ).values();
    const workOut = async (treeIds: readonly string[]): Promise<void> => {
      let made: FigureRow[] = [];
      try {
        await inTransaction(async (tx) => {
          // The trees stay as they are until their results are saved.
          const held = treeRepository(tx);
          const rows = await held.listForShare(treeIds);
          const found = await treeReader(held, surveys).withParts(rows, visit);
          const figures = found.map(({ row, parts }) => make(row, parts));
          made = found.flatMap(({ row }, i) => rowOfFigures(row, figures[i], codes));
          await saveTreeResults(tx, figures);
        });
        noteStorage('ok');
      } catch (error) {
        // Without room for the cache what was worked out is still answered.
        if (!isDiskFull(error)) throw error;
        noteStorage('full');
        unsaved.push(...made);
      }
    };
    await Promise.all(
      Array.from({ length: LANES }, async () => {
        for (const batch of batches) await workOut(batch);
      }),
    );
    return { of, unsaved };
  };
  return {
    stampOf,
    revisionOf: repository.revisionOf,
    countTrees: trees.countOfSurvey,
    list: async (survey, make) => {
      const { of, unsaved } = await complete(survey);
      return [...(await repository.list(of, make)), ...unsaved.map(make)];
    },
    listSummed: async (survey) => {
      const { of, unsaved } = await complete(survey);
      const kept = await repository.listSummed(of);
      return unsaved.length === 0 ? kept : [...kept, ...unsaved];
    },
    ofPlots: async (survey, wanted) => {
      const { of, unsaved } = await complete(survey, wanted);
      const isAmong = (plotIds: PlotIds, { plotId }: FigureRow): boolean => plotIds?.includes(plotId) ?? true;
      return {
        heights: async (plotIds = wanted) => [
          ...(await repository.listHeights(of, plotIds)),
          ...measuredHeights(unsaved.filter((row) => isAmong(plotIds, row))),
        ],
        named: async (plotIds = wanted) => [
          ...(await repository.listNamed(of, plotIds)),
          ...unsaved.filter((row) => isAmong(plotIds, row)),
        ],
        eachPlot: async (plotIds, onPlot) => {
          const left = grouped(
            unsaved.filter((row) => isAmong(plotIds, row)),
            ({ plotId }) => plotId,
          );
          let rows: SummedRow[] = [];
          const end = (): void => {
            const [first] = rows;
            if (first === undefined) return;
            onPlot(first.plotId, [...rows, ...(left.get(first.plotId) ?? [])]);
            left.delete(first.plotId);
            rows = [];
          };
          await repository.eachSummed(of, plotIds, (row) => {
            if (row.plotId !== rows[0]?.plotId) end();
            rows.push(row);
          });
          end();
          for (const [plotId, own] of left) onPlot(plotId, own);
        },
      };
    },
    countMissing: async (survey) => repository.countMissing(survey.id, await stampOf(survey)),
    maker: async (survey) => (survey.previousSurveyId === null ? figureMaker(survey, await stampOf(survey)) : null),
  };
}

/** Figures that are not in the cache as a row of it. */
const rowOfFigures = (row: TreeRow, made: TreeResultRow | undefined, codes: ReadonlySet<string>): FigureRow[] =>
  made === undefined
    ? []
    : [
        {
          treeId: row.id,
          plotId: row.plotId,
          tag: row.tag,
          speciesCode: row.speciesCode,
          observer: row.observer,
          notes: row.notes,
          dead: isDead(row.notes, codes),
          diametersCm: made.diametersCm,
          readDiametersCm: made.readDiametersCm ?? null,
          dbhCm: made.dbhCm ?? null,
          heightM: made.heightM ?? null,
          volumeM3: made.volumeM3 ?? null,
          volumeErrorM3: made.volumeErrorM3 ?? null,
          boardFeet: made.boardFeet ?? null,
          inDoubt: made.inDoubt,
          outside: made.outside,
          broken: isBroken({ ...row.heights, conditionCodes: row.notes?.conditions }),
          findings: made.findings ?? null,
        },
      ];
