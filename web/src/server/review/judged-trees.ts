import { figureRowOf, type FigureRow } from '../../computation/tree-figures.ts';
import type { SurveyView } from '../../contracts/views.ts';
import { digestOf } from '../digest.ts';
import type { PlotQueries } from '../plots/queries.ts';
import { settledKey } from '../results/results-key.ts';
import { type TreeResultCache } from '../results/tree-result-cache.ts';
import type { JudgingContext } from '../../computation/evaluate-row.ts';
import type { TreeQueries } from '../trees/queries.ts';

/** What is said of a tree by its own readings alone, or by the height curves and the instruments as well; any finding is a doubt. */
export type Said = Pick<FigureRow, 'dbhCm' | 'heightM' | 'inDoubt' | 'findings'>;

/** A tree with a height, by itself alone. */
interface TreeToJudge extends Said {
  readonly id: string;
  readonly plotId: string;
}

interface Dependencies {
  readonly trees: Pick<TreeQueries, 'withCurveChecks'>;
  readonly figures: Pick<TreeResultCache, 'stampOf'>;
  readonly plots: Pick<PlotQueries, 'revisionsOf'>;
  /** Surveys of which it stays in memory what was said, so that only plots are judged again that were written to. */
  readonly mostRemembered: number;
}

interface Remembered {
  readonly key: string;
  readonly plots: ReadonlyMap<string, RememberedPlot>;
}

interface RememberedPlot {
  readonly revision: number;
  /** What is said otherwise than by the trees alone. */
  readonly otherwise: ReadonlyMap<string, Said>;
}

const saidOf = ({ dbhCm, heightM, inDoubt, findings }: Said): Said => ({
  dbhCm,
  heightM,
  inDoubt: inDoubt || findings !== null,
  findings,
});

/**
 * Judges the trees of a survey by its height curves and instruments.
 *
 * @returns begins with the plots as they are now; then answers what is said otherwise of the trees read since
 */
export function judgedTrees({ trees, figures, plots, mostRemembered }: Dependencies) {
  const remembered = new Map<string, Remembered>();
  return async (survey: SurveyView, judging: JudgingContext) => {
    const key = `${await settledKey(figures, survey)} ${digestOf(judging)}`;
    // Older than the trees that are read: what is written in between is judged again the next time.
    const revisions = await plots.revisionsOf(survey.id);
    const own = remembered.get(survey.id);
    const known = own?.key === key ? own.plots : new Map<string, RememberedPlot>();
    const sameOf = (plotId: string): RememberedPlot | undefined => {
      const plot = known.get(plotId);
      return plot?.revision === revisions.get(plotId) ? plot : undefined;
    };
    return async (list: readonly TreeToJudge[]): Promise<ReadonlyMap<string, Said>> => {
      const changed = new Map(list.flatMap((tree) => (sameOf(tree.plotId) === undefined ? [[tree.id, tree]] : [])));
      const fresh = new Map<string, Map<string, Said>>();
      for await (const views of trees.withCurveChecks(survey, judging, [...changed.keys()]))
        for (const view of views) {
          const alone = changed.get(view.id);
          const said = saidOf(figureRowOf(view));
          if (alone === undefined || JSON.stringify(said) === JSON.stringify(saidOf(alone))) continue;
          const plot = fresh.get(view.plotId) ?? new Map<string, Said>();
          fresh.set(view.plotId, plot.set(view.id, said));
        }
      const plots = new Map(
        Array.from(revisions, ([plotId, revision]): [string, RememberedPlot] => [
          plotId,
          sameOf(plotId) ?? { revision, otherwise: fresh.get(plotId) ?? new Map() },
        ]),
      );
      remembered.delete(survey.id);
      if (mostRemembered > 0) remembered.set(survey.id, { key, plots });
      const [oldest] = remembered.keys();
      if (remembered.size > mostRemembered && oldest !== undefined) remembered.delete(oldest);
      return new Map([...plots.values()].flatMap(({ otherwise }) => [...otherwise]));
    };
  };
}
