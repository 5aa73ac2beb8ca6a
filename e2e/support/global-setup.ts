import { openStack } from '../../scripts/lib/stack.mjs';

/** The built application with the demo data, for all specs of a run. */
export default async function setup(): Promise<() => Promise<void>> {
  const stack = await openStack('test', { demo: true });
  process.env.ARBOLITO_URL = stack.url;
  return stack.close;
}
