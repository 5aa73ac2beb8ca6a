import { v4 as uuid } from 'uuid';
import { beforeAll, describe, expect, it } from 'vitest';
import { type PlotShape, type TwoPhaseDesign, USUAL_DESIGN } from '@arbolito/core/protocol';
import type { NewSurveyDto } from '../../contracts/survey.ts';
import type { CorrectionView, PlotView, SurveySummary } from '../../contracts/views.ts';
import { api, useTestDatabase } from '../testing/api.ts';
import { act, dbhReading, knownHeight, newPlot, newSurvey, newTree } from '../testing/made.ts';
import { inEnglish } from '../../../../core/src/testing/english.ts';

beforeAll(useTestDatabase);

const POINT: PlotShape = { kind: 'variable-radius', factorM2PerHa: 4 };
const CIRCLE: PlotShape = { kind: 'circle', areaM2: 1000 };
const DOUBLE: TwoPhaseDesign = { kind: 'double-sampling', by: 'regression', auxiliary: 'basal area by eye, m²/ha' };

async function surveyOf(
  phases: TwoPhaseDesign,
  shape: PlotShape,
  over: Partial<NewSurveyDto> = {},
): Promise<NewSurveyDto> {
  const survey = newSurvey({ design: { ...USUAL_DESIGN, shape, phases }, ...over });
  expect((await api('POST', '/api/surveys', survey)).status).toBe(201);
  return survey;
}

async function plotOf(survey: NewSurveyDto, label: string, over: Parameters<typeof newPlot>[2] = {}): Promise<string> {
  const plot = { ...newPlot(survey, label, over), areaM2: undefined, shape: survey.design?.shape };
  const { status, body } = await api<PlotView>('POST', '/api/plots', plot);
  expect(status).toBe(201);
  return body.id;
}

const finish = (plotId: string) => api('POST', `/api/plots/${plotId}/corrections`, { ...act(), finished: true });

const sumsOf = async (survey: NewSurveyDto): Promise<SurveySummary> =>
  (await api<SurveySummary>('GET', `/api/surveys/${survey.id}/summary`)).body;

/** A tree of 36 cm whose volume is so many cubic metres for each square metre of its basal area: 0.45 × height. */
const measured = (plotId: string, tag: string, heightM: number) =>
  api('POST', '/api/trees', newTree(plotId, tag, { readings: [dbhReading(36), knownHeight(heightM)] }));

describe('a survey that counts at points and measures some trees', () => {
  it('has 4 × 7 × 9.45 m³/ha, and both errors: √(8.248² + 4.762²) = 9.524 %', async () => {
    const survey = await surveyOf({ kind: 'count-measure' }, POINT);
    const points = [];
    for (const [label, auxiliary] of [
      ['1', 6],
      ['2', 8],
      ['3', 7],
    ] as const)
      points.push(await plotOf(survey, label, { auxiliary }));
    await measured(points[0] ?? '', '1', 20);
    await measured(points[0] ?? '', '2', 22);
    const { sums, plots, sampling } = await sumsOf(survey);
    expect(sums.volumeM3PerHa?.mean).toBeCloseTo(4 * 7 * 9.45, 6);
    expect(sums.volumeM3PerHa?.standardError).toBeCloseTo(0.095_24 * 264.6, 2);
    expect(sums.basalAreaM2PerHa?.standardError).toBeCloseTo(4 / Math.sqrt(3), 6);
    expect(sums.phaseSummary).toMatchObject({ firstPhaseSize: 3, measured: 2, problem: null });
    // Each point has the basal area of its count; the plots alone would tell nothing of the measured trees.
    expect(plots.map((plot) => plot.sums?.basalAreaM2PerHa)).toEqual([24, 32, 28]);
    expect(plots[1]?.sums?.volumeM3PerHa).toBeCloseTo(32 * 9.45, 6);
    expect(sampling).toBeNull();
  });

  it('says what is missing, and has no figure meanwhile', async () => {
    const survey = await surveyOf({ kind: 'count-measure' }, POINT);
    await plotOf(survey, '1', { auxiliary: 6 });
    await plotOf(survey, '2', { auxiliary: 0 });
    const { sums } = await sumsOf(survey);
    expect(sums.volumeM3PerHa).toBeNull();
    expect(inEnglish(sums.phaseSummary?.problem)).toContain('Measure at least two');
  });
});

