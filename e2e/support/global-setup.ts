import { prepareDemo } from '../../scripts/lib/stack.mjs';

/** The demo data is loaded once; each worker gets a copy of it, see app.ts. */
export default async function setup(): Promise<() => Promise<void>> {
  const cluster = await prepareDemo('browser');
  return () => cluster.stopIfUnused();
}
