import { printRounded } from './round.ts';
import { convert, type UnitSystem } from './units.ts';

/**
 * A height or distance in the units of a system, to two decimals: `1.30 m`, `4.50 ft`.
 *
 * @param metres any length, m
 */
export const lengthWords = (metres: number, system: UnitSystem): string =>
  system === 'metric' ? `${printRounded(metres, 2)} m` : `${printRounded(convert(metres, 'm', 'ft'), 2)} ft`;

/**
 * A diameter, thickness or other short length in the units of a system: `4 cm`, `1.6 in`.
 *
 * @param cm any length, cm
 * @param decimals in centimetres; inches have one more
 */
export const thicknessWords = (cm: number, system: UnitSystem, decimals = 0): string =>
  system === 'metric'
    ? `${printRounded(cm, decimals)} cm`
    : `${printRounded(convert(cm, 'cm', 'in'), decimals + 1)} in`;
