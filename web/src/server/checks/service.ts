import { diameterClass } from '@arbolito/core/diameter';
import { checkSurvey, type CheckedTree } from '@arbolito/core/survey';
import type { CheckDecisionDto } from '../../contracts/checks.ts';
import type { PlotView, SurveyView, TreeView, WorkListView, WorkPoint } from '../../contracts/views.ts';
import { brokenConstraint } from '../database/failures.ts';
import { digestOf } from '../digest.ts';
import type { PlotService } from '../plots/service.ts';
import { invalidField, Problem } from '../problem.ts';
import type { SurveyService } from '../surveys/service.ts';
import type { TreeService } from '../trees/service.ts';
import type { CheckRepository, DecisionRow } from './repository.ts';

export interface CheckService {
  /** Everything worth a second look in a survey, with what was decided about it. */
  readonly get: (surveyId: string) => Promise<WorkListView>;
  /** Clears a point, or puts it back. The same write again changes nothing. */
  readonly decide: (surveyId: string, decision: CheckDecisionDto) => Promise<WorkListView>;
}

interface Dependencies {
  readonly repository: CheckRepository;
  readonly surveys: SurveyService;
  readonly plots: PlotService;
  readonly trees: TreeService;
}

const isDoubt = ({ severity }: { readonly severity: string }): boolean => severity !== 'note';

function checkedTree(view: TreeView, { fieldRules }: SurveyView): CheckedTree {
  const dbhCm = view.dbh?.value ?? null;
  return {
    id: view.id,
    plotId: view.plotId,
    tag: view.tag,
    speciesCode: view.speciesCode,
    observer: view.observer,
    dbhCm,
    heightM: view.height?.value ?? null,
    heightErrorM: view.height?.standardError ?? null,
    inDoubt: view.findings.some(isDoubt) || view.heights?.broken === true,
    diameterClass: dbhCm === null ? null : diameterClass(dbhCm, fieldRules.classes),
    notes: view.notes,
    readings: view.readings,
  };
}

/** The points of a survey, those of its single trees first. */
export function pointsOf(
  survey: SurveyView,
  plots: readonly PlotView[],
  views: readonly TreeView[],
): Omit<WorkPoint, 'decision'>[] {
  const labels = new Map(plots.map(({ id, label }) => [id, label]));
  const tags = new Map(views.map(({ id, tag }) => [id, tag]));
  const ofTrees = views.flatMap((view) =>
    view.findings.filter(isDoubt).map((finding) => ({
      key: `tree ${view.id} ${finding.code} ${String(finding.stem)} ${String(finding.take ?? 1)}`,
      check: 'tree' as const,
      title: finding.title.replace(/\?$/, ''),
      message: [
        finding.message,
        ...finding.mends
          .slice(0, 1)
          .map(({ label, becomes }) => `Likely mend: ${label}${becomes === undefined ? '' : `, ${becomes}`}.`),
      ].join(' '),
      plotId: view.plotId,
      treeId: view.id,
    })),
  );
  const checked = views.map((view) => checkedTree(view, survey));
  return [...ofTrees, ...checkSurvey(plots, checked, survey.design.heights)].map((point) => ({
    ...point,
    plotLabel: point.plotId === null ? null : (labels.get(point.plotId) ?? null),
    tag: point.treeId === null ? null : (tags.get(point.treeId) ?? null),
  }));
}

/** Where the last decision about each point left it. */
const decisionsByPoint = (rows: readonly DecisionRow[]): ReadonlyMap<string, WorkPoint['decision']> =>
  new Map(
    rows.map(({ point, cleared, reason, observer, madeAt }) => [
      point,
      { cleared, reason, observer, madeAt: new Date(madeAt).toISOString() },
    ]),
  );

export function checkService({ repository, surveys, plots, trees }: Dependencies): CheckService {
  const get = async (surveyId: string): Promise<WorkListView> => {
    const survey = await surveys.get(surveyId);
    const list = await plots.listOfSurvey(surveyId);
    const views = await trees.listOfSurvey(survey);
    const decisions = decisionsByPoint(await repository.decisionsOf(surveyId));
    const points = pointsOf(survey, list, views).map((point) => ({
      ...point,
      decision: decisions.get(point.key) ?? null,
    }));
    return {
      survey,
      trees: views.length,
      open: points.filter(({ decision }) => decision?.cleared !== true),
      cleared: points.filter(({ decision }) => decision?.cleared === true),
    };
  };
  return {
    get,
    decide: async (surveyId, decision) => {
      const digest = digestOf({ surveyId, decision });
      const known = await repository.digest(decision.id);
      if (known !== null) {
        if (known === digest) return get(surveyId);
        throw new Problem('conflict', 'A decision with this identifier is on the record already, with other content.');
      }
      const list = await get(surveyId);
      if (![...list.open, ...list.cleared].some(({ key }) => key === decision.point))
        throw invalidField(
          '/point',
          'point-unknown',
          'There is no such point on the work list: it may be mended already.',
        );
      if (decision.cleared && (decision.reason ?? '').trim() === '')
        throw invalidField(
          '/reason',
          'reason-missing',
          'Say why it may stay as it is, such as “measured again, it is right”.',
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
          throw new Problem('conflict', 'A decision with this identifier is on the record already.', { cause: error });
      }
      return get(surveyId);
    },
  };
}
