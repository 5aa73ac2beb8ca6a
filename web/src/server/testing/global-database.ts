import type { TestProject } from 'vitest/node';
import { openCluster } from '../../../../scripts/lib/cluster.mjs';

declare module 'vitest' {
  export interface ProvidedContext {
    readonly databaseUrl: string;
  }
}

/** A database of its own for one run of the tests, dropped at the end. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const cluster = await openCluster('integration');
  await cluster.start();
  const name = `integration_${process.pid}`;
  project.provide('databaseUrl', cluster.ensureDatabase(name));
  return async () => {
    cluster.dropDatabase(name);
    await cluster.stopIfUnused();
  };
}
