import { curveDriftM, type StandCurveTree, standCurves } from '@arbolito/core/height-curve';
import { grouped } from '@arbolito/core/statistics';
import type { PlotView, SurveyView } from '../../contracts/views.ts';
import type { PlotQueries } from '../plots/queries.ts';
import { settingsOf } from '../../computation/evaluate-row.ts';
import {
  type HeightBasis,
  isBegun,
  plotSummer,
  type SummedPlot,
  type SurveyInPlots,
} from '../../computation/combine-plots.ts';
import { judgingCurves } from '../../computation/tree-figures.ts';
import { mostRecent } from './most-recent.ts';
import { settledKey } from './results-key.ts';
import { keepOrGoOn, type KeptRepository } from './survey-result-repository.ts';
import type { TreeResultCache } from './tree-result-cache.ts';

/** The curves that the results of a large survey use until they have moved, with the heights that made them. */
interface KeptHeights extends HeightBasis {
  readonly made: readonly StandCurveTree[];
}

interface Dependencies {
  readonly repository: KeptRepository;
  readonly figures: TreeResultCache;
  readonly plots: PlotQueries;
  /** Whether its curves are kept until they have moved: in a small survey they are always those of the trees as they are. */
  readonly isLarge: (survey: SurveyView) => Promise<boolean>;
  /** Surveys whose plots stay in memory, so that only those are summed up again that were written to. */
  readonly mostRemembered: number;
}

type HeightsByPlot = ReadonlyMap<string, readonly StandCurveTree[]>;

/** Curves with the heights that made them, and when. */
interface FittedHeights extends HeightBasis {
  readonly fittedAt: string | null;
  readonly madeOf: HeightsByPlot;
}

/** What is remembered of a survey. */
interface Remembered {
  readonly settled: string;
  readonly fitted: FittedHeights;
  readonly summer: ReturnType<typeof plotSummer>;
  readonly plots: ReadonlyMap<string, RememberedPlot>;
}

interface RememberedPlot {
  readonly revision: number;
  readonly heights: readonly StandCurveTree[];
  /** Null where the plot is not begun. */
  readonly summed: SummedPlot | null;
}

/** Heights are printed to 0.1 m: curves that can have moved by half of that are fitted again. */
const MOST_DRIFT_M = 0.05;

const nameOf = ({ speciesCode, dbhCm, heightM }: StandCurveTree): string =>
  `${speciesCode} ${String(dbhCm)} ${String(heightM)}`;

/** Heights of a plot that are in one list and not in the other. */
function changedHeights(before: readonly StandCurveTree[], now: readonly StandCurveTree[]): readonly StandCurveTree[] {
  if (before === now) return [];
  const left = grouped(before, nameOf);
  const added = now.filter((height) => left.get(nameOf(height))?.pop() === undefined);
  return [...added, ...[...left.values()].flat()];
}

/** Lists that say the same as one list each: they are told to be the same at a glance the next time. */
const sharedLists = (before: HeightsByPlot, now: HeightsByPlot): HeightsByPlot =>
  new Map(
    Array.from(before, ([id, list]) => {
      const other = now.get(id) ?? [];
      return [id, changedHeights(list, other).length === 0 ? other : list];
    }),
  );

const byPlots = (heights: readonly StandCurveTree[]): HeightsByPlot => grouped(heights, ({ plotId }) => plotId);

