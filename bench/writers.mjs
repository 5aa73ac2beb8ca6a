// What it costs to write trees: one after the other, by twenty writers, and in the bursts of many crews at two web servers;
// against the database's own inserts of the same rows.
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { json, MOMENT, surveyWithPlots, tree, WRITER } from './survey.mjs';

const TREES = 200;
const WARM_UP = 300;
const WRITERS = 20;
/** A thousand crews on a morning: so many trees a second, for so long. */
const BURST = { perSecond: 85, seconds: 10 };

const quantile = (values, share) => [...values].sort((a, b) => a - b)[Math.ceil(share * values.length) - 1] ?? NaN;

const post = (url, body) => json(url, 'POST', JSON.stringify(body));

/** Works through so many pieces by so many workers: pieces a second. */
async function rate(pieces, workers, work) {
  let next = 0;
  const begun = performance.now();
  await Promise.all(
    Array.from({ length: workers }, async (_, worker) => {
      while (next < pieces) {
        next += 1;
        await work(next, worker);
      }
    }),
  );
  return (1000 * pieces) / (performance.now() - begun);
}

/** The same rows by bare statements: tree, stem, observation, readings, and the revision of the plot, in one transaction. */
async function bareInsert(client, surveyId, { id, plotId, observationId, stemId, tag, speciesCode, readings }) {
  await client.query('begin');
  await client.query(
    'insert into tree (id, survey_id, plot_id, tag, species_code, observer, device, write_digest) values ($1, $2, $3, $4, $5, $6, $7, $8)',
    [id, surveyId, plotId, tag, speciesCode, WRITER.observer, WRITER.device, 'bench'],
  );
  await client.query('insert into stem (id, tree_id, ordinal) values ($1, $2, 1)', [stemId, id]);
  await client.query(
    'insert into observation (id, tree_id, survey_id, observed_at, observer, device) values ($1, $2, $3, $4, $5, $6)',
    [observationId, id, surveyId, MOMENT, WRITER.observer, WRITER.device],
  );
  const columns = 15;
  const places = readings.map(
    (_, row) => `(${Array.from({ length: columns }, (_, i) => `$${row * columns + i + 1}`).join(', ')})`,
  );
  await client.query(
    `insert into reading (id, observation_id, stem_id, measure, method_id, method_version, key, value, unit, as_read, instrument, try, observer, device, taken_at) values ${places.join(', ')}`,
    readings.flatMap((each) => [
      each.id,
      observationId,
      stemId,
      each.measure,
      each.methodId,
      1,
      each.key,
      each.value,
      each.unit,
      each.asRead,
      '',
      each.try,
      WRITER.observer,
      WRITER.device,
      each.takenAt,
    ]),
  );
  await client.query('update plot set revision = revision + 1 where id = $1', [plotId]);
  await client.query('commit');
}

/** Sends trees at a steady pace, whether the ones before were answered or not; how long each took. */
async function burst(urls, plots) {
  const took = [];
  const waiting = [];
  const begun = performance.now();
  const all = BURST.perSecond * BURST.seconds;
  for (let i = 0; i < all; i += 1) {
    const due = begun + (1000 * i) / BURST.perSecond;
    const early = due - performance.now();
    if (early > 0) await new Promise((resolve) => setTimeout(resolve, early));
    const from = performance.now();
    waiting.push(
      post(`${urls[i % urls.length]}/api/trees`, tree(plots[i % plots.length], 10_000 + i)).then(() =>
        took.push(performance.now() - from),
      ),
    );
  }
  await Promise.all(waiting);
  return { perSecond: (1000 * all) / (performance.now() - begun), p95Ms: quantile(took, 0.95) };
}

/**
 * @param stack a running application with its database
 * @returns trees a second, one after the other and by twenty writers, bare and by the application; the bursts of many crews
 */
export async function writerCosts({ url, databaseUrl, openAnother }) {
  const { surveyId, plots } = await surveyWithPlots(url, WRITERS);
  const clients = await Promise.all(
    Array.from({ length: WRITERS }, async () => {
      const client = new pg.Client({ connectionString: databaseUrl });
      await client.connect();
      return client;
    }),
  );
  const send = (from) => (i, worker) => post(`${url}/api/trees`, tree(plots[worker], from + i));
  const bare = (from) => (i, worker) => bareInsert(clients[worker], surveyId, tree(plots[worker], from + i));
  try {
    // A server that has run for a while: its first writes are compiled while they run.
    await rate(WARM_UP, 1, send(100_000));
    await rate(WARM_UP, 1, bare(200_000));
    const one = { bare: await rate(TREES, 1, bare(0)), application: await rate(TREES, 1, send(1_000)) };
    const many = {
      bare: await rate(TREES, WRITERS, bare(2_000)),
      application: await rate(TREES, WRITERS, send(3_000)),
    };
    const crews = await burst([url, await openAnother()], plots);
    return { one, many, crews };
  } finally {
    await Promise.all(clients.map((client) => client.end()));
  }
}
