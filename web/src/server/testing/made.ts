import { v4 as uuid } from 'uuid';
import type { NewPlotDto, NewSurveyDto } from '../../contracts/survey.ts';
import type { ActDto, NewTreeDto, ReadingDto } from '../../contracts/tree.ts';
import { api } from './api.ts';

const WRITER = { observer: 'Crew Badger', device: 'test device' };
const MOMENT = '2026-06-03T09:15:00Z';

/** A survey of pines and beeches, percent clinometer, as the form would make it. */
export const newSurvey = (over: Partial<NewSurveyDto> = {}): NewSurveyDto => ({
  id: uuid(),
  ...WRITER,
  place: { id: uuid(), name: 'Test wood' },
  name: 'Visit of 2026',
  unitSystem: 'metric',
  slopeUnit: 'pct',
  breastHeightM: 1.3,
  eyeHeightM: 1.6,
  formFactor: 0.45,
  formFactorStandardError: 0.05,
  crew: 'Crew Badger',
  startedOn: '2026-06-03',
  species: [
    { code: 'sp', name: 'Scots pine', crown: 'layered' },
    { code: 'bt', name: 'Beech', crown: 'dome' },
  ],
  strata: [{ id: uuid(), name: 'whole area' }],
  ...over,
});

export const newPlot = (survey: NewSurveyDto, label: string, over: Partial<NewPlotDto> = {}): NewPlotDto => ({
  id: uuid(),
  ...WRITER,
  surveyId: survey.id,
  stratumId: survey.strata[0]?.id ?? '',
  label,
  areaM2: 500,
  slopePct: 20,
  ...over,
});

const reading = (
  measure: ReadingDto['measure'],
  methodId: string,
  key: string,
  value: number,
  unit: ReadingDto['unit'],
): ReadingDto => ({
  id: uuid(),
  measure,
  methodId,
  key,
  value,
  unit,
  asRead: String(value),
  try: 1,
  takenAt: MOMENT,
});

export const dbhReading = (cm: number): ReadingDto => reading('diameter', 'diameter.tape', 'diameter', cm, 'cm');

export const knownHeight = (m: number): ReadingDto => reading('height', 'height.known', 'height', m, 'm');

export const sights = (top: number, base: number, distanceM: number): ReadingDto[] => [
  reading('height', 'height.two-angles', 'top', top, 'pct'),
  reading('height', 'height.two-angles', 'base', base, 'pct'),
  reading('height', 'height.two-angles', 'distance', distanceM, 'm'),
];

export const newTree = (plotId: string, tag: string, over: Partial<NewTreeDto> = {}): NewTreeDto => ({
  id: uuid(),
  ...WRITER,
  plotId,
  observationId: uuid(),
  stemId: uuid(),
  tag,
  speciesCode: 'sp',
  observedAt: MOMENT,
  readings: [dbhReading(36)],
  ...over,
});

export const act = (): ActDto => ({ id: uuid(), ...WRITER, madeAt: MOMENT });

/** A survey with one plot, on the record. */
export async function surveyWithPlot(
  over: Partial<NewSurveyDto> = {},
): Promise<{ readonly survey: NewSurveyDto; readonly plot: NewPlotDto }> {
  const survey = newSurvey(over);
  const plot = newPlot(survey, '1');
  for (const [path, body] of [
    ['/api/surveys', survey],
    ['/api/plots', plot],
  ] as const) {
    const { status } = await api('POST', path, body);
    if (status !== 201) throw new Error(`${path} answered ${String(status)}`);
  }
  return { survey, plot };
}

/** Marks a plot as finished: its trees enter the means. */
export async function finishPlot(plotId: string): Promise<void> {
  const { status } = await api('POST', `/api/plots/${plotId}/corrections`, { ...act(), finished: true });
  if (status !== 200) throw new Error(`finishing the plot answered ${String(status)}`);
}
