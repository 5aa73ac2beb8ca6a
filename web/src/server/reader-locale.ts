import { AsyncLocalStorage } from 'node:async_hooks';
import { chooseLocale, type Locale, readLocaleFrom } from '../messages/locale.ts';

const storage = new AsyncLocalStorage<Locale>();
readLocaleFrom(() => storage.getStore());

const LANGUAGE_COOKIE = /(?:^|;\s*)language=([a-z]{2})(?:;|$)/;

/** The language of a reader: the one chosen in the header, else that of the browser. */
export const readersLanguage = (request: Request): Locale =>
  chooseLocale(LANGUAGE_COOKIE.exec(request.headers.get('cookie') ?? '')?.[1], request.headers.get('accept-language'));

/** Runs the work for a request in its reader's language. */
export const inReadersLanguage = <T>(request: Request, work: () => T): T => storage.run(readersLanguage(request), work);
