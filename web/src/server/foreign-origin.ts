const READS = new Set(['GET', 'HEAD', 'OPTIONS']);

/**
 * Whether a request would write and comes from a page of another site, as far as the browser says.
 *
 * Programs that send neither `Origin` nor `Sec-Fetch-Site` are no browsers and carry nobody's session.
 */
export function isForeignWrite(request: Request): boolean {
  if (READS.has(request.method)) return false;
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
