/** The languages of the application, each with its own name for itself. */
export const LANGUAGES = { en: 'English', es: 'Español' } as const;

export type Locale = keyof typeof LANGUAGES;

export const LOCALES = Object.keys(LANGUAGES) as Locale[];

export const isLocale = (text: unknown): text is Locale => typeof text === 'string' && text in LANGUAGES;

/** The server answers many readers at once and keeps the language of each; see server/reader-locale.ts. */
let localeOfRequest: () => Locale | undefined = () => undefined;

export const readLocaleFrom = (source: () => Locale | undefined): void => {
  localeOfRequest = source;
};

/** The language of the page, or on the server of the request that is being answered. */
export const currentLocale = (): Locale => {
  const locale = typeof document === 'undefined' ? localeOfRequest() : document.documentElement.lang;
  return isLocale(locale) ? locale : 'en';
};

/** The reader's choice, else the first language of the browser that there is. */
export function chooseLocale(chosen: string | undefined, acceptLanguage: string | null): Locale {
  if (isLocale(chosen)) return chosen;
  const wanted = (acceptLanguage ?? '')
    .split(',')
    .map((part) => {
      const [tag = '', ...options] = part.trim().split(';');
      const quality = options.map((option) => /^\s*q=([\d.]+)$/.exec(option)?.[1]).find((q) => q !== undefined);
      return { language: tag.toLowerCase().split('-')[0], quality: Number(quality ?? 1) };
    })
    .filter(({ quality }) => quality > 0)
    .sort((a, b) => b.quality - a.quality);
  return wanted.map(({ language }) => language).find(isLocale) ?? 'en';
}