describe('a survey with a quick figure of every plot', () => {
  const four = async () => {
    const survey = await surveyOf(DOUBLE, CIRCLE);
    const plots: string[] = [];
    for (const label of ['1', '2', '3', '4']) plots.push(await plotOf(survey, label));
    return { survey, plots };
  };
  const list = (plots: readonly string[], auxiliary: readonly number[]) => ({
    ...act(),
    figures: plots.map((plotId, i) => ({ id: uuid(), plotId, auxiliary: auxiliary[i] ?? 0 })),
  });

  it('takes them as a list, each a correction that can be taken back', async () => {
    const { survey, plots } = await four();
    const body = list(plots, [10, 20, 30, 40]);
    const { status, body: kept } = await api<PlotView[]>('POST', `/api/surveys/${survey.id}/auxiliary`, body);
    expect([status, kept.map(({ auxiliary }) => auxiliary)]).toEqual([200, [10, 20, 30, 40]]);
    // The same list again is the same write.
    expect((await api('POST', `/api/surveys/${survey.id}/auxiliary`, body)).status).toBe(200);
    const history = await api<CorrectionView[]>('GET', `/api/plots/${plots[0] ?? ''}/corrections`);
    expect(history.body).toHaveLength(1);
    await api('POST', `/api/corrections/${history.body[0]?.id ?? ''}/undo`, act());
    expect((await api<PlotView>('GET', `/api/plots/${plots[0] ?? ''}`)).body.auxiliary).toBeNull();
  });

  it('keeps all of a list or nothing', async () => {
    const { survey, plots } = await four();
    const other = await four();
    const foreign = list([...plots.slice(0, 2), other.plots[0] ?? ''], [10, 20, 30]);
    expect((await api('POST', `/api/surveys/${survey.id}/auxiliary`, foreign)).status).toBe(409);
    const bad = list(plots, [10, -1]);
    const refused = await api('POST', `/api/surveys/${survey.id}/auxiliary`, bad);
    expect([refused.status, refused.body.errors?.[0]?.pointer]).toEqual([422, '/figures/1/auxiliary']);
    const after = await api<PlotView[]>('GET', `/api/plots?survey=${survey.id}`);
    expect(after.body.map(({ auxiliary }) => auxiliary)).toEqual([null, null, null, null]);
  });

  it('follows the line of the tallied ones: stems of 10, 20 and 30 at 10, 20 and 30 are 25 at 25', async () => {
    const { survey, plots } = await four();
    await api('POST', `/api/surveys/${survey.id}/auxiliary`, list(plots, [10, 20, 30, 40]));
    for (const [i, trees] of [1, 2, 3].entries()) {
      const plotId = plots[i] ?? '';
      for (let tag = 1; tag <= trees; tag += 1) await api('POST', '/api/trees', newTree(plotId, String(tag)));
      await finish(plotId);
    }
    const { sums } = await sumsOf(survey);
    expect(sums.stemsPerHa?.mean).toBeCloseTo(25, 9);
    // All three lie on the line: what is left is the spread of the quick figures, s² ÷ n′ = 100 ÷ 4.
    expect(sums.stemsPerHa?.standardError).toBeCloseTo(5, 9);
    expect(sums.phaseSummary).toMatchObject({ firstPhaseSize: 4, measured: 3, problem: null });
  });
});

describe('a survey whose strata are sized by points', () => {
  it('weighs them by what was counted: 0.75 × 40 + 0.25 × 80 stems', async () => {
    const [old, young] = [uuid(), uuid()];
    const survey = await surveyOf({ kind: 'stratification' }, CIRCLE, {
      strata: [
        { id: old, name: 'old', pointsCounted: 75 },
        { id: young, name: 'young', pointsCounted: 25 },
      ],
    });
    for (const [label, stratumId, trees] of [
      ['1', old, 4],
      ['2', young, 8],
    ] as const) {
      const plotId = await plotOf(survey, label, { stratumId });
      for (let tag = 1; tag <= trees; tag += 1) await api('POST', '/api/trees', newTree(plotId, String(tag)));
      await finish(plotId);
    }
    const { sums } = await sumsOf(survey);
    expect(sums.stemsPerHa?.mean).toBeCloseTo(50, 9);
    // One plot in a stratum tells no spread.
    expect(sums.stemsPerHa?.standardError).toBeNull();
  });

  it('is refused points that are none, at their field', async () => {
    const survey = newSurvey({ strata: [{ id: uuid(), name: 'old', pointsCounted: 2.5 }] });
    const { status, body } = await api('POST', '/api/surveys', survey);
    expect([status, body.errors?.[0]?.pointer]).toEqual([422, '/strata/0/pointsCounted']);
  });
});

describe('a survey that guesses every tree', () => {
  it('raises the guesses by what the measured trees are to theirs', async () => {
    const survey = await surveyOf({ kind: 'three-p', sureToMeasureM3: 3 }, { kind: 'complete-tally', areaM2: 10_000 });
    const plotId = await plotOf(survey, '1');
    const guessed = (
      tag: string,
      predictedVolumeM3: number,
      readings: NonNullable<Parameters<typeof newTree>[2]>['readings'] = [],
    ) => api('POST', '/api/trees', newTree(plotId, tag, { readings, notes: { predictedVolumeM3 } }));
    // 36 cm at 20 and 22 m: 0.916 and 1.008 m³, guessed at 1 and 0.9.
    const g = (Math.PI * 0.36 ** 2) / 4;
    const [first, second] = [0.45 * g * 20, 0.45 * g * 22];
    expect((await guessed('1', 1, [dbhReading(36), knownHeight(20)])).status).toBe(201);
    await guessed('2', 0.9, [dbhReading(36), knownHeight(22)]);
    await guessed('3', 0.5);
    await guessed('4', 0.7);
    const { sums } = await sumsOf(survey);
    expect(sums.volumeM3PerHa?.mean).toBeCloseTo((3.1 * (first / 1 + second / 0.9)) / 2, 6);
    expect(sums.volumeM3PerHa?.standardError).toBeGreaterThan(0);
    expect(sums.phaseSummary).toMatchObject({ firstPhaseSize: 4, measured: 2 });
    expect(sums.withoutDiameter).toBe(0);
  });

  it('is refused a guess that is none, and a design whose plots sample', async () => {
    const survey = await surveyOf({ kind: 'three-p', sureToMeasureM3: 3 }, { kind: 'complete-tally', areaM2: 10_000 });
    const plotId = await plotOf(survey, '1');
    const bad = await api('POST', '/api/trees', newTree(plotId, '1', { notes: { predictedVolumeM3: 0 } }));
    expect(bad.status).toBe(422);
    const design = { ...USUAL_DESIGN, phases: { kind: 'three-p', sureToMeasureM3: 3 } as const };
    const refused = await api('POST', '/api/surveys', newSurvey({ design }));
    expect([refused.status, refused.body.errors?.[0]?.pointer]).toEqual([422, '/design/phases']);
  });
});
