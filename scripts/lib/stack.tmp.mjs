import { pathToFileURL } from 'node:url';
import { freePort, openCluster } from './cluster.mjs';
import { startServer, stopServer, tool, untilHealthy } from './server.mjs';

/**
 * A database and the built application on it, for tests, pictures and benchmarks: made afresh, gone at the end.
 *
 * @param cluster folder of the PostgreSQL cluster under `.data/`
 * @param options `demo`: load the demo data
 */
export async function openStack(cluster, options) {
  const postgres = await openCluster(cluster);
  const started = await postgres.start();
  const database = `stack_${process.pid}_${Date.now()}`;
  const databaseUrl = postgres.ensureDatabase(database);
  const { prepareDatabase } = await import(pathToFileURL(tool('database')).href);
  await prepareDatabase(databaseUrl, { demo: options.demo });
  const host = '127.0.0.1';
  const port = await freePort();
  const url = `http://${host}:${port}`;
  const open = () => startServer({ databaseUrl, host, port, script: ['--cpu-prof','--cpu-prof-dir=/tmp/p/prof','--cpu-prof-interval=5000','web/serve.mjs'], stdio: 'ignore', env: { LOG_LEVEL: 'silent' } });
  let server = open();
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
    reopenServer: async () => {
      server = open();
      await untilHealthy(url, server);
    },
    close: async () => {
      await stopServer(server);
      postgres.dropDatabase(database);
      if (started) await postgres.stop();
    },
  };
}
