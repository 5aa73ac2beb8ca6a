// The production server: security headers, compression, static files, and the built application.
import { createHash } from 'node:crypto';
import { fileURLToPath } from 'node:url';
import { setFlagsFromString } from 'node:v8';
import compression from 'compression';
import express from 'express';
import helmet from 'helmet';
import pino from 'pino';
import { handler } from './dist/server/entry.mjs';
import { isDatabaseAway, prepareDatabase } from './dist/tools/database.mjs';

// It shares a small machine with its database: garbage is gathered before it is several times what is in use.
setFlagsFromString('--heap-growing-percent=40');

const log = pino({ level: process.env.LOG_LEVEL ?? 'info' });
const host = process.env.HOST || '127.0.0.1';
const port = Number(process.env.PORT || 4321);
const client = fileURLToPath(new URL('./dist/client', import.meta.url));
const databaseUrl = process.env.DATABASE_URL;
// Long work runs in a thread of its own.
process.env.ARBOLITO_THREAD ??= fileURLToPath(new URL('./dist/tools/thread.mjs', import.meta.url));

if (!databaseUrl) {
  process.stderr.write('DATABASE_URL is not set. Name the PostgreSQL database to use, or start with: npm run demo\n');
  process.exit(1);
}

/** Hashes of the inline scripts that the framework puts into every page: nothing else may run inline. */
const inlineScripts = new Set();
const app = express();
app.disable('x-powered-by');
app.use(
  helmet({
    contentSecurityPolicy: {
      useDefaults: false,
      directives: {
        defaultSrc: ["'self'"],
        scriptSrc: ["'self'", () => [...inlineScripts].join(' ')],
        styleSrc: ["'self'", "'unsafe-inline'"],
        imgSrc: ["'self'", 'data:', 'blob:'],
        fontSrc: ["'self'", 'data:'],
        connectSrc: ["'self'"],
        workerSrc: ["'self'"],
        objectSrc: ["'none'"],
        baseUri: ["'self'"],
        formAction: ["'self'"],
        frameAncestors: ["'none'"],
      },
    },
    // Plain http on loopback and in the hut: a promise of https would lock people out.
    strictTransportSecurity: false,
    crossOriginOpenerPolicy: false,
    originAgentCluster: false,
  }),
);
app.use(compression());
app.use('/_astro', express.static(`${client}/_astro`, { immutable: true, maxAge: '1y', index: false }));
app.use(express.static(client, { maxAge: '1h', index: false, redirect: false }));
app.use(handler);
// What no route answers gets the application's own page for that.
app.use((request, response, next) => {
  request.url = '/404';
  handler(request, response, next);
});
// Four arguments make it an error handler: what goes wrong before the application, such as a broken address.
app.use((error, _request, response, _next) => {
  log.warn({ message: error.message }, 'refused before the application');
  if (response.headersSent) return;
  response
    .status(error.status >= 400 && error.status < 500 ? error.status : 400)
    .type('application/problem+json')
    .send(
      JSON.stringify({
        type: 'about:blank',
        title: 'The request cannot be read',
        status: 400,
        detail: 'Check the address.',
      }),
    );
});

async function learnInlineScripts() {
  const page = await (await fetch(`http://${host.includes(':') ? `[${host}]` : host}:${port}/measure`)).text();
  for (const [, script] of page.matchAll(/<script>([\s\S]*?)<\/script>/g)) {
    inlineScripts.add(`'sha256-${createHash('sha256').update(script).digest('base64')}'`);
  }
}

/** The tables may be behind, or the database away: then again in a moment, while the application says so. */
async function prepare() {
  try {
    await prepareDatabase(databaseUrl, { demo: false });
  } catch (error) {
    if (!isDatabaseAway(error)) throw error;
    log.warn('the database does not answer; trying again');
    setTimeout(() => void prepare(), 2_000);
  }
}

const server = app.listen(port, host, (error) => {
  if (error) {
    process.stderr.write(`The server cannot listen on ${host}:${port}: ${error.message}\n`);
    process.exit(1);
  }
  learnInlineScripts()
    .then(() => log.info({ host, port }, 'listening'))
    .catch((cause) => log.error({ err: cause }, 'the start page could not be read'));
});
await prepare();

for (const signal of ['SIGINT', 'SIGTERM']) {
  process.on(signal, () => {
    server.close(() => process.exit(0));
    server.closeAllConnections();
  });
}
