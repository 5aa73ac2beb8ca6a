import { checkHeights, type HeightPoints, type SoundTree } from '@arbolito/core/quality';
import { grouped } from '@arbolito/core/statistics';
import type { JudgingContext } from '../../computation/evaluate-row.ts';
import { type ReviewedPlot, readTree, reviewPlot } from '../../computation/review-points.ts';
import { figureRowOf } from '../../computation/tree-figures.ts';
import type { PlotView, SurveyView } from '../../contracts/views.ts';
import { digestOf } from '../digest.ts';
import type { PlotQueries } from '../plots/queries.ts';
import { mostRecent } from '../results/most-recent.ts';
import { settledKey } from '../results/results-key.ts';
import type { PlotFigures, TreeResultCache } from '../results/tree-result-cache.ts';
import type { TreeQueries } from '../trees/queries.ts';
import type { CheckRepository } from './repository.ts';

/** All plots of a survey as the review list knows them, in the order in which they are listed. */
export interface ReviewedSurvey {
  readonly plots: readonly ReviewedPlot[];
  readonly heights: HeightPoints;
}

interface Dependencies {
  readonly trees: Pick<TreeQueries, 'withCurveChecks'>;
  readonly figures: Pick<TreeResultCache, 'stampOf' | 'ofPlots'>;
  readonly plots: Pick<PlotQueries, 'listOfSurvey' | 'revisionsOf'>;
  readonly repository: Pick<CheckRepository, 'readingsOf'>;
  /** Surveys whose plots stay in memory, so that only those are looked through again that were written to. */
  readonly mostRemembered: number;
}

interface Remembered {
  readonly key: string;
  readonly plots: ReadonlyMap<string, RememberedPlot>;
  readonly heights: HeightPoints;
}

interface RememberedPlot {
  readonly revision: number;
  readonly reviewed: ReviewedPlot;
}

/** Plots that are looked through at a time: their trees and readings need room together. */
const AT_A_TIME = 100;

const soundOf = (plot: ReviewedPlot | undefined): readonly SoundTree[] => plot?.checks.sound ?? [];

/** Whether plots have the same heights as before. */
const haveSameHeights = (before: readonly ReviewedPlot[], now: readonly ReviewedPlot[]): boolean => {
  const known = new Map(before.map((plot) => [plot.plotId, plot]));
  const isSame = (plot: ReviewedPlot): boolean => {
    const old = known.get(plot.plotId);
    return old === plot || JSON.stringify(soundOf(old)) === JSON.stringify(soundOf(plot));
  };
  const places = (plots: readonly ReviewedPlot[]): string[] =>
    plots.flatMap((plot) => (soundOf(plot).length === 0 ? [] : [plot.plotId]));
  return now.every(isSame) && places(before).join() === places(now).join();
};

/** Looks through the plots of surveys, and of a survey that it remembers those alone that were written to since. */
export function reviewedPlots({ trees, figures, plots, repository, mostRemembered }: Dependencies) {
  const remembered = mostRecent<Remembered>(mostRemembered);
  /** Looks through some plots; trees with a height are judged by the height curves and the instruments as well. */
  const review = async (
    survey: SurveyView,
    judging: JudgingContext,
    source: PlotFigures,
    batch: readonly PlotView[],
  ): Promise<ReviewedPlot[]> => {
    const plotIds = batch.map(({ id }) => id);
    const readings = await repository.readingsOf(survey.id, plotIds);
    const list = (await source.named(plotIds)).map((row) => readTree(row, readings.get(row.treeId) ?? [], survey));
    const places = new Map(list.flatMap(({ id, heightM }, at) => (heightM === null ? [] : [[id, at]])));
    for await (const views of trees.withCurveChecks(survey, judging, [...places.keys()]))
      for (const view of views) {
        const at = places.get(view.id) ?? -1;
        const tree = list[at];
        if (tree === undefined) continue;
        const { dbhCm, heightM, inDoubt, findings } = figureRowOf(view);
        list[at] = { ...tree, dbhCm, heightM, inDoubt: inDoubt || findings !== null, findings };
      }
    const byPlot = grouped(list, ({ plotId }) => plotId);
    return batch.map((plot) => reviewPlot(survey, plot, byPlot.get(plot.id) ?? []));
  };

  return async (survey: SurveyView, judging: JudgingContext): Promise<ReviewedSurvey> => {
    const key = `${await settledKey(figures, survey)} ${digestOf(judging)}`;
    // Older than what is read of the plots: whatever is written in between is looked through again the next time.
    const revisions = await plots.revisionsOf(survey.id);
    const list = await plots.listOfSurvey(survey.id);
    const known = remembered.get(survey.id);
    const own = known?.key === key ? known : undefined;
    const reviewed = new Map<string, ReviewedPlot>();
    for (const { id } of list) {
      const plot = own?.plots.get(id);
      if (plot !== undefined && plot.revision === revisions.get(id)) reviewed.set(id, plot.reviewed);
    }
    const changed = list.filter(({ id }) => !reviewed.has(id));
    if (changed.length > 0) {
      const source = await figures.ofPlots(survey, own === undefined ? undefined : changed.map(({ id }) => id));
      for (let at = 0; at < changed.length; at += AT_A_TIME)
        for (const plot of await review(survey, judging, source, changed.slice(at, at + AT_A_TIME)))
          reviewed.set(plot.plotId, plot);
    }
    const now = list.flatMap(({ id }) => reviewed.get(id) ?? []);
    const before = own === undefined ? [] : Array.from(own.plots.values(), (plot) => plot.reviewed);
    const heights =
      own !== undefined && haveSameHeights(before, now)
        ? own.heights
        : checkHeights(
            now.map(({ checks }) => checks),
            survey.breastHeightM,
            survey.unitSystem,
          );
    remembered.set(survey.id, {
      key,
      heights,
      plots: new Map(now.map((plot) => [plot.plotId, { revision: revisions.get(plot.plotId) ?? -1, reviewed: plot }])),
    });
    return { plots: now, heights };
  };
}
