import type { PlotShape } from '@arbolito/core/protocol';
import type { NewPlotDto, NewPlotsDto } from '../../contracts/survey.ts';
import type { PlotView } from '../../contracts/views.ts';
import type { InTransaction } from '../database/connection.ts';
import { brokenConstraint } from '../database/failures.ts';
import { digestOf } from '../digest.ts';
import { LIMITS } from '../limits.ts';
import { fullUp, invalidField, notFound, Problem } from '../problem.ts';
import { correctPlots, type PlotCorrections } from './correct-plots.ts';
import type { PlotQueries } from './queries.ts';
import type { PlotRepository } from './repository.ts';
import { t } from '../../messages/text.ts';

/** What became of many plots at once. */
export interface PlotsLaidOut {
  readonly plots: number;
  /** False where this very write was on the record already. */
  readonly created: boolean;
}

export interface PlotCommands extends PlotCorrections {
  /** Lays out a plot. The same write again changes nothing. */
  readonly create: (plot: NewPlotDto) => Promise<{ readonly plot: PlotView; readonly created: boolean }>;
  /** Lays out many plots as the survey usually does, all of them or none. The same write again changes nothing. */
  readonly createMany: (surveyId: string, plots: NewPlotsDto) => Promise<PlotsLaidOut>;
}

/**
 * The shape that a plot was written with.
 *
 * @throws Problem 422 where there is neither area nor shape, or both
 */
function shapeOf({ areaM2, shape }: NewPlotDto): PlotShape {
  if (shape === undefined) {
    if (areaM2 !== undefined) return { kind: 'circle', areaM2 };
    throw invalidField(
      '/areaM2',
      'plot-without-area',
      t(
        'server.a-plot-needs-its-area',
        'A plot needs its area: give the horizontal area of a circle in m², or a shape.',
      ),
    );
  }
  if (areaM2 !== undefined)
    throw invalidField(
      '/areaM2',
      'area-and-shape',
      t('server.the-shape-defines-the-area', 'The shape defines the area: leave areaM2 out.'),
    );
  return shape;
}

interface Dependencies {
  readonly repository: PlotRepository;
  readonly plots: PlotQueries;
  readonly inTransaction: InTransaction;
}

export function plotCommands({ repository, plots, inTransaction }: Dependencies): PlotCommands {
  const refuseMixed = async (surveyId: string, plotId: string, shape: PlotShape): Promise<void> => {
    if (await repository.hasOther(surveyId, plotId, shape.kind)) {
      throw invalidField(
        '/shape/kind',
        'shape-mixed',
        t(
          'server.a-survey-either-tallies-whole',
          'A survey either samples, or tallies whole areas, or lists trees without an area. These cannot be combined in one result.',
        ),
      );
    }
  };
  const refuseFull = async (surveyId: string, more: number): Promise<void> => {
    if ((await repository.countOfSurvey(surveyId)) + more > LIMITS.plotsPerSurvey)
      throw fullUp('plots', LIMITS.plotsPerSurvey, t('server.a-survey', 'A survey'));
  };
  return {
    ...correctPlots({ plots, inTransaction }),
    createMany: async (surveyId, { plots: list, ...writer }) => {
      const [first] = list;
      const shape = await repository.usualShape(surveyId);
      if (shape === null || first === undefined) throw notFound(t('server.this-survey', 'This survey'));
      const digest = digestOf({ surveyId, list, writer });
      const answer: PlotsLaidOut = { plots: list.length, created: false };
      /** Whether this very write is on the record: it may have been sent twice at once. */
      const isMade = async (): Promise<boolean> => {
        const known = await repository.digest(first.id);
        if (known !== null && known !== digest)
          throw new Problem(
            'conflict',
            t(
              'server.this-identifier-is-already-used-6',
              'This identifier is already used for a plot with other content.',
            ),
          );
        return known === digest;
      };
      if (await isMade()) return answer;
      await refuseFull(surveyId, list.length);
      await refuseMixed(surveyId, first.id, shape);
      const labels = list.map(({ label }) => label);
      const taken = new Set(await repository.labelsAmong(surveyId, labels));
      const errors = list.flatMap(({ label }, i) =>
        taken.has(label)
          ? [
              {
                pointer: `/plots/${String(i)}/label`,
                code: 'plot-label-used',
                detail: t(
                  'server.plot-exists-already-enter-another',
                  'Plot {label} exists already. Enter another label.',
                  { label },
                ),
              },
            ]
          : [],
      );
      if (errors.length > 0 && (await isMade())) return answer;
      if (errors.length > 0)
        throw new Problem(
          'conflict',
          t('server.no-plots-were-created', '{detail} No plots were created.', {
            detail: errors[0]?.detail ?? '',
          }),
          { errors },
        );
      const { observer, device } = writer;
      try {
        await repository.insertMany(
          list.map((plot) => ({ ...plot, surveyId, shape, observer, device })),
          digest,
        );
      } catch (error) {
        const constraint = brokenConstraint(error);
        if (constraint === null) throw error;
        if (await isMade()) return answer;
        if (constraint === 'plot_stratum')
          throw invalidField(
            '/plots',
            'stratum-unknown',
            t('server.a-plot-names-a-stratum', 'A plot names a stratum that is not in this survey.'),
          );
        throw new Problem(
          'conflict',
          t('server.a-label-or-identifier-was', 'A label or identifier was taken meanwhile. No plots were created.'),
        );
      }
      return { ...answer, created: true };
    },
    create: async (plot) => {
      const digest = digestOf(plot);
      const { areaM2: _areaM2, shape: _shape, asDesigned, ...rest } = plot;
      const usual = asDesigned === true ? await repository.usualShape(plot.surveyId) : null;
      const shape = usual ?? shapeOf(plot);
      if ((plot.latitude === undefined) !== (plot.longitude === undefined)) {
        throw invalidField(
          plot.latitude === undefined ? '/latitude' : '/longitude',
          'position-half',
          t('server.a-position-needs-latitude-and', 'A position needs latitude and longitude.'),
        );
      }
      await refuseFull(plot.surveyId, 1);
      await refuseMixed(plot.surveyId, plot.id, shape);
      try {
        await repository.insert({ ...rest, shape }, digest);
      } catch (error) {
        const constraint = brokenConstraint(error);
        if (constraint === null) throw error;
        const known = await repository.digest(plot.id);
        if (known === digest) return { plot: await plots.get(plot.id), created: false };
        if (known !== null)
          throw new Problem(
            'conflict',
            t(
              'server.this-identifier-is-already-used-6',
              'This identifier is already used for a plot with other content.',
            ),
          );
        if (constraint === 'plot_label') {
          throw new Problem(
            'conflict',
            t(
              'server.plot-exists-already-in-this',
              'Plot {label} exists already in this survey. Enter another label.',
              { label: plot.label },
            ),
            {
              errors: [
                {
                  pointer: '/label',
                  code: 'plot-label-used',
                  detail: t(
                    'server.plot-exists-already-enter-another',
                    'Plot {label} exists already. Enter another label.',
                    { label: plot.label },
                  ),
                },
              ],
            },
          );
        }
        if (constraint !== 'plot_stratum')
          throw invalidField(
            '/surveyId',
            'survey-unknown',
            t('server.there-is-no-such-survey', 'There is no such survey.'),
          );
        throw invalidField(
          '/stratumId',
          'stratum-unknown',
          t('server.this-survey-has-no-such', 'This survey has no such stratum. Choose one of its strata.'),
        );
      }
      return { plot: await plots.get(plot.id), created: true };
    },
  };
}
