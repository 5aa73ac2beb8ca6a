import { spawnSync } from 'node:child_process';
import { existsSync, readdirSync } from 'node:fs';
import path from 'node:path';
import { openCluster } from './cluster.mjs';
import { Stop } from './steps.mjs';

export const MANIFEST = 'manifest.json';

/**
 * The database that is meant: the one that is named, that of DATABASE_URL, or the demo's own, which is started if need be.
 *
 * @param {string} [named]
 */
export async function databaseUrl(named) {
  const given = named ?? process.env.DATABASE_URL;
  if (given) return { url: given, close: async () => undefined };
  const cluster = await openCluster();
  const started = await cluster.start();
  return {
    url: cluster.ensureDatabase('arbolito'),
    close: async () => {
      if (started) await cluster.stop();
    },
  };
}

/** Rows of every table of the application. */
export async function countsOf(client) {
  const { rows } = await client.query(
    "select table_name as name from information_schema.tables where table_schema = 'public' and table_type = 'BASE TABLE' order by 1",
  );
  const counts = {};
  for (const { name } of rows) {
    const counted = await client.query(`select count(*)::int as rows from "${name}"`);
    counts[name] = counted.rows[0].rows;
  }
  return counts;
}

/** Where Debian keeps the programs of PostgreSQL, the newest first; elsewhere they are on the path. */
function programOf(name) {
  const base = '/usr/lib/postgresql';
  const versions = existsSync(base) ? readdirSync(base).sort((a, b) => Number(b) - Number(a)) : [];
  return versions.map((version) => path.join(base, version, 'bin', name)).find(existsSync) ?? name;
}

export function pgTool(name, args) {
  const done = spawnSync(programOf(name), args, { encoding: 'utf8' });
  if (done.error) throw new Stop(`${name} is not installed: install the client programs of PostgreSQL.`);
  if (done.status !== 0)
    throw new Stop(`${name} ended with an error: ${done.stderr.trim().split('\n').slice(0, 3).join(' ')}`);
}

export async function sha256(stream, hash) {
  for await (const chunk of stream) hash.update(chunk);
  return hash.digest('hex');
}
