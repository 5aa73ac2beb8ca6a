import { IntlMessageFormat } from 'intl-messageformat';
import { capitalIf, isMessage, type Message, type MessageValue } from '@arbolito/core/message';
import { translationOf } from './catalogues.ts';
import { localFigure, localFigureIfAny } from './figures.ts';
import { currentLocale, type Locale } from './locale.ts';

type Values = Readonly<Record<string, MessageValue>>;

const formats = new Map<string, IntlMessageFormat>();

function formatOf(locale: Locale, id: string, template: string): IntlMessageFormat {
  const key = `${locale} ${id} ${template}`;
  let format = formats.get(key);
  if (format === undefined) {
    const text = locale === 'en' ? template : (translationOf(locale, id) ?? template);
    format = new IntlMessageFormat(text, locale, undefined, { ignoreTag: true });
    formats.set(key, format);
  }
  return format;
}

/** Places that hold what a person typed: a tag “3.1” and a plot “2.5” are names, not figures. */
const NAMES =
  /^(tag|label\d?|plot|plotId|plotLabel|name|code|place|survey|stratum|crew|shown|suffix|typed|asked|line)$/i;

function localValue(name: string, value: string | number): string | number {
  if (typeof value === 'number') return Number.isInteger(value) ? value : localFigure(String(value));
  return NAMES.test(name) ? value : localFigureIfAny(value);
}

const fill = (values: Values): Record<string, string | number> =>
  Object.fromEntries(
    Object.entries(values).map(([name, value]) => [name, capitalIf(name, localValue(name, say(value)))]),
  );

/** A message in the reader's language: its id, its English text (ICU), and what fills it. */
export const t = (id: string, template: string, values: Values = {}): string =>
  String(formatOf(currentLocale(), id, template).format(fill(values)));

/** Names as a list in a sentence: “dbh, height and volume”. */
export const listOf = (names: readonly string[]): string =>
  new Intl.ListFormat(currentLocale() === 'en' ? 'en-GB' : currentLocale()).format(names);

type Said<T> = T extends Message ? string : T;

/** A message in the reader's language; what has no language stays as it is. */
export const say = <T>(text: T): Said<T> =>
  (isMessage(text) ? t(text.id, text.template, text.values) : text) as Said<T>;
