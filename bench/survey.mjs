// What the benchmarks have in common: requests, and a survey to write into.
import { randomUUID } from 'node:crypto';

export const CODES = ['sp', 'bt', 'po', 'ch'];
export const WRITER = { observer: 'Crew Heron', device: 'bench' };

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
