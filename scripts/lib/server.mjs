import { spawn } from 'node:child_process';
import path from 'node:path';
import { pause, root } from './steps.mjs';

/** Starts the built server in a group of its own; `stdio` goes to the caller's. It is secure as well where it gets a port for that. */
export function startServer({
  databaseUrl,
  host,
  port,
  securePort = 'off',
  script = ['web/serve.mjs'],
  stdio = ['ignore', 'inherit', 'inherit'],
  env = {},
}) {
  return spawn(process.execPath, script, {
    cwd: root,
    stdio,
    detached: true,
    env: {
      ...process.env,
      DATABASE_URL: databaseUrl,
      HOST: host,
      PORT: String(port),
      HTTPS_PORT: String(securePort),
      NODE_ENV: 'production',
      ...env,
    },
  });
}

/** Resolves when the address answers, or rejects when the server has ended or time is up. */
export async function untilHealthy(url, server, seconds = 60) {
  for (let tries = 0; tries < seconds * 10; tries += 1) {
    if (server.exitCode !== null || server.signalCode !== null) break;
    try {
      if ((await fetch(`${url}/api/health`)).ok) return;
    } catch {
      // Not listening yet.
    }
    await pause(100);
  }
  throw new Error(`the server at ${url} did not become healthy`);
}

/** Ends a server started here, and waits for it. */
export async function stopServer(server) {
  if (server.exitCode !== null || server.signalCode !== null) return;
  const ended = new Promise((resolve) => server.once('exit', resolve));
  server.kill('SIGTERM');
  const late = setTimeout(() => server.kill('SIGKILL'), 15_000);
  await ended;
  clearTimeout(late);
}

export const tool = (name) => path.join(root, 'web/dist/tools', `${name}.mjs`);
