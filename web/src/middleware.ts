import { randomUUID } from 'node:crypto';
import { defineMiddleware } from 'astro:middleware';
import { databaseVersion } from './server/compose.ts';
import { isForeignWrite } from './server/foreign-origin.ts';
import { scriptImports, withModulePreloads } from './server/module-preloads.ts';
import { Problem } from './server/problem.ts';
import { hasPhone } from './server/reader-device.ts';
import { inReadersLanguage, readersLanguage } from './server/reader-locale.ts';
import { askedTogether } from './server/asked-together.ts';
import { readyResponses } from './server/ready-responses.ts';
import { withRequestId } from './server/request-id.ts';

const answered = readyResponses({ versionOf: askedTogether(databaseVersion), nowMs: () => Date.now() });

/** Answers that say how the server is, or are sent as they are read. */
const ALWAYS_MADE = /^\/api\/(health|photos)|\/live$|\.(csv|pdf|xlsx|gpx|geojson)$/;

/** Everything beside the database that a page or JSON hangs on. */
const keyOf = (request: Request, url: URL): string =>
  [url.pathname, url.search, readersLanguage(request), hasPhone(request), request.headers.get('cookie') ?? ''].join(
    '\n',
  );

/** A page with the scripts that it needs named ahead; any other answer as it is. */
async function readyToLoad(request: Request, response: Response): Promise<Response> {
  if (response.headers.get('content-type')?.startsWith('text/html') !== true) return response;
  const html = withModulePreloads(await response.text(), scriptImports(), hasPhone(request));
  return new Response(html, response);
}

export const onRequest = defineMiddleware(({ request, url }, next) =>
  withRequestId(randomUUID(), () =>
    inReadersLanguage(request, async () => {
      if (isForeignWrite(request))
        return new Problem(
          'foreign-origin',
          'A page of another site may not write here. Use the application itself, or a program that sends no Origin.',
        ).toResponse();
      if (request.method !== 'GET' || ALWAYS_MADE.test(url.pathname)) return next();
      return answered(keyOf(request, url), request, async () => readyToLoad(request, await next()));
    }),
  ),
);
