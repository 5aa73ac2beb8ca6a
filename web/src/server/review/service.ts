import type { KitAtHand } from '@arbolito/core/instruments';
import type { CheckDecisionDto } from '../../contracts/checks.ts';
import type { SurveySummary, SurveyView, WorkListView, WorkPoint } from '../../contracts/views.ts';
import { brokenConstraint } from '../database/failures.ts';
import { digestOf } from '../digest.ts';
import { pointsOf, type ReviewPoint } from '../../computation/review-points.ts';
import { reviewedPlots } from './reviewed-plots.ts';
import type { TreeResultCache } from '../results/tree-result-cache.ts';
import type { PlotQueries } from '../plots/queries.ts';
import { invalidField, Problem } from '../problem.ts';
import type { WorkerRunner } from '../results/worker-runner.ts';
import { type CachedResult, keeperOf } from '../results/survey-cache.ts';
import type { KeptRepository } from '../results/survey-result-repository.ts';
import type { SummaryService } from '../results/service.ts';
import type { SurveyQueries } from '../surveys/queries.ts';
import type { TreeQueries } from '../trees/queries.ts';
import type { CheckRepository, DecisionRow } from './repository.ts';
import { t } from '../../messages/text.ts';

export interface CheckService {
  /** Everything worth a second look in a survey, with what was decided about it. */
  readonly get: (surveyId: string) => Promise<WorkListView>;
  /** The list that can be had without waiting; null where very many trees are looked at first. */
  readonly getOrStale: (survey: SurveyView) => Promise<CachedResult<WorkListView> | null>;
  /** What speaks against the readings of single trees, as the review list says it. */
  readonly treesToCheck: (survey: SurveyView) => Promise<SurveySummary['treesToCheck']>;
  /** Clears a point, or puts it back. The same write again changes nothing. */
  readonly decide: (surveyId: string, decision: CheckDecisionDto) => Promise<WorkListView>;
}

interface Dependencies {
  readonly repository: CheckRepository;
  readonly kept: KeptRepository;
  readonly surveys: SurveyQueries;
  readonly plots: PlotQueries;
  readonly trees: TreeQueries;
  readonly figures: TreeResultCache;
  readonly summary: SummaryService;
  readonly kitOf: (survey: SurveyView) => Promise<readonly KitAtHand[]>;
  readonly elsewhere: WorkerRunner | undefined;
  /** Large surveys whose findings stay in memory. */
  readonly mostRemembered: number;
  /** Told of what goes wrong while nobody waits. */
  readonly onError: (error: unknown) => void;
}

/** Where the last decision about each point left it. */
const decisionsByPoint = (rows: readonly DecisionRow[]): ReadonlyMap<string, WorkPoint['decision']> =>
  new Map(
    rows.map(({ point, cleared, reason, observer, madeAt }) => [
      point,
      { cleared, reason, observer, madeAt: new Date(madeAt).toISOString() },
    ]),
  );

interface KeptPoints {
  readonly points: readonly ReviewPoint[];
  /** What speaks against the readings of single trees. */
  readonly findings: SurveySummary['treesToCheck'];
  readonly trees: number;
}

export function checkService({
  repository,
  kept,
  surveys,
  plots,
  trees,
  figures,
  summary,
  kitOf,
  elsewhere,
  mostRemembered,
  onError,
}: Dependencies): CheckService {
  const review = reviewedPlots({ trees, figures, plots, repository, mostRemembered });
  const keeper = keeperOf<KeptPoints>(
    'work-list',
    async (survey) => {
      const judging = { curves: (await summary.basis(survey)).judging, kit: await kitOf(survey) };
      const { plots: list, heights } = await review(survey, judging);
      return {
        points: pointsOf(list, heights),
        findings: list.flatMap(({ findings }) => findings),
        trees: list.reduce((sum, plot) => sum + plot.trees, 0),
      };
    },
    { repository: kept, figures, elsewhere, onError },
  );
  const decided = async (survey: SurveyView, { points, trees: count }: KeptPoints): Promise<WorkListView> => {
    const decisions = decisionsByPoint(await repository.decisionsOf(survey.id));
    const all = points.map((point) => ({ ...point, decision: decisions.get(point.key) ?? null }));
    return {
      survey,
      trees: count,
      open: all.filter(({ decision }) => decision?.cleared !== true),
      cleared: all.filter(({ decision }) => decision?.cleared === true),
    };
  };
  const get = async (surveyId: string): Promise<WorkListView> => {
    const survey = await surveys.get(surveyId);
    return decided(survey, await keeper.get(survey));
  };
  return {
    get,
    treesToCheck: async (survey) => (await keeper.get(survey)).findings,
    getOrStale: async (survey) => {
      const found = await keeper.getOrStale(survey);
      return found === null ? null : { ...found, value: await decided(survey, found.value) };
    },
    decide: async (surveyId, decision) => {
      const digest = digestOf({ surveyId, decision });
      const known = await repository.digest(decision.id);
      if (known !== null) {
        if (known === digest) return get(surveyId);
        throw new Problem(
          'conflict',
          t(
            'server.this-identifier-is-already-used-7',
            'This identifier is already used for a decision with other content.',
          ),
        );
      }
      const list = await get(surveyId);
      if (![...list.open, ...list.cleared].some(({ key }) => key === decision.point))
        throw invalidField(
          '/point',
          'point-unknown',
          t('server.this-finding-is-not-in', 'This finding is not in the review list. It may be corrected already.'),
        );
      if (decision.cleared && (decision.reason ?? '').trim() === '')
        throw invalidField(
          '/reason',
          'reason-missing',
          t('server.enter-a-reason-such-as', 'Enter a reason, such as “measured again, correct”.'),
        );
      try {
        await repository.insert({
          id: decision.id,
          surveyId,
          point: decision.point,
          cleared: decision.cleared,
          reason: decision.reason ?? '',
          madeAt: decision.madeAt,
          observer: decision.observer,
          device: decision.device,
          writeDigest: digest,
        });
      } catch (error) {
        if (brokenConstraint(error) === null) throw error;
        if ((await repository.digest(decision.id)) !== digest)
          throw new Problem(
            'conflict',
            t('server.this-identifier-is-already-used-for', 'This identifier is already used for a decision.'),
            { cause: error },
          );
      }
      return get(surveyId);
    },
  };
}
