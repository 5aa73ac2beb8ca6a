import { defineMiddleware } from 'astro:middleware';
import { Problem } from './server/problem.ts';

const READS = new Set(['GET', 'HEAD', 'OPTIONS']);

/** Whether a browser says that the request comes from a page of another site. */
function isForeign(request: Request): boolean {
  const site = request.headers.get('sec-fetch-site');
  if (site === 'cross-site' || site === 'same-site') return true;
  const origin = request.headers.get('origin');
  if (origin === null) return false;
  try {
    return new URL(origin).host !== request.headers.get('host');
  } catch {
    return true;
  }
}

export const onRequest = defineMiddleware(({ request }, next) => {
  if (!READS.has(request.method) && isForeign(request)) {
    return new Problem(
      'foreign-origin',
      'A page of another site may not write here. Use the application itself, or a program that sends no Origin.',
    ).toResponse();
  }
  return next();
});
