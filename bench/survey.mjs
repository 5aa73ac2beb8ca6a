// What the benchmarks have in common: requests, and a survey to write into.
import { randomUUID } from 'node:crypto';

export const CODES = ['sp', 'bt', 'po', 'ch'];
export const WRITER = { observer: 'Crew Heron', device: 'bench' };
export const MOMENT = '2026-06-03T09:15:00Z';

/** Sends a request and reads the JSON of its answer. @throws Error with the answer where it is no success */
export async function json(url, method, body, type = 'application/json') {
  const response = await fetch(url, { method, body, ...(body ? { headers: { 'content-type': type } } : {}) });
  const answer = await response.json();
  if (!response.ok) throw new Error(`${url}: ${JSON.stringify(answer).slice(0, 300)}`);
  return answer;
}

/** Makes a survey of one stratum. @returns the identifier of the stratum */
export async function newSurvey(url, surveyId, name) {
  const stratum = randomUUID();
  await json(
    `${url}/api/surveys`,
    'POST',
    JSON.stringify({
      id: surveyId,
      ...WRITER,
      place: { id: randomUUID(), name: 'Bench' },
      name,
      unitSystem: 'metric',
      slopeUnit: 'pct',
      breastHeightM: 1.3,
      eyeHeightM: 1.6,
      formFactor: 0.45,
      formFactorStandardError: 0.05,
      crew: 'Crew Heron',
      startedOn: '2026-06-01',
      species: CODES.map((code) => ({ code, name: `species ${code}`, crown: 'dome' })),
      strata: [{ id: stratum, name: 'whole', areaHa: 10_000 }],
    }),
  );
  return stratum;
}

/** A survey with plots of 500 m². */
export async function surveyWithPlots(url, plots) {
  const surveyId = randomUUID();
  const stratumId = await newSurvey(url, surveyId, `bench ${surveyId.slice(0, 8)}`);
  const ids = Array.from({ length: plots }, () => randomUUID());
  for (const [i, id] of ids.entries())
    await json(
      `${url}/api/plots`,
      'POST',
      JSON.stringify({ id, ...WRITER, surveyId, stratumId, label: String(i + 1), areaM2: 500, slopePct: 0 }),
    );
  return { surveyId, plots: ids };
}

const reading = (measure, methodId, key, value, unit) => ({
  id: randomUUID(),
  measure,
  methodId,
  key,
  value,
  unit,
  asRead: String(value),
  try: 1,
  takenAt: MOMENT,
});

/** A tree with a dbh and the sights of its height: four readings. */
export const tree = (plotId, tag) => ({
  id: randomUUID(),
  ...WRITER,
  plotId,
  observationId: randomUUID(),
  stemId: randomUUID(),
  tag: String(tag),
  speciesCode: 'sp',
  observedAt: MOMENT,
  readings: [
    reading('diameter', 'diameter.tape', 'diameter', 36, 'cm'),
    reading('height', 'height.two-angles', 'top', 62, 'pct'),
    reading('height', 'height.two-angles', 'base', -8, 'pct'),
    reading('height', 'height.two-angles', 'distance', 25, 'm'),
  ],
});
