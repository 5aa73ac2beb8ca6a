import { atConfidence, USUAL_CONFIDENCE_PCT } from '@arbolito/core/statistics';
import { beforeAll, describe, expect, it } from 'vitest';
import type { ChangesView } from '../../contracts/sync.ts';
import type { SurveyListItem, SurveySummary, SurveyView, WorkListView } from '../../contracts/views.ts';
import { type PlainPlot, type PlainSurvey, computeSurvey } from '../../computation/survey-on-device.ts';
import { prepareDatabase } from '../database/tools.ts';
import { inEnglish } from '../../../../core/src/testing/english.ts';
import { api, useTestDatabase } from '../testing/api.ts';

beforeAll(async () => {
  await prepareDatabase(await useTestDatabase(), { demo: true });
});

/** A survey as a device has it. */
async function copyOf(surveyId: string): Promise<PlainSurvey> {
  const plots: PlainPlot[] = [];
  let survey: SurveyView | null = null;
  let query = '';
  for (;;) {
    const { body } = await api<ChangesView>('GET', `/api/surveys/${surveyId}/changes${query}`);
    survey = body.survey ?? survey;
    plots.push(...body.plots);
    query = `?after=${body.cursor}&settings=${body.settings}`;
    if (survey !== null && !body.more) return { survey, plots, kit: body.kit };
  }
}

describe('a survey on a device', () => {
  it('has the results and the review list of the server, to the last digit', async () => {
    const { body: surveys } = await api<readonly SurveyListItem[]>('GET', '/api/surveys');
    const demo = surveys.filter(
      ({ name, placeName }) =>
        name.endsWith(' of 2026') && /^(Monte Valdeliro|Harrow Creek Wood|Villa Brezo)$/.test(placeName),
    );
    expect(demo).toHaveLength(3);
    for (const { id } of demo) {
      const own = await copyOf(id);
      const { previousSurveyId } = own.survey;
      const { sums, points, trees } = computeSurvey(
        own,
        previousSurveyId === null ? null : await copyOf(previousSurveyId),
      );
      const { plotSums, ...all } = sums;

      const { body: summary } = await api<SurveySummary>('GET', `/api/surveys/${id}/summary`);
      const { survey: _survey, plots, options: _options, treesToCheck: _treesToCheck, ...figures } = summary;
      const here = JSON.parse(JSON.stringify(atConfidence(all, USUAL_CONFIDENCE_PCT))) as typeof figures;
      expect(inEnglish(here)).toEqual(inEnglish(figures));
      for (const plot of plots)
        expect(inEnglish(JSON.parse(JSON.stringify(plotSums[plot.id] ?? null)))).toEqual(inEnglish(plot.sums));

      const { body: list } = await api<WorkListView>('GET', `/api/surveys/${id}/checks`);
      expect(trees).toBe(list.trees);
      expect(points.map(({ key }) => key).sort()).toEqual([...list.open, ...list.cleared].map(({ key }) => key).sort());
    }
  });
});
