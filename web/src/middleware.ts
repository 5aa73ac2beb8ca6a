import { createHash, randomUUID } from 'node:crypto';
import { defineMiddleware } from 'astro:middleware';
import { isForeignWrite } from './server/foreign-origin.ts';
import { Problem } from './server/problem.ts';
import { inReadersLanguage } from './server/reader-locale.ts';
import { withRequestId } from './server/request-id.ts';

/** Pages hold data of the record: no shared cache keeps them, and a browser asks whether they have changed. */
async function withTag(request: Request, response: Response): Promise<Response> {
  const isPage = (response.headers.get('content-type') ?? '').startsWith('text/html');
  if (request.method !== 'GET' || !isPage || response.status !== 200) return response;
  const headers = new Headers(response.headers);
  const body = Buffer.from(await response.arrayBuffer());
  const tag = `"${createHash('sha256').update(body).digest('base64url').slice(0, 27)}"`;
  headers.set('cache-control', 'private, no-cache');
  headers.set('etag', tag);
  return request.headers.get('if-none-match') === tag
    ? new Response(null, { status: 304, headers })
    : new Response(body, { status: 200, headers });
}

export const onRequest = defineMiddleware(({ request }, next) =>
  withRequestId(randomUUID(), () =>
    inReadersLanguage(request, async () => {
      const answer = isForeignWrite(request)
        ? new Problem(
            'foreign-origin',
            'A page of another site may not write here. Use the application itself, or a program that sends no Origin.',
          ).toResponse()
        : await withTag(request, await next());
      return answer;
    }),
  ),
);
