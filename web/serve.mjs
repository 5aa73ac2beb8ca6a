// The production server: security headers, compression, static files, and the built application.
import { createHash, X509Certificate } from 'node:crypto';
import { createServer as createSecureServer } from 'node:https';
import path from 'node:path';
import { fileURLToPath } from 'node:url';
import { setFlagsFromString } from 'node:v8';
import idleScript from 'astro/runtime/client/idle.prebuilt.js';
import onlyScript from 'astro/runtime/client/only.prebuilt.js';
import visibleScript from 'astro/runtime/client/visible.prebuilt.js';
import compression from 'compression';
import express from 'express';
import staticGzip from 'express-static-gzip';
import helmet from 'helmet';
import pino from 'pino';
import { handler } from './dist/server/entry.mjs';
import { givenCertificate, ownCertificate, ownNames } from './dist/tools/secure.mjs';
import { isDatabaseAway, NewerDatabaseError, prepareDatabase } from './dist/tools/database.mjs';
import { rateLimit } from 'express-rate-limit';

// It shares a small machine with its database: garbage is gathered before it is several times what is in use.
setFlagsFromString('--heap-growing-percent=40');

const log = pino({ level: process.env.LOG_LEVEL ?? 'info' });
const host = process.env.HOST || '127.0.0.1';
const port = Number(process.env.PORT || 4321);
/** Phones work offline only where the connection is secure. */
const securePort = process.env.HTTPS_PORT === 'off' ? null : Number(process.env.HTTPS_PORT || port + 1);
const tlsFolder = process.env.TLS_FOLDER || fileURLToPath(new URL('../.data/tls', import.meta.url));
const names = ownNames(host);
const client = fileURLToPath(new URL('./dist/client', import.meta.url));
const databaseUrl = process.env.DATABASE_URL;
// Long work runs in a thread of its own.
process.env.ARBOLITO_THREAD ??= fileURLToPath(new URL('./dist/tools/thread.mjs', import.meta.url));
process.env.ARBOLITO_RECORD ??= fileURLToPath(new URL('./dist/tools/record.mjs', import.meta.url));
process.env.ARBOLITO_IMPORTS ??= fileURLToPath(new URL('./dist/client/_astro/imports.json', import.meta.url));
process.env.ARBOLITO_PAPER ??= fileURLToPath(new URL('./dist/tools/paper.mjs', import.meta.url));

if (!databaseUrl) {
  process.stderr.write('DATABASE_URL is not set. Name the PostgreSQL database to use, or start with: npm run demo\n');
  process.exit(1);
}

const LOOPBACK = ['localhost', '127.0.0.1', '::1'];
const isLoopback = LOOPBACK.includes(host) || host.startsWith('127.');
if (!isLoopback)
  log.warn({ host }, 'listening beyond this machine: anybody who reaches this address can read and write every survey');

/** Names under which the application is asked for: a page of another site cannot reach it under its own name. */
const allowedHosts = new Set([
  ...LOOPBACK,
  host,
  ...names,
  ...(process.env.ALLOWED_HOSTS ?? '').split(',').flatMap((name) => (name.trim() === '' ? [] : [name.trim()])),
]);
/** Headers that say something of documents alone. */
const PAGE_HEADERS = [
  'referrer-policy',
  'x-dns-prefetch-control',
  'x-download-options',
  'x-frame-options',
  'x-permitted-cross-domain-policies',
  'x-xss-protection',
];
const METHODS = ['GET', 'HEAD', 'POST', 'PUT', 'PATCH', 'DELETE', 'OPTIONS'];
/** Requests of one address in a minute; 0 for no limit. */
const perMinute = Number(process.env.REQUESTS_PER_MINUTE ?? 3000);

function refuse(response, status, code, title, detail, headers = {}) {
  response
    .status(status)
    .set({ 'cache-control': 'no-store', ...headers })
    .type('application/problem+json')
    .send(JSON.stringify({ type: `urn:arbolito:problem:${code}`, title, status, detail, code }));
}

const hostOf = (header) => {
  try {
    return new URL(`http://${header}`).hostname.replace(/^\[|\]$/g, '');
  } catch {
    return '';
  }
};

const isDecodable = (address) => {
  try {
    decodeURIComponent(address);
    return true;
  } catch {
    return false;
  }
};

const hashOf = (script) => `'sha256-${createHash('sha256').update(script).digest('base64')}'`;

