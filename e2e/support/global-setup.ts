import { prepareDemo } from '../../scripts/lib/stack.mjs';

/** The demo data is loaded once, and each worker gets a copy of it (app.ts). The cluster stops when all workers have ended. */
export default async function setup(): Promise<() => Promise<void>> {
  const cluster = await prepareDemo('browser');
  return () => cluster.stopIfUnused();
}
