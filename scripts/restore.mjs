// npm run restore -- FOLDER [DATABASE_URL]: a backup into an empty database, checked by its manifest.
import { createHash } from 'node:crypto';
import { createReadStream, existsSync, readFileSync } from 'node:fs';
import path from 'node:path';
import pg from 'pg';
import { countsOf, databaseUrl, MANIFEST, pgTool, sha256 } from './lib/backups.mjs';
import { run, say, Stop } from './lib/steps.mjs';

run(async () => {
  const [source, named] = process.argv.slice(2);
  if (source === undefined) throw new Stop('Say where from: npm run restore -- FOLDER [DATABASE_URL]');
  const folder = path.resolve(source);
  if (!existsSync(path.join(folder, MANIFEST))) throw new Stop(`${folder} holds no backup: there is no ${MANIFEST}.`);
  const manifest = JSON.parse(readFileSync(path.join(folder, MANIFEST), 'utf8'));
  const file = path.join(folder, manifest.file);
  const found = await sha256(createReadStream(file), createHash('sha256'));
  if (found !== manifest.sha256)
    throw new Stop(`${file} is not the file that was backed up: its checksum differs. Nothing was restored.`);
  const { url, close } = await databaseUrl(named);
  const client = new pg.Client({ connectionString: url });
  try {
    await client.connect();
    const { rows } = await client.query(
      "select count(*)::int as tables from information_schema.tables where table_schema in ('public', 'drizzle')",
    );
    if (rows[0].tables > 0)
      throw new Stop('The database is not empty. Name an empty one as the second word; nothing was restored.');
    pgTool('pg_restore', [
      '--no-owner',
      '--no-privileges',
      '--exit-on-error',
      '--single-transaction',
      `--dbname=${url}`,
      file,
    ]);
    const counts = await countsOf(client);
    const wrong = Object.entries(manifest.rows).filter(([table, count]) => counts[table] !== count);
    if (wrong.length > 0)
      throw new Stop(
        `Restored, but not whole: ${wrong.map(([table, count]) => `${table} has ${counts[table] ?? 0} rows, not ${count}`).join('; ')}.`,
      );
    const { rowCount } = await client.query(
      "select 1 from information_schema.columns where table_name = 'plot' and column_name = 'changed_in'",
    );
    // Transactions of this database have numbers of their own: devices read all plots again.
    if (rowCount > 0) await client.query('update plot set revision = revision');
    say(`Restored ${Object.values(counts).reduce((sum, count) => sum + count, 0)} rows, as many as were backed up.`);
  } finally {
    await client.end();
    await close();
  }
});
