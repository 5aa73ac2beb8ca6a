// npm run demo: from a fresh clone to a running application with the demo data. With --dev: the development server.
import { pathToFileURL } from 'node:url';
import { ensureBuilt } from './lib/build.mjs';
import { freePort, isFree, openCluster } from './lib/cluster.mjs';
import { ensureNodeModules } from './lib/packages.mjs';
import { startServer, stopServer, tool, untilHealthy } from './lib/server.mjs';
import { run, say, step, Stop } from './lib/steps.mjs';

const DEFAULT_PORT = 4321;
const dev = process.argv.includes('--dev');
const host = process.env.HOST || '127.0.0.1';
const isLoopback = host === 'localhost' || host === '::1' || host.startsWith('127.');

async function choosePort() {
  const wished = process.env.PORT;
  if (wished === undefined || wished === '') return (await isFree(DEFAULT_PORT, host)) ? DEFAULT_PORT : freePort(host);
  const port = Number(wished);
  if (!Number.isInteger(port) || port < 1 || port > 65535)
    throw new Stop(`PORT is “${wished}”: give a number from 1 to 65535.`);
  if (!(await isFree(port, host))) throw new Stop(`Port ${port} on ${host} is in use. Choose another with PORT=…`);
  return port;
}

/** The port of the secure address: the one that was asked for, the next one, or any. */
async function chooseSecurePort(port) {
  const wished = process.env.HTTPS_PORT;
  if (wished !== undefined && wished !== '') return wished;
  return (await isFree(port + 1, host)) ? port + 1 : freePort(host);
}

/** Where phones find it, if it can be reached from them. */
async function phoneWords(url, securePort) {
  if (isLoopback || dev || securePort === 'off') return '';
  const { ownNames } = await import(pathToFileURL(tool('secure')).href);
  return `\n  From phones: https://${ownNames(host)[0]}:${securePort} (how they trust it: ${url}/phone)`;
}

async function main() {
  let server = null;
  let cluster = null;
  let startedCluster = false;
  let ending = false;

  const end = async () => {
    if (ending) return;
    ending = true;
    say('\nEnding …');
    if (server !== null) await stopServer(server);
    if (startedCluster) await cluster.stop();
    process.exit(process.exitCode ?? 0);
  };
  for (const signal of ['SIGINT', 'SIGTERM', 'SIGHUP']) process.on(signal, () => void end());

  try {
    const port = await choosePort();
    const securePort = await chooseSecurePort(port);
    await ensureNodeModules();

    let databaseUrl = process.env.DATABASE_URL || '';
    const openDatabase = async () => {
      const started = await cluster.start();
      startedCluster ||= started;
      // An orderly stop is somebody's wish; after a crash the database is started again.
      cluster.onExit((code) => {
        if (ending) return;
        if (code === 0) say('The database was stopped. The application waits for it.');
        else {
          say('The database ended unexpectedly and is started again.');
          openDatabase().catch((error) => say(error.message));
        }
      });
    };
    if (databaseUrl === '') {
      cluster = await openCluster();
      await openDatabase();
      databaseUrl = cluster.ensureDatabase('arbolito');
    }

    if (dev) await step('Building the database tools', 'npm', ['run', 'build:tools', '--workspace', 'web']);
    else await ensureBuilt();

    const { prepareDatabase } = await import(pathToFileURL(tool('database')).href);
    say('· Bringing the tables up to date, loading the demo data once …');
    const { loaded } = await prepareDatabase(databaseUrl, { demo: true });
    say(loaded ? '  demo data loaded' : '  the demo data is there; what was entered is kept');
    if (ending) return;

    const open = () => {
      const options = dev
        ? {
            script: ['node_modules/astro/astro.js', 'dev', '--root', 'web', '--host', host, '--port', String(port)],
            env: { NODE_ENV: 'development' },
          }
        : {};
      server = startServer({ databaseUrl, host, port, securePort, ...options });
      server.on('exit', () => {
        if (ending) return;
        say('The server ended unexpectedly and is started again.');
        setTimeout(() => ending || open(), 500);
      });
      return server;
    };
    const shown = host === '0.0.0.0' || host === '::' ? 'localhost' : host;
    const url = `http://${shown.includes(':') ? `[${shown}]` : shown}:${port}`;
    await untilHealthy(url, open());
    say(
      `\n  Arbolito is at ${url}${await phoneWords(url, securePort)}\n  Ctrl-C ends it and keeps what was entered.\n`,
    );
  } catch (error) {
    if (ending) return;
    ending = true;
    if (server !== null) await stopServer(server);
    if (startedCluster) await cluster.stop();
    throw error;
  }
}

run(main);
