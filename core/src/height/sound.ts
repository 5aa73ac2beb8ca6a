const KELVIN_AT_0_C = 273.15;

/**
 * What a distance by sound is to be multiplied by: the speed of sound now over that at the calibration.
 *
 * Source: c = 331.3 √(1 + T ÷ 273.15) m/s, dry air; ISO 9613-1:1993.
 *
 * @param nowC air temperature at the reading, in °C
 * @param calibratedC air temperature at the calibration, in °C
 */
export const soundFactor = (nowC: number, calibratedC: number): number =>
  Math.sqrt((nowC + KELVIN_AT_0_C) / (calibratedC + KELVIN_AT_0_C));
