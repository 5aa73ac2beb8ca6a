import type { Finding } from '../uncertainty/index.ts';
import { printAsRead, type UnitId, unitOf } from '../units/index.ts';
import type { MethodDescription, Readings, ReadingSpec, ReadingValue } from './description.ts';
import { message, type Text, joined } from '../message/index.ts';

const stop = (code: string, reading: string, title: Text, message: Text): Finding => ({
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
    return [
      stop(
        'reading.missing',
        spec.key,
        message('measurement.is-missing', '{Name} is missing', { Name: name }),
        message('measurement.ask', '{ask}.', { ask: spec.ask }),
      ),
    ];
  }
  const { value, unit, standardError } = reading;
  if (!spec.units.includes(unit)) {
    const units = joined(
      spec.units.map((id) => unitOf(id).words),
      ', ',
    );
    return [
      stop(
        'reading.unit',
        spec.key,
        message('measurement.cannot-be-in', '{Name} cannot be in {unit}', { Name: name, unit: unitOf(unit).words }),
        message('measurement.must-be-in', '{Name} must be in {units}.', { Name: name, units }),
      ),
    ];
  }
  if (!Number.isFinite(value)) {
    return [
      stop(
        'reading.not-finite',
        spec.key,
        message('measurement.is-not-a-number', '{Name} is not a number', { Name: name }),
        message('measurement.must-be-a-finite-number', '{Name} must be a finite number.', { Name: name }),
      ),
    ];
  }
  const [low, high] = spec.range[unit] ?? [-Infinity, Infinity];
  if (value < low || value > high) {
    return [
      stop(
        'reading.range',
        spec.key,
        message('measurement.cannot-be', '{Name} cannot be {value}', {
          Name: name,
          value: withUnit(value, unit, spec.signed),
        }),
        message('measurement.must-be-to', '{Name} must be {low} to {high}. {rangeHint}', {
          Name: name,
          low: withUnit(low, unit, spec.signed),
          high: withUnit(high, unit, spec.signed),
          rangeHint: spec.rangeHint,
        }),
      ),
    ];
  }
  if (standardError !== undefined && !(Number.isFinite(standardError) && standardError >= 0 && standardError <= high)) {
    return [
      stop(
        'reading.standard-error',
        spec.key,
        message('measurement.the-standard-error-of-is', 'The standard error of {name} is not valid', { name }),
        message(
          'measurement.the-standard-error-of-must',
          'The standard error of {name} must be 0 or more, in {words}, and within the range of the reading.',
          { name, words: unitOf(unit).words },
        ),
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
        message('measurement.is-not-a-reading-of', '“{key}” is not a reading of this method', { key }),
        message('measurement.takes', '{name} takes {join}.', { name: description.name, join: [...known].join(', ') }),
      ),
    );
  return [...strangers, ...description.readings.flatMap((spec) => checkReading(spec, readings[spec.key]))];
}
