import { fileURLToPath } from 'node:url';
import { compose } from '../compose.ts';
import { loadDemo } from '../demo/load.ts';
import { migrateDatabase } from './connection.ts';

export { NewerDatabaseError } from './connection.ts';
export { isDatabaseAway } from './failures.ts';

/** The built tool lies in dist/tools/, the source in src/server/database/. */
const MIGRATIONS = fileURLToPath(new URL(import.meta.env.PROD ? '../../drizzle' : '../../../drizzle', import.meta.url));

/**
 * Brings the tables up to date and, if wished, loads the demo data where it is not there yet.
 *
 * @returns whether the demo data was loaded now
 */
export async function prepareDatabase(
  url: string,
  options: { readonly demo: boolean },
): Promise<{ readonly loaded: boolean }> {
  await migrateDatabase(url, MIGRATIONS);
  if (!options.demo) return { loaded: false };
  const services = compose(url);
  try {
    return { loaded: await loadDemo(services) };
  } finally {
    await services.close();
  }
}
