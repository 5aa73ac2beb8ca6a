import type { UnitSystem } from '@arbolito/core/quantity';
import type { CheckService } from '../checks/service.ts';
import type { KitService } from '../kit/service.ts';
import type { PlotService } from '../plots/service.ts';
import { summaryOf } from '../summary/service.ts';
import type { SurveyService } from '../surveys/service.ts';
import { fillingOfFigures, type FigureService } from '../figures/service.ts';
import type { TreeService } from '../trees/service.ts';
import { reportOf, type Report } from './report.ts';

export interface ReportService {
  /** The report of a survey, in its own units or in those that are asked for. */
  readonly get: (surveyId: string, system?: UnitSystem) => Promise<Report>;
}

interface Dependencies {
  readonly surveys: SurveyService;
  readonly plots: PlotService;
  readonly trees: TreeService;
  readonly figures: FigureService;
  readonly kit: KitService;
  readonly checks: CheckService;
  readonly now: () => Date;
}

export const reportService = ({ surveys, plots, trees, figures, kit, checks, now }: Dependencies): ReportService => ({
  get: async (surveyId, system) => {
    const survey = await surveys.get(surveyId);
    const rows = await figures.list(survey);
    return reportOf(
      {
        summary: summaryOf(survey, await plots.listOfSurvey(surveyId), rows),
        methods: await trees.methodsOfSurvey(surveyId),
        filling: fillingOfFigures(survey, rows),
        kit: await kit.list(survey.crew),
        workList: await checks.get(surveyId),
        madeOn: now().toISOString().slice(0, 10),
      },
      system ?? survey.unitSystem,
    );
  },
});
