import { AsyncLocalStorage } from 'node:async_hooks';
import { chooseLocale, type Locale, readLocaleFrom } from '../messages/locale.ts';

const storage = new AsyncLocalStorage<Locale>();
readLocaleFrom(() => storage.getStore());

const LANGUAGE_COOKIE = /(?:^|;\s*)language=([a-z]{2})(?:;|$)/;

/** Runs the work for a request in its reader's language: the one chosen in the header, else that of the browser. */
export const inReadersLanguage = <T>(request: Request, work: () => T): T =>
  storage.run(
    chooseLocale(
      LANGUAGE_COOKIE.exec(request.headers.get('cookie') ?? '')?.[1],
      request.headers.get('accept-language'),
    ),
    work,
  );
