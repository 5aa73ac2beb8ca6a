import { printRounded } from './round.ts';
import { convert, type UnitSystem } from './units.ts';

/**
 * A height or distance in the units of a system: `1.30 m`, `4.50 ft`.
 *
 * @param metres any length, m
 * @param decimals in either unit
 */
export const lengthWords = (metres: number, system: UnitSystem, decimals = 2): string =>
  system === 'metric'
    ? `${printRounded(metres, decimals)} m`
    : `${printRounded(convert(metres, 'm', 'ft'), decimals)} ft`;

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
