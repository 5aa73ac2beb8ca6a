import { workerData } from 'node:worker_threads';
import { compose } from '../compose.ts';
import type { Errand } from './elsewhere.ts';

// Runs in a thread of its own: works out what it is told, which keeps it, and ends.
const { databaseUrl, surveyId, name } = workerData as Errand;
const services = compose(databaseUrl);
try {
  await (name === 'sums' ? services.summary.get(surveyId) : services.checks.get(surveyId));
} finally {
  await services.close();
}