/** Hashes of the inline scripts that the framework puts into pages: nothing else may run inline. */
const inlineScripts = new Set([idleScript, onlyScript, visibleScript].map(hashOf));
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
app.use((request, response, next) => {
  if (!METHODS.includes(request.method))
    refuse(
      response,
      405,
      'method-not-allowed',
      'This address does not do that',
      `${request.method} is not possible here. Use GET, HEAD, POST or DELETE.`,
      { allow: 'GET, HEAD, POST, DELETE' },
    );
  else if (!isDecodable(request.path))
    refuse(response, 400, 'broken-address', 'The request cannot be read', 'Check the address.');
  else if (!allowedHosts.has(hostOf(request.headers.host ?? '')))
    refuse(
      response,
      421,
      'unknown-host',
      'The application is not known under this name',
      'Use an address that the application was started with, or name this one in ALLOWED_HOSTS.',
    );
  else next();
});
// Compressing a short answer takes the server about 1 ms and saves no round trip.
app.use(compression({ threshold: 4_000 }));
app.use(
  '/_astro',
  // The build wrote a Brotli file beside each.
  staticGzip(`${client}/_astro`, {
    index: false,
    enableBrotli: true,
    orderPreference: ['br'],
    serveStatic: {
      immutable: true,
      maxAge: '1y',
      // A file never changes under its name: nothing has to be compared.
      etag: false,
      lastModified: false,
      acceptRanges: false,
      // Only pages have inline scripts and frames: what protects them would weigh more than many a script.
      setHeaders: (response) => {
        response.setHeader('content-security-policy', "default-src 'self'");
        for (const ofPages of PAGE_HEADERS) response.removeHeader(ofPages);
      },
    },
  }),
);
const files = express.static(client, { maxAge: '1h', index: false, redirect: false });
app.use((request, response, next) => {
  // Pages have no extension: none of them is looked for on the disk.
  if (path.extname(request.path) === '') next();
  else files(request, response, next);
});
if (perMinute > 0)
  app.use(
    rateLimit({
      windowMs: 60_000,
      limit: perMinute,
      standardHeaders: 'draft-7',
      legacyHeaders: false,
      handler: (_request, response) =>
        refuse(
          response,
          429,
          'too-many',
          'Too many requests',
          `An address may send ${String(perMinute)} requests a minute. Try again in a moment.`,
          { 'retry-after': '10' },
        ),
    }),
  );
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
  const status = error.status >= 400 && error.status < 500 ? error.status : 400;
  refuse(response, status, 'broken-address', 'The request cannot be read', 'Check the address.');
});

async function learnInlineScripts() {
  const page = await (await fetch(`http://${host.includes(':') ? `[${host}]` : host}:${port}/measure`)).text();
  for (const [, script] of page.matchAll(/<script>([\s\S]*?)<\/script>/g)) inlineScripts.add(hashOf(script));
}

/** The tables may be behind, or the database away: then again in a moment, while the application says so. */
async function prepare() {
  try {
    await prepareDatabase(databaseUrl, { demo: false });
  } catch (error) {
    if (error instanceof NewerDatabaseError) {
      process.stderr.write(`${error.message}\n`);
      process.exit(1);
    }
    if (!isDatabaseAway(error)) throw error;
    log.warn('the database does not answer; trying again');
    setTimeout(() => void prepare(), 2_000);
  }
}

/** The certificate that was given, or one of our own that phones trust once they trust the authority behind it. */
const certificate = async () => {
  const { TLS_CERT, TLS_KEY } = process.env;
  if (TLS_CERT && TLS_KEY) return givenCertificate(TLS_CERT, TLS_KEY);
  return ownCertificate(tlsFolder, [...new Set([...names, ...LOOPBACK])], new Date());
};

/** The secure server beside the plain one; none where it is switched off or cannot be opened: the plain one still works. */
async function listenSecurely() {
  if (securePort === null) return null;
  try {
    const { key, cert, authority } = await certificate();
    const secure = createSecureServer({ key, cert }, app);
    await new Promise((resolve, reject) => {
      secure.once('error', reject);
      secure.listen(securePort, host, resolve);
    });
    process.env.ARBOLITO_SECURE = JSON.stringify({
      port: securePort,
      plainPort: port,
      names: isLoopback ? [] : [...names, ...(process.env.ALLOWED_HOSTS ?? '').split(',').filter(Boolean)],
      authority,
      fingerprint: authority === null ? null : new X509Certificate(authority).fingerprint256,
    });
    log.info({ host, port: securePort }, 'listening securely');
    return secure;
  } catch (error) {
    log.warn({ message: error.message }, 'no secure address: phones cannot work offline');
    return null;
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
const servers = [server, await listenSecurely()].filter((each) => each !== null);
await prepare();

/** Requests that are under way get so long to end, in ms. */
const GRACE_MS = 10_000;

for (const signal of ['SIGINT', 'SIGTERM']) {
  process.on(signal, () => {
    // Nothing new is accepted; what is under way is answered first.
    const closed = servers.map((each) => new Promise((resolve) => each.close(resolve)));
    void Promise.all(closed).then(() => process.exit(0));
    const closeIdle = () => servers.forEach((each) => each.closeIdleConnections());
    closeIdle();
    setInterval(closeIdle, 100).unref();
    setTimeout(() => servers.forEach((each) => each.closeAllConnections()), GRACE_MS).unref();
  });
}
