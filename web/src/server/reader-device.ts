/** Whether a reader says to have a phone: the first sight of a page is drawn for it. */
export const hasPhone = ({ headers }: Request): boolean =>
  headers.get('sec-ch-ua-mobile') === '?1' || /\bMobi/.test(headers.get('user-agent') ?? '');

/** Who asks for a page, as far as its first sight hangs on that. */
export const readerOf = (request: Request) => ({
  isPhone: hasPhone(request),
  query: new URL(request.url).search,
});
