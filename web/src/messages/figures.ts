import { currentLocale, type Locale } from './locale.ts';

const decimalMarks = new Map<Locale, string>();

/** The decimal mark that the locale writes. */
function decimalMark(locale: Locale): string {
  const known = decimalMarks.get(locale);
  if (known !== undefined) return known;
  const parts = new Intl.NumberFormat(locale).formatToParts(1.5);
  const mark = parts.find(({ type }) => type === 'decimal')?.value ?? '.';
  decimalMarks.set(locale, mark);
  return mark;
}

const FIGURE = /^[+\-−±~≈<>≤≥]?\s?\d/;

/** A printed figure with the decimal mark of the reader: `24.2 ± 0.3 m` is `24,2 ± 0,3 m` in Spanish. */
export function localFigure(text: string): string {
  const mark = decimalMark(currentLocale());
  return mark === '.' ? text : text.replace(/(\d)\.(?=\d)/g, `$1${mark}`);
}

/** As `localFigure`, for a text that may be something else than a figure, such as a name. */
export const localFigureIfAny = (text: string): string => (FIGURE.test(text) ? localFigure(text) : text);

/** A figure in a table. An empty cell says that there is nothing, and not that something is missing. */
export const tableFigure = (text: string): string => (text === '' ? '·' : localFigure(text));

/** A day as the reader writes it; a text that is no day, such as half a date, stays as it is. @param text ISO date, with or without a time */
export function day(text: string): string {
  const at = new Date(`${text.slice(0, 10)}T00:00:00Z`);
  return Number.isNaN(at.getTime())
    ? text
    : new Intl.DateTimeFormat(currentLocale() === 'en' ? 'en-GB' : currentLocale(), {
        day: 'numeric',
        month: 'short',
        year: 'numeric',
        timeZone: 'UTC',
      }).format(at);
}

/** A day with its time, as the reader writes it, in UTC. @param at ISO date with its time */
export const moment = (at: string): string =>
  new Intl.DateTimeFormat(currentLocale() === 'en' ? 'en-GB' : currentLocale(), {
    dateStyle: 'medium',
    timeStyle: 'short',
    timeZone: 'UTC',
  }).format(new Date(at));
