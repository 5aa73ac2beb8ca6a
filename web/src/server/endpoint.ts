import type { APIContext, APIRoute } from 'astro';
import { isDatabaseAway, isDatabaseBusy, isDiskFull } from './database/failures.ts';
import { localisedJson } from './localised-json.ts';
import { log } from './log.ts';
import { databaseAway, databaseBusy, diskFull, notFound, Problem } from './problem.ts';
import { noteStorage } from './storage-state.ts';
import { t } from '../messages/text.ts';

/** The problem that an error amounts to. What nobody foresaw is logged and never shown. */
export function problemOf(error: unknown): Problem {
  if (error instanceof Problem) return error;
  if (isDatabaseAway(error)) return databaseAway(error);
  if (isDatabaseBusy(error)) return databaseBusy(error);
  if (isDiskFull(error)) {
    noteStorage('full');
    return diskFull(error);
  }
  log.error({ err: error }, 'unforeseen');
  return new Problem(
    'unforeseen',
    t('server.the-server-failed-nothing-was', 'The server failed. Nothing was saved; the error was logged.'),
    { cause: error },
  );
}

export const json = (body: unknown, status = 200): Response =>
  new Response(localisedJson(body), {
    status,
    headers: { 'content-type': 'application/json', 'cache-control': 'no-store' },
  });

/** Wraps a handler so that every error becomes problem details. */
export function endpoint(handler: (context: APIContext) => Promise<Response> | Response): APIRoute {
  return async (context) => {
    try {
      return await handler(context);
    } catch (error) {
      return problemOf(error).toResponse();
    }
  };
}

/** For `ALL` of a route: what the other methods get. */
export const otherMethods = (allowed: string): APIRoute =>
  endpoint(({ request }) => {
    throw new Problem(
      'method-not-allowed',
      t('server.is-not-possible-here-use', '{method} is not possible here. Use {allowed}.', {
        method: request.method,
        allowed,
      }),
      {
        headers: { allow: allowed },
      },
    );
  });

/** Whoever sent a request, as far as the connection says; requests of tests have no connection. */
export function remoteAddress(context: APIContext): string {
  try {
    return context.clientAddress || 'unknown';
  } catch {
    return 'unknown';
  }
}

const UUID = /^[0-9a-f]{8}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{4}-[0-9a-f]{12}$/i;

export const isUuid = (text: string | undefined | null): text is string => UUID.test(text ?? '');

/**
 * The identifier in a route, in small letters.
 *
 * @throws Problem 404 when it is none: such a thing cannot exist
 */
export function routeId(context: APIContext, what: string): string {
  const { id } = context.params;
  const shown = (id ?? '').slice(0, 60);
  if (!isUuid(id)) throw notFound(`${what} “${shown}”`);
  return id.toLowerCase();
}

/**
 * An identifier from the query.
 *
 * @throws Problem 422 when it is missing or no UUID
 */
export function queryId(context: APIContext, name: string): string {
  const id = context.url.searchParams.get(name);
  if (!isUuid(id)) {
    throw new Problem(
      'invalid',
      t('server.give-in-the-address-followed', 'Give {name} in the address: ?{name2}= followed by its UUID.', {
        name,
        name2: name,
      }),
      {
        errors: [
          {
            pointer: `/${name}`,
            code: 'uuid',
            detail: t('server.must-be-a-uuid', '{name} must be a UUID.', { name }),
          },
        ],
      },
    );
  }
  return id.toLowerCase();
}
