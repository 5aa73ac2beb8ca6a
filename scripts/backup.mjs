// npm run backup -- FOLDER: the whole database as a file that pg_restore reads, with a manifest to check it by.
import { createHash } from 'node:crypto';
import { createReadStream, existsSync, mkdirSync, readFileSync, writeFileSync } from 'node:fs';
import path from 'node:path';
import pg from 'pg';
import { countsOf, databaseUrl, MANIFEST, pgTool, sha256 } from './lib/backups.mjs';
import { root, run, say, Stop } from './lib/steps.mjs';

run(async () => {
  const [target] = process.argv.slice(2);
  if (target === undefined) throw new Stop('Say where to: npm run backup -- FOLDER');
  const folder = path.resolve(target);
  if (existsSync(path.join(folder, MANIFEST)))
    throw new Stop(`${folder} holds a backup already. Name another folder; nothing was written.`);
  mkdirSync(folder, { recursive: true });
  const { url, close } = await databaseUrl();
  const client = new pg.Client({ connectionString: url });
  try {
    await client.connect();
    // The dump and the counts are of one and the same moment.
    await client.query('begin transaction isolation level repeatable read read only');
    const { rows } = await client.query('select pg_export_snapshot() as snapshot');
    const file = path.join(folder, 'arbolito.dump');
    pgTool('pg_dump', [
      '--format=custom',
      '--no-owner',
      '--no-privileges',
      `--snapshot=${rows[0].snapshot}`,
      `--file=${file}`,
      url,
    ]);
    const counts = await countsOf(client);
    const { rows: versions } = await client.query(
      'select count(*)::int as migrations, current_setting($1) as postgres from drizzle.__drizzle_migrations',
      ['server_version'],
    );
    await client.query('commit');
    const { version } = JSON.parse(readFileSync(path.join(root, 'package.json'), 'utf8'));
    const manifest = {
      madeAt: new Date().toISOString(),
      application: version,
      migrations: versions[0].migrations,
      postgres: versions[0].postgres,
      file: 'arbolito.dump',
      sha256: await sha256(createReadStream(file), createHash('sha256')),
      rows: counts,
    };
    writeFileSync(path.join(folder, MANIFEST), `${JSON.stringify(manifest, null, 2)}\n`);
    const total = Object.values(counts).reduce((sum, count) => sum + count, 0);
    say(`Backed up ${total} rows of ${Object.keys(counts).length} tables to ${folder}.`);
  } finally {
    await client.end();
    await close();
  }
});
