import { parentPort, workerData } from 'node:worker_threads';
import { compose } from '../compose.ts';
import { FINISHED_PLOTS, optionsNamed } from './options.ts';
import type { Errand, ErrandDone } from './worker-runner.ts';

// Runs in a thread of its own: works out what it is told, which keeps it, and remembers the plots of surveys for the next time.
const REMEMBERED = 2;
const services = compose(workerData as string, { mostRemembered: REMEMBERED });

async function run({ surveyId, name }: Errand): Promise<void> {
  if (name === 'work-list') {
    await services.checks.get(surveyId);
    return;
  }
  const survey = await services.surveys.get(surveyId);
  const options = optionsNamed(name);
  await (options === null
    ? services.summary.basis(survey)
    : services.summary.stand(survey, { ...FINISHED_PLOTS, ...options }));
}

parentPort?.on('message', (errand: Errand) => {
  // What another process works out already is kept when it is our turn.
  services
    .alone(`${errand.name} of ${errand.surveyId}`, () => run(errand))
    .then(
      () => {
        parentPort?.postMessage({ id: errand.id } satisfies ErrandDone);
      },
      (error: unknown) => {
        const failure = error instanceof Error ? (error.stack ?? error.message) : String(error);
        parentPort?.postMessage({ id: errand.id, failure } satisfies ErrandDone);
      },
    );
});
