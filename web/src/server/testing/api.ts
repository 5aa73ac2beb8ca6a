import type { APIContext, APIRoute } from 'astro';
import { inject } from 'vitest';
import type { ProblemView } from '../../contracts/views.ts';
import { prepareDatabase } from '../database/tools.ts';

type Module = Partial<Record<string, APIRoute>>;

const files = import.meta.glob<Module>(['../../pages/api/**/*.ts', '../../pages/print/*.ts']);

const generality = ({ source }: RegExp): number =>
  source.includes('(?<path>') ? 2 : source.includes('(?<id>') ? 1 : 0;

/** The endpoints with their addresses as patterns; those without a parameter come first, as the framework has it. */
const routes = Object.entries(files)
  .map(([file, load]) => {
    const path = file
      .replace('../../pages', '')
      .replace(/(\/index)?\.ts$/, '')
      .replace('[...path]', '(?<path>.*)')
      .replace('[id]', '(?<id>[^/]+)');
    let loaded: Promise<Module> | undefined;
    // Once for the process: a test that resets modules does not start another server.
    return { pattern: new RegExp(`^${path}$`), load: () => (loaded ??= load()) };
  })
  .sort((a, b) => generality(a.pattern) - generality(b.pattern));

export interface Answer<T> {
  readonly status: number;
  readonly body: T;
  readonly headers: Headers;
}

/** Sends a request to the endpoints of this process, as the server would. */
export async function sendJson(request: Request): Promise<Response> {
  const url = new URL(request.url);
  for (const { pattern, load } of routes) {
    const match = pattern.exec(url.pathname);
    if (match === null) continue;
    const module = await load();
    const handler = module[request.method] ?? module.ALL;
    if (handler === undefined) throw new Error(`${url.pathname} has no handler`);
    return handler({ request, url, params: match.groups ?? {} } as unknown as APIContext);
  }
  throw new Error(`no route for ${url.pathname}`);
}

/** Sends JSON and reads the JSON that comes back. */
export async function api<T = ProblemView>(method: string, path: string, body?: unknown): Promise<Answer<T>> {
  const response = await sendJson(
    new Request(`http://test${path}`, {
      method,
      ...(body === undefined ? {} : { body: JSON.stringify(body), headers: { 'content-type': 'application/json' } }),
    }),
  );
  return { status: response.status, body: (await response.json()) as T, headers: response.headers };
}

/** Points the services of this process at the test database, its tables up to date. */
export async function useTestDatabase(): Promise<string> {
  const url = inject('databaseUrl');
  process.env.DATABASE_URL = url;
  await prepareDatabase(url, { demo: false });
  return url;
}
