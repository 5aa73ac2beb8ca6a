import { currentLocale, type Locale } from './locale.ts';

/** The texts of one language by message id. English needs none: its text stands where the message is made. */
export type Catalogue = Readonly<Record<string, string>>;

const files = import.meta.glob<Catalogue>(['./*/*.json', '!./en/*.json'], { import: 'default' });

const load = async (locale: string): Promise<Catalogue> => {
  const parts = await Promise.all(
    Object.entries(files)
      .filter(([file]) => file.startsWith(`./${locale}/`))
      .map(([, read]) => read()),
  );
  return Object.assign({}, ...parts) as Catalogue;
};

const locales: readonly Locale[] = typeof document === 'undefined' ? ['es'] : [currentLocale()];

/** The server holds every language; a page waits for its own before its scripts go on. */
const catalogues = new Map<Locale, Catalogue>(
  await Promise.all(
    locales.filter((locale) => locale !== 'en').map(async (locale) => [locale, await load(locale)] as const),
  ),
);

export const translationOf = (locale: Locale, id: string): string | undefined => catalogues.get(locale)?.[id];