/** Sums up the plots of surveys, and of a survey that it remembers those alone that were written to since. */
export function surveyTotals({
  repository,
  figures,
  plots,
  isLarge,
  mostRemembered,
}: Dependencies): (survey: SurveyView) => Promise<SurveyInPlots> {
  const remembered = mostRecent<Remembered>(mostRemembered);
  const fit = (heights: readonly StandCurveTree[], { breastHeightM }: SurveyView): HeightBasis => ({
    curves: standCurves(heights, breastHeightM),
    judging: judgingCurves(heights, breastHeightM),
  });

  /** The curves that are kept, unless they are remembered. */
  const keptHeights = async (
    { id }: SurveyView,
    settled: string,
    known: FittedHeights | undefined,
  ): Promise<FittedHeights | null> => {
    const fittedAt = await repository.whenKept(id, 'heights', settled);
    if (fittedAt === null) return null;
    if (known?.fittedAt === fittedAt) return known;
    const kept = await repository.find(id, 'heights');
    if (kept?.stamp !== settled) return null;
    const { curves, judging, made } = kept.value as KeptHeights;
    return { curves, judging, fittedAt: kept.madeAt, madeOf: byPlots(made) };
  };
  /** The curves in use, fitted anew where the heights of now can have moved them, and how many heights have changed since. */
  const fittedHeights = async (
    survey: SurveyView,
    settled: string,
    known: FittedHeights | undefined,
    now: HeightsByPlot,
  ): Promise<{ readonly fitted: FittedHeights; readonly changedSince: number }> => {
    const all = [...now.values()].flat();
    if (!(await isLarge(survey)))
      return { fitted: { ...fit(all, survey), fittedAt: null, madeOf: now }, changedSince: 0 };
    const kept = await keptHeights(survey, settled, known);
    if (kept !== null) {
      const plotIds = new Set([...now.keys(), ...kept.madeOf.keys()]);
      const changed = [...plotIds].flatMap((id) => changedHeights(kept.madeOf.get(id) ?? [], now.get(id) ?? []));
      const counts = new Map(
        Array.from(
          grouped(all, ({ speciesCode }) => speciesCode),
          ([code, { length }]) => [code, length],
        ),
      );
      if (curveDriftM(kept.curves, changed, counts) <= MOST_DRIFT_M)
        return { fitted: kept, changedSince: changed.length };
    }
    const basis = fit(all, survey);
    // Without room for them they are fitted each time.
    const fittedAt = await keepOrGoOn(() => {
      const value: KeptHeights = { ...basis, made: all };
      return repository.keep(survey.id, 'heights', settled, value);
    });
    return { fitted: { ...basis, fittedAt, madeOf: now }, changedSince: 0 };
  };

  return async (survey) => {
    const settled = await settledKey(figures, survey);
    // Older than what is read of the plots: whatever is written in between is read again the next time.
    const revisions = await plots.revisionsOf(survey.id);
    const list = await plots.listOfSurvey(survey.id);
    const known = remembered.get(survey.id);
    const own = known?.settled === settled ? known : undefined;
    const isSame = ({ id }: PlotView): boolean => own?.plots.get(id)?.revision === revisions.get(id);
    const changed = own === undefined ? undefined : list.filter((plot) => !isSame(plot)).map(({ id }) => id);
    const read = changed?.length === 0 ? null : await figures.ofPlots(survey, changed);
    const readHeights = byPlots((await read?.heights()) ?? []);
    const heightsOf = (plot: PlotView): readonly StandCurveTree[] =>
      (isSame(plot) ? own?.plots.get(plot.id)?.heights : readHeights.get(plot.id)) ?? [];
    // In one order, however plots are labelled: a fit ends where it began to its last digits.
    const ordered = list.toSorted((a, b) => (a.id < b.id ? -1 : 1));
    const now = new Map(ordered.map((plot) => [plot.id, heightsOf(plot)]));
    const { fitted, changedSince } = await fittedHeights(survey, settled, own?.fitted, now);
    // Other curves make other heights on every plot.
    const isRefitted = own === undefined || fitted.fittedAt === null || fitted.fittedAt !== own.fitted.fittedAt;
    const summer = isRefitted
      ? plotSummer(survey, { ...settingsOf(survey), breastHeightM: survey.breastHeightM, curves: fitted.curves })
      : own.summer;
    const summed = new Map<string, SummedPlot | null>();
    if (!isRefitted)
      for (const plot of list) if (isSame(plot)) summed.set(plot.id, own.plots.get(plot.id)?.summed ?? null);
    const byId = new Map(list.map((plot) => [plot.id, plot]));
    const source = isRefitted && own !== undefined ? await figures.ofPlots(survey) : read;
    await source?.eachPlot(isRefitted ? undefined : changed, (plotId, rows) => {
      const plot = byId.get(plotId);
      if (plot !== undefined) summed.set(plotId, summer(plot, rows));
    });
    for (const plot of list)
      if (!summed.has(plot.id)) summed.set(plot.id, isBegun(survey, plot, 0) ? summer(plot, []) : null);
    if (await isLarge(survey))
      remembered.set(survey.id, {
        settled,
        fitted: { ...fitted, madeOf: sharedLists(fitted.madeOf, now) },
        summer,
        plots: new Map(
          list.map((plot) => [
            plot.id,
            {
              revision: revisions.get(plot.id) ?? -1,
              heights: now.get(plot.id) ?? [],
              summed: summed.get(plot.id) ?? null,
            },
          ]),
        ),
      });
    const { curves, judging, fittedAt } = fitted;
    return {
      plots: list,
      summed: list.flatMap(({ id }) => summed.get(id) ?? []),
      heights: { curves, judging, fittedAt, changedSince },
    };
  };
}
