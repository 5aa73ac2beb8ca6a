import { currentLocale } from './locale.ts';

const UNITS: readonly (readonly [Intl.RelativeTimeFormatUnit, number])[] = [
  ['day', 86_400_000],
  ['hour', 3_600_000],
  ['minute', 60_000],
];

/** How long ago something was: “3 hours ago”. */
export function ageOf(at: string, now: Date): string {
  const ms = Math.max(0, now.getTime() - Date.parse(at));
  const [unit, length] = UNITS.find(([, size]) => ms >= size) ?? (['second', 1000] as const);
  const format = new Intl.RelativeTimeFormat(currentLocale() === 'en' ? 'en-GB' : currentLocale(), { numeric: 'auto' });
  return format.format(-Math.floor(ms / length), unit);
}
