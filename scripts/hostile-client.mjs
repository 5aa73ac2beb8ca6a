// npm run attack: one client that does its worst, each act bounded, while another measures how long it waits.
// The server is one of its own on a database of its own; nothing else is touched.
import net from 'node:net';
import { randomUUID } from 'node:crypto';
import pg from 'pg';
import { ensureBuilt } from './lib/build.mjs';
import { openStack } from './lib/stack.mjs';
import { pause, run, say } from './lib/steps.mjs';

const WRITER = { observer: 'Crew Badger', device: 'attack' };
const SECONDS = Number(process.env.SECONDS ?? 4);

/** The time below which so many of a hundred lie. */
const quantile = (values, share) =>
  [...values].sort((a, b) => a - b)[Math.min(values.length - 1, Math.floor(share * values.length))] ?? 0;

async function survey(url) {
  const stratum = randomUUID();
  const body = {
    id: randomUUID(),
    ...WRITER,
    place: { id: randomUUID(), name: 'Attack wood' },
    name: 'Visit',
    unitSystem: 'metric',
    slopeUnit: 'pct',
    breastHeightM: 1.3,
    eyeHeightM: 1.6,
    formFactor: 0.45,
    formFactorStandardError: 0.05,
    crew: 'Crew Badger',
    startedOn: '2026-06-03',
    species: [{ code: 'sp', name: 'Scots pine', crown: 'layered' }],
    strata: [{ id: stratum, name: 'whole area' }],
  };
  await post(url, '/api/surveys', body);
  return { id: body.id, stratum, body };
}

const post = (url, path, body, headers = {}) =>
  fetch(`${url}${path}`, {
    method: 'POST',
    headers: { 'content-type': 'application/json', ...headers },
    body: typeof body === 'string' ? body : JSON.stringify(body),
  });

const csv = (url, id, body) =>
  fetch(`${url}/api/surveys/${id}/import`, { method: 'POST', headers: { 'content-type': 'text/csv' }, body });

/** A request by hand, for what fetch does not send; answers its status. */
const raw = (url, head, { hold = 0 } = {}) =>
  new Promise((resolve) => {
    const { hostname, port } = new URL(url);
    const socket = net.connect(Number(port), hostname, () => socket.write(head));
    let text = '';
    socket.on('data', (chunk) => {
      text += chunk;
      if (hold === 0) socket.end();
    });
    socket.on('error', () => resolve(0));
    socket.on('close', () => resolve(Number(/^HTTP\/1\.1 (\d+)/.exec(text)?.[1] ?? 0)));
    setTimeout(() => socket.destroy(), hold === 0 ? 5_000 : hold);
  });

const bomb = (depth) => `${'{"a":'.repeat(depth)}1${'}'.repeat(depth)}`;

