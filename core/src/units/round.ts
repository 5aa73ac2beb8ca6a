/** Powers of ten that a double holds exactly, for the decimals that figures have. */
const POWERS = [1, 10, 100, 1e3, 1e4, 1e5, 1e6, 1e7, 1e8] as const;
/** Below this, a billionth of a number is less than half a unit of its last place. */
const PLAIN_BELOW = 1e8;

/**
 * Rounds to a number of decimals, halves away from zero, as a person does by hand.
 *
 * The value is first cut to 12 significant digits, or to three places behind the last one wanted, so that 2.675 (stored
 * as 2.67499999999999982) rounds to 2.68.
 *
 * @param decimals whole number from 0 to 15
 */
export function roundTo(value: number, decimals: number): number {
  if (!Number.isFinite(value)) return value;
  // Far from a half no digit behind it matters, and dividing whole numbers rounds as reading the text would.
  const power10 = POWERS[decimals] ?? Infinity;
  const scaled = Math.abs(value) * power10;
  if (scaled < PLAIN_BELOW && Math.abs(scaled - Math.floor(scaled) - 0.5) > 1e-9 * Math.max(1, scaled)) {
    const nearest = Math.round(scaled) / power10;
    return value < 0 && nearest !== 0 ? -nearest : nearest;
  }
  const whole = value === 0 ? 0 : Math.floor(Math.log10(Math.abs(value))) + 1;
  const clean = Number(value.toPrecision(Math.min(15, Math.max(12, whole + decimals + 3))));
  const [digits = '0', exponent = '0'] = Math.abs(clean).toExponential().split('e');
  const shifted = Number(`${digits}e${Number(exponent) + decimals}`);
  const [figures = '0', power = '0'] = Math.round(shifted).toExponential().split('e');
  const rounded = Number(`${figures}e${Number(power) - decimals}`);
  return clean < 0 && rounded !== 0 ? -rounded : rounded;
}

/** A rounded number as text with all its decimals: printRounded(17.5, 2) is '17.50'. Uses a true minus sign. */
export function printRounded(value: number, decimals: number): string {
  const rounded = roundTo(value, decimals);
  return minus(rounded.toFixed(decimals));
}

/** Replaces the hyphen in front of a number by a minus sign (U+2212). */
export const minus = (text: string): string => text.replace(/^-/, '−');

/** No reading is printed finer than this. */
const MOST_DECIMALS = 12;
/** Half a unit in the twelfth digit: what lies below is the noise of a conversion. */
const NOISE = 5e-13;
const POWERS_OF_TEN = Array.from({ length: MOST_DECIMALS + 1 }, (_, i) => 10 ** i);

/** Number of decimals of an instrument's graduation: 0.5 and 0.1 have one, 0.25 two, 1 none. At most twelve. */
export function decimalsOf(graduation: number): number {
  // Without text: a survey asks this a million times.
  for (let decimals = 0; decimals < MOST_DECIMALS; decimals += 1) {
    const shifted = graduation * (POWERS_OF_TEN[decimals] ?? 1);
    if (Math.abs(shifted - Math.round(shifted)) <= NOISE * Math.abs(shifted)) return decimals;
  }
  return MOST_DECIMALS;
}

/** Rounds a value to the nearest mark of a graduation: toGraduation(12.37, 0.5) is 12.5. */
export function toGraduation(value: number, graduation: number): number {
  return roundTo(Math.round(Number((value / graduation).toPrecision(12))) * graduation, decimalsOf(graduation));
}

/** Text of a value rounded to the nearest mark of its graduation. */
export const formatToGraduation = (value: number, graduation: number): string =>
  printRounded(toGraduation(value, graduation), decimalsOf(graduation));

/** A number as it was read, all its digits kept, with a plus sign when the quantity is signed. */
export function printAsRead(value: number, signed = false): string {
  const shown = Number(value.toPrecision(12));
  // Never with an exponent: a person cannot type that in again.
  const text = printRounded(shown, decimalsOf(shown));
  return signed && value > 0 ? `+${text}` : text;
}

/**
 * A standard error as text: two significant digits; whole units from 10 on.
 *
 * @param se 0 or more, same unit as its value
 * @example printStandardError(0.278) // '0.28'
 * @example printStandardError(0.1149) // '0.11'
 */
export function printStandardError(se: number): string {
  if (!(se > 0) || !Number.isFinite(se)) return '0';
  const magnitude = Math.floor(Math.log10(Number(se.toPrecision(2))));
  return printRounded(se, Math.max(0, 1 - magnitude));
}
