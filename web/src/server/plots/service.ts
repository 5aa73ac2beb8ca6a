import type { NewPlotDto } from '../../contracts/survey.ts';
import type { PlotView } from '../../contracts/views.ts';
import { brokenConstraint } from '../database/failures.ts';
import { digestOf } from '../digest.ts';
import { invalidField, notFound, Problem } from '../problem.ts';
import type { PlotRepository } from './repository.ts';

export interface PlotService {
  readonly listOfSurvey: (surveyId: string) => Promise<PlotView[]>;
  /** @throws Problem 404 */
  readonly get: (id: string) => Promise<PlotView>;
  /** Lays out a plot. The same write again changes nothing. */
  readonly create: (plot: NewPlotDto) => Promise<{ readonly plot: PlotView; readonly created: boolean }>;
}

export function plotService(repository: PlotRepository): PlotService {
  const get = async (id: string): Promise<PlotView> => {
    const plot = await repository.find(id);
    if (plot === null) throw notFound('This plot');
    return plot;
  };
  return {
    listOfSurvey: repository.listOfSurvey,
    get,
    create: async (plot) => {
      const digest = digestOf(plot);
      try {
        await repository.insert(plot, digest);
      } catch (error) {
        const constraint = brokenConstraint(error);
        if (constraint === null) throw error;
        const known = await repository.digest(plot.id);
        if (known === digest) return { plot: await get(plot.id), created: false };
        if (known !== null)
          throw new Problem('conflict', 'A plot with this identifier is on the record already, with other content.');
        if (constraint === 'plot_label') {
          throw new Problem(
            'conflict',
            `There is a plot ${plot.label} in this survey already. Give this one another label.`,
            {
              errors: [
                {
                  pointer: '/label',
                  code: 'plot-label-used',
                  detail: `Plot ${plot.label} exists already. Give another label.`,
                },
              ],
            },
          );
        }
        if (constraint !== 'plot_stratum')
          throw invalidField('/surveyId', 'survey-unknown', 'There is no such survey.');
        throw invalidField(
          '/stratumId',
          'stratum-unknown',
          'This survey has no such stratum. Choose one of its strata.',
        );
      }
      return { plot: await get(plot.id), created: true };
    },
  };
}
