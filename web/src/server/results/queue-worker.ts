import { compose } from '../compose.ts';
import { log } from '../log.ts';
import { errandWorker } from './errand-queue.ts';
import { errandsIn } from './errands.ts';

// A process of its own, on this machine or another: does the long work of every web server on its database.
const REMEMBERED = 4;
const url = process.env.DATABASE_URL;
if (url === undefined || url === '') throw new Error('DATABASE_URL is not set: name the PostgreSQL database to use');
const services = compose(url, { mostRemembered: REMEMBERED });
const worker = await errandWorker(url, errandsIn(services), (error) => {
  log.warn({ err: error }, 'the queue of long work does not answer');
});
log.info('waiting for errands');

for (const signal of ['SIGINT', 'SIGTERM'] as const)
  process.once(signal, () => {
    void worker.close().then(services.close);
  });
