import { parseCallout, parseTreeForm } from '@arbolito/core/callout';
import { toTreeWrite } from '../../contracts/tree-write.ts';
import { v5 as uuidFromName } from 'uuid';
import type { CalloutDto } from '../../contracts/tree.ts';
import type { TallyView, TreeView } from '../../contracts/views.ts';
import type { PlotQueries } from '../plots/queries.ts';
import { invalidField, Problem } from '../problem.ts';
import type { SurveyQueries } from '../surveys/queries.ts';
import type { SummaryService } from '../results/service.ts';
import { settingsOf } from '../../computation/evaluate-row.ts';
import type { TreeCommands } from '../trees/commands.ts';
import type { TreeQueries } from '../trees/queries.ts';
import { t, say } from '../../messages/text.ts';

export interface TallyService {
  /** A plot with its trees and sums. */
  readonly get: (plotId: string) => Promise<TallyView>;
  /** Keeps the tree that a call-out line describes. */
  readonly callOut: (callout: CalloutDto) => Promise<{ readonly tree: TreeView; readonly created: boolean }>;
}

interface Dependencies {
  readonly trees: TreeQueries;
  readonly treeCommands: Pick<TreeCommands, 'create'>;
  readonly plots: PlotQueries;
  readonly surveys: SurveyQueries;
  readonly summary: SummaryService;
}

export function tallyService({ trees, treeCommands, plots, surveys, summary }: Dependencies): TallyService {
  return {
    get: async (plotId) => {
      const plot = await plots.get(plotId);
      const survey = await surveys.get(plot.surveyId);
      const { trees: own, sums } = await summary.ofPlot(survey, plot);
      return { plot, trees: own, lastVisits: await trees.lastVisitsOfPlot(survey, plot.label), sums };
    },
    callOut: async ({ id, plotId, line, observedAt, observer, device }) => {
      const plot = await plots.get(plotId).catch((error: unknown) => {
        if (error instanceof Problem && error.code === 'not-found')
          throw invalidField('/plotId', 'plot-unknown', t('server.there-is-no-such-plot', 'There is no such plot.'));
        throw error;
      });
      const survey = await surveys.get(plot.surveyId);
      const settings = settingsOf(survey);
      const { draft, tokens, ok } = parseCallout(line, {
        ...settings,
        species: survey.species,
        conditions: survey.design.conditions,
      });
      if (!ok) {
        const errors = tokens.flatMap(({ text, problem }) =>
          problem === null ? [] : [{ pointer: '/line', code: 'callout', detail: `“${text}”: ${say(problem)}` }],
        );
        throw new Problem('invalid', errors.map(({ detail }) => detail).join(' '), { errors });
      }
      if (draft.speciesCode === '')
        throw invalidField(
          '/line',
          'species-missing',
          t('server.enter-the-species-first-such', 'Enter the species first, such as “sp 34.5”.'),
        );
      if (draft.tag === '')
        throw invalidField(
          '/line',
          'tag-missing',
          t('server.enter-the-tag-of-the', 'Enter the tag of the tree, such as “#17”.'),
        );
      // Identifiers follow from the tree's own, so that the same call-out again is the same write.
      let made = 0;
      const newId = (): string => {
        made += 1;
        return uuidFromName(`part ${String(made)}`, id);
      };
      const { tree } = parseTreeForm(draft, { ...settings, stamp: { newId, observer, device, takenAt: observedAt } });
      const observationId = uuidFromName('observation', id);
      return treeCommands.create(toTreeWrite({ ...tree, id, plotId }, { observationId, observedAt, observer, device }));
    },
  };
}