/** Every attack: what it is called and what it sends; answers the statuses that it got. */
const attacks = ({ url, databaseUrl, id, body }) => ({
  'empty lines in a file': async () => [(await csv(url, id, `plot,tag,species,dbh\n${'\n'.repeat(400_000)}`)).status],
  'a line of 2 MB': async () => [
    (await csv(url, id, `plot,tag,species,dbh\n1,1,sp,${'9'.repeat(2_000_000)}\n`)).status,
  ],
  'a quotation mark that never ends': async () => [
    (await csv(url, id, `plot,tag,species,dbh\n1,"1,sp,30\n${'1,2,sp,30\n'.repeat(100_000)}`)).status,
  ],
  'a quotation mark within a cell': async () => [
    (await csv(url, id, 'plot,tag,species,dbh,x\n1,1,sp,30,a 5" pipe\n')).status,
  ],
  'twelve slow uploads': async () =>
    Promise.all(
      Array.from({ length: 12 }, () =>
        raw(
          url,
          `POST /api/surveys/${id}/import HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Type: text/csv\r\nContent-Length: 900000\r\n\r\nplot,`,
          { hold: SECONDS * 1000 },
        ),
      ),
    ).then(() => []),
  'lists where objects belong': async () => [
    (await post(url, '/api/surveys', { ...body, id: randomUUID(), species: [[]] })).status,
    (await post(url, `/api/surveys/${id}/rules/preview`, { fieldRules: { products: [[]] } })).status,
  ],
  'names that reach prototypes': async () => [
    (await post(url, '/api/surveys', '{"__proto__":{"x":1}}')).status,
    (await post(url, '/api/surveys', '{"constructor":{"prototype":{}}}')).status,
  ],
  'nesting of 20,000': async () => [(await post(url, '/api/surveys', bomb(20_000))).status],
  'NUL, half characters and null': async () => [
    (await post(url, '/api/surveys', { ...body, id: randomUUID(), crew: 'a\u0000b' })).status,
    (await post(url, '/api/surveys', { ...body, id: randomUUID(), crew: '\ud800' })).status,
    (await post(url, '/api/surveys', { ...body, id: randomUUID(), crew: null })).status,
  ],
  'methods and addresses that do not exist': async () => [
    await raw(url, 'TRACE /api/surveys HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n'),
    await raw(url, 'GET /api/%ff HTTP/1.1\r\nHost: 127.0.0.1\r\n\r\n'),
    await raw(url, 'POST /api/%ff HTTP/1.1\r\nHost: 127.0.0.1\r\nContent-Length: 0\r\n\r\n'),
    await raw(url, 'GET /api/surveys HTTP/1.1\r\nHost: elsewhere.example\r\n\r\n'),
  ],
  'a body that is too large': async () => [(await post(url, '/api/surveys', `{"a":"${'x'.repeat(400_000)}"}`)).status],
  'a photo that is none': async () => {
    const plots = await (await fetch(`${url}/api/plots?survey=${id}`)).json();
    const query = new URLSearchParams({
      id: randomUUID(),
      ...WRITER,
      takenAt: '2026-06-03T09:15:00Z',
      words: 'north',
    });
    const data = Buffer.concat([Buffer.from([0xff, 0xd8, 0xff, 0xe0]), Buffer.alloc(100_000)]);
    const answer = await fetch(`${url}/api/plots/${plots[0].id}/photos?${query}`, {
      method: 'POST',
      headers: { 'content-type': 'image/jpeg' },
      body: data,
    });
    return [answer.status];
  },
  'reports, many at once': async () =>
    Promise.all(Array.from({ length: 8 }, async () => (await fetch(`${url}/print/report.pdf?survey=${id}`)).status)),
  'a lock that is held': async () => {
    const client = new pg.Client({ connectionString: databaseUrl });
    await client.connect();
    await client.query('begin');
    await client.query('select 1 from survey where id = $1 for update', [id]);
    const writes = Array.from({ length: 12 }, () =>
      post(url, `/api/surveys/${id}/codes`, {
        id: randomUUID(),
        ...WRITER,
        madeAt: '2026-06-03T09:15:00Z',
        species: body.species,
        conditions: [],
      }).then(({ status }) => status),
    );
    const statuses = await Promise.all(writes);
    await client.query('rollback');
    await client.end();
    return statuses;
  },
});

/** Asks for pages and the API as an ordinary client does, until told to stop; answers how long each took. */
async function bystander(url, surveyId, signal) {
  const times = [];
  const wrong = [];
  const paths = ['/api/health', `/api/surveys/${surveyId}`, `/results/${surveyId}`, '/api/surveys'];
  for (let i = 0; !signal.stopped; i += 1) {
    const begin = performance.now();
    const { status } = await fetch(`${url}${paths[i % paths.length]}`);
    times.push(performance.now() - begin);
    if (status >= 500) wrong.push(status);
    await pause(20);
  }
  return { times, wrong };
}

async function measured(url, surveyId, work) {
  const signal = { stopped: false };
  const watching = bystander(url, surveyId, signal);
  const statuses = await work();
  signal.stopped = true;
  return { statuses, ...(await watching) };
}

run(async () => {
  await ensureBuilt();
  const stack = await openStack('attack', { demo: false });
  let failed = 0;
  try {
    const { id, stratum, body } = await survey(stack.url);
    await post(stack.url, '/api/plots', {
      id: randomUUID(),
      ...WRITER,
      surveyId: id,
      stratumId: stratum,
      label: '1',
      areaM2: 500,
      slopePct: 10,
    });
    const idle = await measured(stack.url, id, () => pause(SECONDS * 1000).then(() => []));
    const idleP99 = quantile(idle.times, 0.99);
    const most = Math.min(2_000, Math.max(10 * idleP99, 100));
    say(`idle: p99 ${idleP99.toFixed(1)} ms of ${idle.times.length} requests; allowed ${most.toFixed(0)} ms`);
    for (const [name, attack] of Object.entries(attacks({ ...stack, id, body }))) {
      const { statuses, times, wrong } = await measured(stack.url, id, attack);
      const p99 = quantile(times, 0.99);
      // A server error is 503 with Retry-After, and only while somebody holds the database.
      const isBad = [...statuses, ...wrong].some((status) => status >= 500 && status !== 503);
      const isSlow = p99 > most;
      if (isBad || isSlow) failed += 1;
      say(
        `${isBad || isSlow ? 'FAILED ' : 'held   '} ${name}: answered ${[...new Set(statuses)].join(', ') || 'nothing'}; others wait p99 ${p99.toFixed(1)} ms`,
      );
    }
  } finally {
    await stack.close();
  }
  say(`${failed === 0 ? 'All attacks were held.' : `${failed} attacks were not held.`}`);
  if (failed > 0) process.exitCode = 1;
});
