import { execFile } from 'node:child_process';
import { promisify } from 'node:util';

const CLUSTER = new URL('../../../../scripts/lib/cluster.mjs', import.meta.url);

/** Does something with the cluster of the tests, in a process of its own: the timers of a test may be faked. */
async function withCluster(act: 'kill' | 'start'): Promise<void> {
  const script = `import(${JSON.stringify(CLUSTER.href)}).then(async ({ openCluster }) => {
    await (await openCluster('integration')).${act}();
    process.exit();
  })`;
  await promisify(execFile)(process.execPath, ['--eval', script]);
}

/** The database loses its power: what was not committed is gone. */
export const cutPower = (): Promise<void> => withCluster('kill');

export const restorePower = (): Promise<void> => withCluster('start');
