import type { Finding } from '../uncertainty/index.ts';
import { printAsRead, type UnitId, unitOf } from '../units/index.ts';
import type { MethodDescription, Readings, ReadingSpec, ReadingValue } from './description.ts';

const stop = (code: string, reading: string, title: string, message: string): Finding => ({
  code,
  severity: 'stop',
  reading,
  title,
  message,
  suggestedFixes: [],
});

const withUnit = (value: number, unit: UnitId, signed: boolean): string => {
  const symbol = unitOf(unit).symbol;
  return `${printAsRead(value, signed)}${symbol === '°' ? '' : ' '}${symbol}`;
};

/** Text of a reading as it was read, with sign and unit: `+62 %`, `31.8°`, `25 m`. */
export const printReading = (spec: ReadingSpec, reading: ReadingValue): string =>
  withUnit(reading.value, reading.unit, spec.signed);

function checkReading(spec: ReadingSpec, reading: ReadingValue | undefined): Finding[] {
  const name = spec.label;
  if (reading === undefined) {
    return [stop('reading.missing', spec.key, `${capital(name)} is not read yet`, `${spec.ask}.`)];
  }
  const { value, unit, standardError } = reading;
  if (!spec.units.includes(unit)) {
    const units = spec.units.map((id) => unitOf(id).words).join(', ');
    return [
      stop(
        'reading.unit',
        spec.key,
        `${capital(name)} in ${unitOf(unit).words}`,
        `${capital(name)} can be read in ${units}.`,
      ),
    ];
  }
  if (!Number.isFinite(value)) {
    return [
      stop(
        'reading.not-finite',
        spec.key,
        `${capital(name)} is not a number`,
        `${capital(name)} must be a plain finite number.`,
      ),
    ];
  }
  const [low, high] = spec.range[unit] ?? [-Infinity, Infinity];
  if (value < low || value > high) {
    return [
      stop(
        'reading.range',
        spec.key,
        `${capital(name)} cannot be ${withUnit(value, unit, spec.signed)}`,
        `${capital(name)} must lie between ${withUnit(low, unit, spec.signed)} and ${withUnit(high, unit, spec.signed)}. ${spec.rangeHint}`.trim(),
      ),
    ];
  }
  if (standardError !== undefined && !(Number.isFinite(standardError) && standardError >= 0 && standardError <= high)) {
    return [
      stop(
        'reading.standard-error',
        spec.key,
        `The ± of ${name} cannot be that`,
        `The standard error of ${name} must be 0 or more, in ${unitOf(unit).words}, and within the range of the reading.`,
      ),
    ];
  }
  return [];
}

/** Everything that keeps a method from being computed: missing, impossible or misnamed readings. */
export function checkReadings(description: MethodDescription, readings: Readings): Finding[] {
  const known = new Set(description.readings.map((spec) => spec.key));
  const strangers = Object.keys(readings)
    .filter((key) => !known.has(key))
    .map((key) =>
      stop(
        'reading.unknown',
        key,
        `“${key}” is not a reading of this method`,
        `${description.name} takes ${[...known].join(', ')}.`,
      ),
    );
  return [...strangers, ...description.readings.flatMap((spec) => checkReading(spec, readings[spec.key]))];
}

const capital = (text: string): string => text.charAt(0).toUpperCase() + text.slice(1);
