import { currentLocale } from './locale.ts';

/** Whether the locale writes a decimal comma. */
const hasComma = (locale: string): boolean =>
  new Intl.NumberFormat(locale).formatToParts(1.5).some(({ type, value }) => type === 'decimal' && value === ',');

const FIGURE = /^[+\-−±~≈<>≤≥]?\s?\d/;

/** A printed figure with the decimal mark of the reader: `24.2 ± 0.3 m` is `24,2 ± 0,3 m` in Spanish. */
export const localFigure = (text: string): string =>
  hasComma(currentLocale()) ? text.replace(/(\d)\.(?=\d)/g, '$1,') : text;

/** As `localFigure`, for a text that may be something else than a figure, such as a name. */
export const localFigureIfAny = (text: string): string => (FIGURE.test(text) ? localFigure(text) : text);

/** A day as the reader writes it. @param day ISO date, with or without a time */
export const day = (day: string): string =>
  new Intl.DateTimeFormat(currentLocale() === 'en' ? 'en-GB' : currentLocale(), {
    day: 'numeric',
    month: 'short',
    year: 'numeric',
    timeZone: 'UTC',
  }).format(new Date(`${day.slice(0, 10)}T00:00:00Z`));
