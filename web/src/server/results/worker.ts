import { workerData } from 'node:worker_threads';
import { compose } from '../compose.ts';
import type { Errand } from './worker-runner.ts';
import { FINISHED_PLOTS, optionsNamed } from './options.ts';

// Runs in a thread of its own: works out what it is told, which keeps it, and ends.
const { databaseUrl, surveyId, name } = workerData as Errand;
const services = compose(databaseUrl);
try {
  const options = optionsNamed(name);
  await (options === null
    ? services.checks.get(surveyId)
    : services.summary.stand(await services.surveys.get(surveyId), { ...FINISHED_PLOTS, ...options }));
} finally {
  await services.close();
}
