import { pathToFileURL } from 'node:url';
import { fingerprint } from './build.mjs';
import { freePort, openCluster } from './cluster.mjs';
import { startServer, stopServer, tool, untilHealthy } from './server.mjs';

/** The database with the demo data of these sources, made once; copies of it take a moment. */
async function demoTemplate(postgres) {
  const name = `demo_${fingerprint().slice(0, 12)}`;
  const there = postgres.databases();
  if (there.includes(name)) return name;
  for (const old of there.filter((each) => each.startsWith('demo_'))) postgres.dropDatabase(old);
  const made = `new_${name}`;
  postgres.dropDatabase(made);
  const { prepareDatabase } = await import(pathToFileURL(tool('database')).href);
  await prepareDatabase(postgres.ensureDatabase(made), { demo: true });
  postgres.renameDatabase(made, name);
  return name;
}

/** Makes the template of a cluster before several stacks ask for it at once. */
export async function prepareDemo(cluster) {
  const postgres = await openCluster(cluster);
  await postgres.start();
  await demoTemplate(postgres);
  return postgres;
}

/**
 * A database and the built application on it, for tests, pictures and benchmarks: made afresh, gone at the end.
 *
 * @param cluster folder of the PostgreSQL cluster under `.data/`
 * @param options `demo`: load the demo data; `keepsCluster`: whoever started the cluster stops it, as others may still use it
 */
export async function openStack(cluster, options) {
  const postgres = await openCluster(cluster);
  await postgres.start();
  const database = `stack_${process.pid}_${Date.now()}`;
  const databaseUrl = options.demo
    ? postgres.copyDatabase(await demoTemplate(postgres), database)
    : postgres.ensureDatabase(database);
  if (!options.demo) {
    const { prepareDatabase } = await import(pathToFileURL(tool('database')).href);
    await prepareDatabase(databaseUrl, { demo: false });
  }
  const host = '127.0.0.1';
  const port = await freePort();
  const url = `http://${host}:${port}`;
  const open = () => startServer({ databaseUrl, host, port, stdio: 'ignore', env: { LOG_LEVEL: 'silent' } });
  let server = open();
  const others = [];
  await untilHealthy(url, server);
  return {
    url,
    databaseUrl,
    postgres,
    serverPid: () => server.pid,
    /** Ends the web server at once, as a power cut would, and waits until it is gone. */
    killServer: async () => {
      const ended = new Promise((resolve) => server.once('exit', resolve));
      server.kill('SIGKILL');
      await ended;
    },
    /** One more web server on the same database; it ends with the others. */
    openAnother: async () => {
      const other = await freePort();
      const process = startServer({ databaseUrl, host, port: other, stdio: 'ignore', env: { LOG_LEVEL: 'silent' } });
      others.push(process);
      await untilHealthy(`http://${host}:${other}`, process);
      return `http://${host}:${other}`;
    },
    reopenServer: async () => {
      server = open();
      await untilHealthy(url, server);
    },
    close: async () => {
      await Promise.all([server, ...others].map(stopServer));
      postgres.dropDatabase(database);
      if (options.keepsCluster !== true) await postgres.stopIfUnused();
    },
  };
}
